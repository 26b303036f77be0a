import type { AccountId, ClassId, Instant, NoteId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { markerOf } from '@oppen/core/readMarkers'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { APPEARED, removableNoteJson } from '../submissions/fragments.js'
import type { SubmissionAddress } from '../submissions/moves.js'

type WorkAddress = { readonly classId: ClassId; readonly workId: WorkId }
type FoundNote = { byAccount: AccountId; removedAt: Instant | null }

/** A side note of exactly this submission of exactly this class. */
export const sideNoteOf = (
  db: Database,
  { classId, workId, placeId, noteId }: SubmissionAddress & { noteId: NoteId },
) =>
  db.row<FoundNote>(
    `select n.by_account as byAccount, n.removed_at as removedAt from side_notes n
     join works w on w.id = n.work_id and w.class_id = $classId
     where n.id = $noteId and n.work_id = $workId and n.place_id = $placeId`,
    { classId, workId, placeId, noteId },
  )

export const classNoteOf = (db: Database, { classId, workId, noteId }: WorkAddress & { noteId: NoteId }) =>
  db.row<FoundNote>(
    `select n.by_account as byAccount, n.removed_at as removedAt from class_notes n
     join works w on w.id = n.work_id and w.class_id = $classId
     where n.id = $noteId and n.work_id = $workId`,
    { classId, workId, noteId },
  )

/** Whether a place is asked for a work that has appeared and was not taken away. */
export const isAsked = (db: Database, { classId, workId, placeId }: SubmissionAddress, now: Instant) =>
  db.row<{ workId: WorkId }>(
    `select w.id as workId from works w join asked a on a.work_id = w.id and a.place_id = $placeId and ${APPEARED}
     where w.id = $workId and w.class_id = $classId and w.removed_at is null`,
    { classId, workId, placeId, now },
  )

const THREAD = `select ${jsonObject({
  notes: jsonArray(
    removableNoteJson('n', 'a'),
    'from class_notes n join accounts a on a.id = n.by_account where n.work_id = w.id order by n.at, n.rowid',
  ),
  readAt: '(select at from read_markers where account_id = $viewer and what = $marker)',
})} as json from works w where w.id = $workId and w.class_id = $classId and w.removed_at is null`

/** The thread of the class beside a work; words that were taken out only for teachers. */
export const threadJson = (db: Database, { classId, workId }: WorkAddress, viewer: Viewer) =>
  db.json(THREAD, {
    classId,
    workId,
    viewer: viewer.accountId,
    kind: viewer.kind,
    marker: markerOf('thread', workId),
  })
