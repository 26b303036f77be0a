import type { Details, QuizDetails } from '@oppen/contract'
import type { WorkKind } from '@oppen/core/work'

/** The questions that a work asks and how they run, of the kinds that are answered attempt by attempt; undefined of others. */
export function askedIn(kind: WorkKind, details: Details): QuizDetails | undefined {
  if (kind === 'quiz') return details.quiz
  if (kind !== 'reading' || !details.reading) return undefined
  const { passage: _, ...asked } = details.reading
  return asked
}
