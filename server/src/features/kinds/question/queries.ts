import type { AccountId, ClassId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../../db/index.js'
import { APPEARED, noteJson, OWN_LINE, TAUGHT_LINE } from '../../submissions/fragments.js'

const repliesJson = jsonArray(
  noteJson('r', 'b'),
  `from answer_replies r join accounts b on b.id = r.by_account
   where r.work_id = n.work_id and r.place_id = n.place_id order by r.at, r.id`,
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

const statement = (line: string, from: string) => `select ${jsonObject({
  className: 'c.name',
  work: line,
  question: jsonNested('w.question'),
  answers: answersJson,
  notYet: `(select json_group_array(name) from (select p.name from asked a join places p on p.id = a.place_id
    where a.work_id = w.id and p.left_at is null
      and not exists (select 1 from answers n where n.work_id = w.id and n.place_id = p.id) order by p.name))`,
})} as json from works w join classes c on c.id = w.class_id ${from}
  where w.id = $workId and w.class_id = $classId and w.kind = 'question' and w.removed_at is null`

const OWN = statement(
  jsonObject(OWN_LINE),
  `join asked a on a.work_id = w.id and a.place_id = $placeId and ${APPEARED} and (a.opens_at is null or a.opens_at <= $now)`,
)
const TAUGHT = statement(jsonObject(TAUGHT_LINE), '')

export type Asking = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly viewer: AccountId
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
        placeId: null,
      })

export const answerOf = (db: Database, workId: WorkId, placeId: PlaceId) =>
  db.row<{ version: number }>('select version from answers where work_id = $workId and place_id = $placeId', {
    workId,
    placeId,
  })

export const questionOf = (db: Database, classId: ClassId, workId: WorkId) =>
  db.row<{ question: string }>(
    "select question from works where id = $workId and class_id = $classId and kind = 'question'",
    { classId, workId },
  )
