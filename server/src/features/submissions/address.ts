import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'

/** One pupil's submission of one posted work. */
export type SubmissionAddress = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly placeId: PlaceId
}

export type SubmissionKey = { workId: WorkId; placeId: PlaceId }

export type WorkAddress = { readonly classId: ClassId; readonly workId: WorkId }
