import type { Details } from '@oppen/contract'
import type { ClassId, HandInId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import type { Lane } from '@oppen/core/timing'
import type { SubmissionStatus, Timing, WorkKind } from '@oppen/core/work'
import type { LocalDate } from '@oppen/core/zone'
import { type Database, jsonNested, jsonObject } from '../../db/index.js'
import type { SubmissionAddress } from './address.js'
import { DETAILS, fromSubmission, SUBMISSION_NOW } from './fragments.js'

const FROM_SUBMISSION = fromSubmission()

const SEE_SUBMISSION = `select ${jsonObject({ ...SUBMISSION_NOW, details: jsonNested(DETAILS) })} as json ${FROM_SUBMISSION}`

/** Where a submission stands, its times and whose it is; undefined where work and place are not of one class. */
export async function submissionNow(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  now: Instant,
) {
  const row = await db.row<{ json: string }>(SEE_SUBMISSION, { classId, workId, placeId, now })
  return row && (JSON.parse(row.json) as SubmissionNow)
}

export type SubmissionNow = {
  readonly status: SubmissionStatus
  readonly timing: Timing
  readonly kind: WorkKind
  readonly feedback: string | null
  /** The levels of the rubric that were chosen, as JSON. */
  readonly levels: string | null
  readonly sticker: string | null
  readonly moves: number
  readonly points: number | null
  readonly details: Details
}

export const namesOfSubmission = (db: Database, { classId, workId, placeId }: SubmissionAddress) =>
  db.row<{ title: string; pupil: string }>(
    `select w.title, p.name as pupil from works w join places p on p.id = $placeId and p.class_id = w.class_id
     where w.id = $workId and w.class_id = $classId`,
    { classId, workId, placeId },
  )

/** Every recorded move of every submission, with what the lists show of it; for checking one against the other. */
export const allMoves = (db: Database) =>
  db.rows<{
    workId: WorkId
    placeId: PlaceId
    kind: string
    at: Instant
    mark: number | null
    tryAgainBy: Instant | null
    handInId: HandInId | null
    pressedAt: Instant | null
  }>(
    `select work_id as workId, place_id as placeId, kind, at, mark, try_again_by as tryAgainBy, hand_in_id as handInId,
       pressed_at as pressedAt
     from moves order by work_id, place_id, number`,
  )

export const workRow = (db: Database, classId: ClassId, workId: WorkId) =>
  db.row<{
    id: WorkId
    title: string
    kind: WorkKind
    week: LocalDate | null
    lane: Lane | null
    rules: string
    groupRules: string
    version: number
    postedAt: Instant | null
  }>(
    `select id, title, kind, week, lane, rules, group_rules as groupRules, version, posted_at as postedAt from works
     where id = $workId and class_id = $classId`,
    { classId, workId },
  )
