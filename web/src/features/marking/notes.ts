import type { MarginNote } from '@oppen/core/ink'
import type { Annotation, Passage } from '@oppen/core/marking'

export type TeacherNote = MarginNote | Passage

/** Whether something says something: words or a recording. */
export const isNote = (item: Annotation): item is TeacherNote =>
  item.kind === 'note' || (item.kind === 'passage' && (item.text !== '' || item.fileId !== null))

/** The numbers of notes, from 1, in the order in which they were made. */
export const numbersOf = (items: Iterable<Annotation>): ReadonlyMap<string, number> =>
  new Map([...items].filter(isNote).map((item, index) => [item.id, index + 1]))

export const NO_ITEMS: readonly Annotation[] = []

/** What stands on each page. */
export const byPage = (items: Iterable<Annotation>): ReadonlyMap<string, readonly Annotation[]> => {
  const pages = new Map<string, Annotation[]>()
  for (const item of items) {
    const list = pages.get(item.page)
    if (list) list.push(item)
    else pages.set(item.page, [item])
  }
  return pages
}
