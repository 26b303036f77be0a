import type { WorkId } from '@oppen/core/ids'
import type { Database } from '../../db/index.js'

/** Whether a text of the submission of file `f` shows it. */
const SHOWN = ['drafts', 'draft_versions', 'hand_ins']
  .map(
    table => `exists (select 1 from ${table} t where t.work_id = f.work_id and t.place_id = f.place_id
      and instr(t.html, '/files/' || f.id) > 0)`,
  )
  .join(' or ')

/**
 * Statements that clear what has outlived its time ($before), some rows each ($most). What was handed in, and what a
 * text still shows, stays.
 */
export const CLEARING = {
  takenUpload:
    'delete from taken_uploads where id in (select id from taken_uploads where at < $before limit $most)',
  removedFile: `delete from files where id in (select f.id from files f where f.removed_at < $before
    and not exists (select 1 from hand_in_files h where h.file_id = f.id) and not (${SHOWN}) limit $most)`,
  removedClassFile:
    'delete from class_files where id in (select id from class_files where removed_at < $before limit $most)',
  removedCircleFile:
    'delete from circle_files where id in (select id from circle_files where removed_at < $before limit $most)',
  readyFile:
    'delete from message_files where id in (select id from message_files where message_id is null and at < $before limit $most)',
  looseRecording: `delete from annotation_files where id in (select f.id from annotation_files f where f.at < $before
    and not exists (select 1 from annotations n where n.work_id = f.work_id and n.place_id = f.place_id
      and n.data ->> 'fileId' = f.id) limit $most)`,
  sentMail: `delete from outgoing_mails where (account_id, kind, ref) in
    (select account_id, kind, ref from outgoing_mails where sent_at < $before limit $most)`,
  joinRequest:
    'delete from join_requests where id in (select id from join_requests where coalesce(answered_at, at) < $before limit $most)',
  invitation: `delete from invitations where id in
    (select id from invitations where coalesce(answered_at, ends_at) < $before limit $most)`,
  auditLog: 'delete from audit_log where id in (select id from audit_log where at < $before limit $most)',
  attemptsOfDay: 'delete from attempts where id in (select id from attempts where at < $before limit $most)',
  session:
    'delete from sessions where token_hash in (select token_hash from sessions where ends_at < $before limit $most)',
  reset:
    'delete from resets where token_hash in (select token_hash from resets where ends_at < $before limit $most)',
  emailConfirmation:
    'delete from email_confirmations where token_hash in (select token_hash from email_confirmations where ends_at < $before limit $most)',
} as const

/** Worksheets on which ink was taken off that no version and no hand-in shows, changed last before a moment. */
export const worksheetsWithOldInk = (db: Database, before: number, most: number) =>
  db.rows<{ workId: WorkId; placeId: string }>(
    `select w.work_id as workId, w.place_id as placeId from worksheets w where w.saved_at < $before
       and exists (select 1 from ink i where i.work_id = w.work_id and i.place_id = w.place_id and ${GONE}) limit $most`,
    { before, most },
  )

const GONE = `i.removed is not null
  and not exists (select 1 from worksheet_versions v where v.work_id = i.work_id and v.place_id = i.place_id
    and v.version >= i.added and v.version < i.removed)
  and not exists (select 1 from hand_ins h where h.work_id = i.work_id and h.place_id = i.place_id
    and h.worksheet ->> 'version' >= i.added and h.worksheet ->> 'version' < i.removed)`

/** Clears the ink of a worksheet that nothing shows. */
export const clearInk = (db: Database, { workId, placeId }: { workId: WorkId; placeId: string }) =>
  db.run(
    `delete from ink as i where i.work_id = $workId and i.place_id = $placeId and ${GONE}`,
    { workId, placeId },
    ['ink'],
  )

export const oldLetters = (db: Database, before: number, most: number) =>
  db.rows<{ id: string; file: string }>('select id, file from mails where at < $before limit $most', {
    before,
    most,
  })
