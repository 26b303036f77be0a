import type { TimingProblem, Why } from '@oppen/core/timing'
import { listWords } from './numbers.js'
import { say, type WordKey } from './say.js'
import { dayInWords, when } from './times.js'

type Context = { readonly now: number; readonly zone: string }

/** The weekday of a local date, "Thursday". */
export const dayName = (date: string): string =>
  dayInWords(Date.parse(`${date}T12:00Z`), 'UTC').split(' ')[0] ?? ''

/** A local date and time of the school, as other moments are said. */
const localWords = (local: string, { now }: Context): string =>
  when(Date.parse(`${local}Z`), { now, zone: 'UTC' })

/** Why a time is when it is: "start of the Thursday lesson". */
export function whyWords(why: Why, context: Context): string {
  const parts = [reason(why, context)]
  if ('moved' in why && why.moved) parts.push(say('why_moved'))
  if (why.pushed)
    parts.push(say('why_pushed', { from: localWords(why.pushed.from, context), by: why.pushed.by }))
  return listWords(parts)
}

function reason(why: Why, context: Context): string {
  switch (why.is) {
    case 'fixed':
    case 'own':
      return say(`why_${why.is}`)
    case 'lesson':
      return say(`why_lesson_${why.edge}`, { day: dayName(why.lesson.date) })
    case 'nextLesson': {
      const local = `${why.lesson.date}T${why.edge === 'start' ? why.lesson.starts : why.lesson.ends}`
      return say(`why_nextLesson_${why.edge}`, { day: localWords(local, context) })
    }
    case 'schoolDays': {
      const day = dayName(why.lesson.date)
      if (why.days === 0) return say('why_schoolDays_same', { day })
      const side = why.days > 0 ? 'after' : 'before'
      return say(`why_schoolDays_${side}` as WordKey, { count: Math.abs(why.days), day })
    }
  }
}

/** Why there is no time, and so what to change. */
export function troubleWords(problem: TimingProblem): string {
  if (problem.is !== 'noLesson') return say(`trouble_${problem.is}`)
  if (problem.held === 0) return say('trouble_noLesson_none')
  return say('trouble_noLesson', { count: problem.held, n: problem.n })
}
