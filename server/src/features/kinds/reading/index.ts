import type { ReadingDetails } from '@oppen/contract'
import { mostPoints, questionsOf } from '@oppen/core/work/kinds/quiz'
import type { ServerKind } from '../kind.js'
import { quiz } from '../quiz/index.js'
import { followChange } from '../quiz/scores.js'
import { readReading } from './details.js'

/** A passage: its questions are answered, scored and handed in as those of a quiz. */
export const reading = {
  ...quiz,
  readDetails: readReading,
  pointsOf: details => mostPoints(details.reading?.key?.sections ?? []),
  tables: [...quiz.tables, 'reading_marks', 'reading_counts'],
  made: async (world, address, submission, seen) => {
    const made = await quiz.made(world, address, submission, seen)
    // where nothing is asked, having read it is all
    const asks = questionsOf(submission.details.reading?.key?.sections ?? []).length > 0
    return asks ? made : { ...made, isBlank: false }
  },
  changed: async (world, viewer, address, { before, after, sent }) => {
    const read = (stored: string | null) =>
      stored === null ? undefined : (JSON.parse(stored) as ReadingDetails)
    const [was, is] = [read(before), read(after)]
    const note = sent.reading?.note?.trim() ?? ''
    if (was && is) await followChange(world, viewer, address, { before: was, after: is, note })
  },
} as const satisfies ServerKind
