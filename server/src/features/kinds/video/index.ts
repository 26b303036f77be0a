import type { VideoDetails } from '@oppen/contract'
import { mostPoints, questionsOf } from '@oppen/core/work/kinds/quiz'
import type { ServerKind } from '../kind.js'
import { quiz } from '../quiz/index.js'
import { followChange } from '../quiz/scores.js'
import { readVideo } from './details.js'

/** A guided video: its questions are answered, scored and handed in as those of a quiz. */
export const video = {
  ...quiz,
  readDetails: readVideo,
  pointsOf: details => mostPoints(details.video?.key?.sections ?? []),
  tables: [...quiz.tables, 'video_watched', 'video_viewings', 'video_passed'],
  made: async (world, address, submission, seen) => {
    const made = await quiz.made(world, address, submission, seen)
    // where nothing is asked, having watched it is all
    const asks = questionsOf(submission.details.video?.key?.sections ?? []).length > 0
    return asks ? made : { ...made, isBlank: false }
  },
  changed: async (world, viewer, address, { before, after, sent }) => {
    const read = (stored: string | null) =>
      stored === null ? undefined : (JSON.parse(stored) as VideoDetails)
    const [was, is] = [read(before), read(after)]
    const note = sent.video?.note?.trim() ?? ''
    if (was && is) await followChange(world, viewer, address, { before: was, after: is, note })
  },
} as const satisfies ServerKind
