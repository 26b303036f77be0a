import type { Details, QuizDetails, ReadingDetails, VideoDetails } from '@oppen/contract'
import type { WorkKind } from '@oppen/core/work'

/** What each kind of work asks attempt by attempt; null for kinds that do not. A kind that is added has to say it. */
const ASKED: Readonly<Record<WorkKind, ((details: Details) => QuizDetails | undefined) | null>> = {
  handout: null,
  assignment: null,
  question: null,
  quiz: ({ quiz }) => quiz,
  reading: ({ reading }) => reading && withoutPassage(reading),
  video: ({ video }) => video && withoutVideo(video),
  form: null,
}

function withoutPassage({ passage: _, ...asked }: ReadingDetails): QuizDetails {
  return asked
}

function withoutVideo({ guided: _, ...asked }: VideoDetails): QuizDetails {
  return asked
}

/** The questions that a work asks and how they run; undefined where it asks none attempt by attempt. */
export const askedIn = (kind: WorkKind, details: Details): QuizDetails | undefined => ASKED[kind]?.(details)
