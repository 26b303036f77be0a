import { passageText } from '@oppen/core/passage'
import type { Span } from '@oppen/core/speech'
import { linesOfQuestion, type Passage } from '@oppen/core/work/kinds/reading'
import { useMemo, useState } from 'react'
import { type PassagePart, partAt, partsOf } from './parts.js'

export type QuestionPlaces = {
  readonly text: string
  readonly parts: readonly PassagePart[]
  /** The lines that a question is about, where it is about some. */
  readonly linesOf: (questionId: string) => Span | null
  /** The questions that stand behind a part of the passage. */
  readonly behind: (part: number) => readonly string[]
  /** The list that a question stands in, once it is there. */
  readonly placeOf: (questionId: string) => Element | undefined
  /** Takes the list behind a part. */
  readonly list: (part: number) => (element: Element | null) => void
}

/** Where the questions of a reading stand in its passage, and what they are about. */
export function useQuestionPlaces(passage: Passage, questionIds: readonly string[]): QuestionPlaces {
  const text = useMemo(() => passageText(passage.html), [passage.html])
  const within = passage.asked === 'within'
  const parts = useMemo<PassagePart[]>(
    () => (within ? partsOf(passage.html) : [{ html: passage.html, from: 0, to: text.length }]),
    [passage.html, within, text],
  )
  const [lists, setLists] = useState<Readonly<Record<number, Element>>>({})
  const lines = new Map(questionIds.map(id => [id, linesOfQuestion(text, passage, id)]))
  const partOf = (id: string): number | undefined => {
    const span = lines.get(id)
    return within && span ? partAt(parts, span.to - 1) : undefined
  }
  // each list is taken by the same function as long as it is there: another would take it anew with every rendering
  const [takes] = useState(() => new Map<number, (element: Element | null) => void>())
  const list = (part: number) => {
    const take =
      takes.get(part) ??
      ((element: Element | null) =>
        setLists(({ [part]: _, ...others }) => (element ? { ...others, [part]: element } : others)))
    takes.set(part, take)
    return take
  }
  return {
    text,
    parts,
    linesOf: id => lines.get(id) ?? null,
    behind: part => questionIds.filter(id => partOf(id) === part),
    placeOf: id => {
      const part = partOf(id)
      return part === undefined ? undefined : lists[part]
    },
    list,
  }
}
