import type { ClassId, ConversationId, Instant, MergeId, PlaceId, WorkId } from '@oppen/core/ids'
import type { Phase } from '@oppen/core/work'
import type { Database } from '../../db/index.js'
import { SUBMISSION_TABLES } from './onPlace.js'

type SubmissionHeld = {
  workId: WorkId
  placeId: PlaceId
  phase: Phase
  moves: number
  savedAt: Instant | null
}

/** Every work on which one of two places has something: a move, a draft, a file or a side note. */
export const submissionsOfBoth = (db: Database, one: PlaceId, other: PlaceId) =>
  db.rows<SubmissionHeld>(
    `select w.work_id as workId, w.place_id as placeId, coalesce(i.phase, 'untouched') as phase,
            coalesce(i.moves, 0) as moves, k.saved_at as savedAt
     from (${SUBMISSION_TABLES.map(
       table => `select work_id, place_id from ${table} where place_id in ($one, $other)`,
     ).join(' union ')}) w
     left join submissions i on i.work_id = w.work_id and i.place_id = w.place_id
     left join drafts k on k.work_id = w.work_id and k.place_id = w.place_id`,
    { one, other },
  )

/** Works that are asked of one place by name and not of the other. */
export const worksAssignedOnlyTo = (db: Database, one: PlaceId, other: PlaceId) =>
  db.rows<{ workId: WorkId }>(
    `select work_id as workId from work_pupils k where place_id = $one
       and not exists (select 1 from work_pupils o where o.work_id = k.work_id and o.place_id = $other)`,
    { one, other },
  )

/** The own deadlines of one place, with those of the other on the same work. */
export const extensionsOfBoth = (db: Database, one: PlaceId, other: PlaceId) =>
  db.rows<{ workId: WorkId; mine: Instant; theirs: Instant | null }>(
    `select x.work_id as workId, x.due_at as mine, o.due_at as theirs from extensions x
       left join extensions o on o.work_id = x.work_id and o.place_id = $other where x.place_id = $one`,
    { one, other },
  )

/** The notices that one place has answered and the other has not. */
export const tapsOnlyOf = (db: Database, one: PlaceId, other: PlaceId) =>
  db.rows<{ conversationId: ConversationId; side: 'pupil' | 'family' }>(
    `select conversation_id as conversationId, side from notice_taps t where place_id = $one and not exists (
       select 1 from notice_taps o where o.conversation_id = t.conversation_id and o.side = t.side and o.place_id = $other)`,
    { one, other },
  )

/** Whether all that is written from one place waits for the nod, and from the other does not. */
export const nodOnlyOf = async (db: Database, one: PlaceId, other: PlaceId): Promise<boolean> =>
  (await db.row(
    `select 1 as one from nod_places where place_id = $one and not exists (
       select 1 from nod_places o where o.place_id = $other)`,
    { one, other },
  )) !== undefined

export const mergeOfClass = (db: Database, classId: ClassId, mergeId: MergeId) =>
  db.row<{ fromPlace: PlaceId; intoPlace: PlaceId; took: string; undoneAt: Instant | null }>(
    `select from_place as fromPlace, into_place as intoPlace, took, undone_at as undoneAt
     from merges where id = $mergeId and class_id = $classId`,
    { mergeId, classId },
  )
