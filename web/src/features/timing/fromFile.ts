import type { CalendarForm, FoundTimetable, TimetableForm, TimetablePage } from '@oppen/contract'
import type { GroupId, LessonId } from '@oppen/core/ids'

type Closures = CalendarForm['closures']

/** The closures of a form with those of a file beside them; one that is there already is not doubled. */
export function addClosures(have: Closures, found: Closures): { closures: Closures; added: number } {
  const same = (a: Closures[number], b: Closures[number]) =>
    a.from === b.from && a.to === b.to && a.starts === b.starts && a.ends === b.ends
  const fresh = found.filter(one => !have.some(other => same(one, other)))
  return { closures: [...have, ...fresh].sort((a, b) => (a.from < b.from ? -1 : 1)), added: fresh.length }
}

export type Found = FoundTimetable['found'][number]
/** Whose the lessons of a name are: a group's, the whole class's, or nobody's here. */
export type Whose = GroupId | 'all' | 'none'

/** Whose the lessons of a name seem to be: the group that is named in it; of a class with one name, the whole class. */
export function guessWhose(found: Found, groups: TimetablePage['groups'], many: boolean): Whose {
  const words = `${found.title} ${found.weekly.map(one => one.place).join(' ')}`.toLowerCase()
  const named = groups.filter(group => words.includes(group.name.toLowerCase()))
  if (named.length === 1 && named[0]) return named[0].id
  return many ? 'none' : 'all'
}

type Lesson = TimetableForm['lessons'][number]

/**
 * A form with the chosen lessons of a file beside its own: weekly ones with the dates on which they are not held,
 * and single ones as extra lessons. One that is there already is not doubled.
 */
export function addLessons(
  form: TimetableForm,
  chosen: readonly { readonly found: Found; readonly whose: Whose }[],
): { form: TimetableForm; added: number } {
  const lessons: Lesson[] = []
  const changes: TimetableForm['changes'] = []
  const same = (a: Lesson, b: Lesson) =>
    (['groupId', 'weekday', 'starts', 'ends', 'rotation'] as const).every(name => a[name] === b[name])
  for (const { found, whose } of chosen) {
    if (whose === 'none') continue
    const groupId = whose === 'all' ? null : whose
    for (const { first: _, last: __, missing, ...one } of found.weekly) {
      const lesson: Lesson = {
        ...one,
        id: `new-${form.lessons.length + lessons.length}` as LessonId,
        groupId,
      }
      if ([...form.lessons, ...lessons].some(other => same(other, lesson))) continue
      lessons.push(lesson)
      for (const on of missing.filter(date => date >= form.from))
        changes.push({ id: null, kind: 'cancelled', groupId: null, lessonId: lesson.id, on, to: null })
    }
    for (const to of found.single) {
      const known = form.changes.some(
        one =>
          one.kind === 'extra' &&
          one.groupId === groupId &&
          one.to?.date === to.date &&
          one.to.starts === to.starts,
      )
      if (!known) changes.push({ id: null, kind: 'extra', groupId, lessonId: null, on: null, to })
    }
  }
  const added = lessons.length + changes.filter(one => one.kind === 'extra').length
  return {
    form: { ...form, lessons: [...form.lessons, ...lessons], changes: [...form.changes, ...changes] },
    added,
  }
}
