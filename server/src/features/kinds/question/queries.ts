import type { AccountId, ClassId, Instant, NoteId, PlaceId, WorkId } from '@oppen/core/ids'
import type { AccountKind } from '@oppen/core/permissions'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../../db/index.js'
import { nameOf } from '../../accounts/fragments.js'
import { APPEARED, OWN_LINE, TAUGHT_LINE } from '../../submissions/fragments.js'
import type { AnswerRow } from './models.js'

/** A `note` of the contract, from the reply `r` and the account `b` of who wrote it; its words, once removed, for teachers alone. */
const REPLY = jsonObject({
  id: 'r.id',
  by: 'b.shown_name',
  mine: jsonBoolean('r.by_account = $viewer'),
  byTeacher: jsonBoolean("b.kind = 'teacher'"),
  at: 'r.at',
  text: "iif(r.removed_at is null or $kind = 'teacher', r.text, '')",
  removedBy: nameOf('r.removed_by'),
})

const repliesJson = jsonArray(
  REPLY,
  `from answer_replies r join accounts b on b.id = r.by_account
   where r.work_id = n.work_id and r.place_id = n.place_id order by r.at, r.rowid`,
)

const answersJson = jsonArray(
  jsonObject({
    placeId: 'n.place_id',
    name: 'p.name',
    text: 'n.text',
    choices: jsonNested('n.choices'),
    at: 'n.at',
    version: 'n.version',
    mine: jsonBoolean('n.place_id = $placeId'),
    replies: repliesJson,
  }),
  'from answers n join places p on p.id = n.place_id where n.work_id = w.id and p.left_at is null order by n.at',
)

/** Whether work `w` is one whose answers can be shown. */
const SHOWS_ANSWERS = "w.details ->> 'shown' is not null"

const statement = (line: string, details: string, from: string) => `select ${jsonObject({
  className: 'c.name',
  work: line,
  question: jsonNested(details),
  answers: answersJson,
  toMark: `(select count(*) from submissions i join places p on p.id = i.place_id and p.left_at is null
    where i.work_id = w.id and i.phase = 'withTeacher')`,
  notYet: `(select json_group_array(name) from (select p.name from asked a join places p on p.id = a.place_id
    where a.work_id = w.id and p.left_at is null
      and not exists (select 1 from answers n where n.work_id = w.id and n.place_id = p.id) order by p.name))`,
})} as json from works w join classes c on c.id = w.class_id ${from}
  where w.id = $workId and w.class_id = $classId and ${SHOWS_ANSWERS} and w.removed_at is null`

const OWN = statement(
  jsonObject(OWN_LINE),
  "json_remove(w.details, '$.key')",
  `join asked a on a.work_id = w.id and a.place_id = $placeId and ${APPEARED} and (a.opens_at is null or a.opens_at <= $now)`,
)
const TAUGHT = statement(jsonObject(TAUGHT_LINE), 'w.details', '')

export type Asking = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly viewer: AccountId
  /** What the viewer is: only teachers read what was removed. */
  readonly kind: AccountKind
  readonly now: Instant
}

/** A question with all its answers: for its teachers, or for a pupil of whom it is asked and for whom it is open. */
export const answersJsonOf = (db: Database, asking: Asking, placeId: PlaceId | null) =>
  placeId
    ? db.json(OWN, { ...asking, placeId })
    : db.json(TAUGHT, {
        classId: asking.classId,
        workId: asking.workId,
        viewer: asking.viewer,
        kind: asking.kind,
        placeId: null,
      })

export const answerOf = (db: Database, workId: WorkId, placeId: PlaceId) =>
  db.row<Pick<AnswerRow, 'text' | 'choices' | 'at' | 'version'>>(
    'select text, choices, at, version from answers where work_id = $workId and place_id = $placeId',
    { workId, placeId },
  )

export const questionOf = (db: Database, classId: ClassId, workId: WorkId) =>
  db.row<{ question: string }>(
    `select w.details as question from works w where w.id = $workId and w.class_id = $classId and ${SHOWS_ANSWERS}`,
    { classId, workId },
  )

/** A reply to exactly this answer to a question of exactly this class. */
export const replyOf = (
  db: Database,
  {
    classId,
    workId,
    answerOf: placeId,
    noteId,
  }: { classId: ClassId; workId: WorkId; answerOf: PlaceId; noteId: NoteId },
) =>
  db.row<{ byAccount: AccountId; removedAt: Instant | null }>(
    `select r.by_account as byAccount, r.removed_at as removedAt from answer_replies r
     join works w on w.id = r.work_id and w.class_id = $classId
     where r.id = $noteId and r.work_id = $workId and r.place_id = $placeId`,
    { classId, workId, placeId, noteId },
  )
