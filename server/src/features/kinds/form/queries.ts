import type { PlaceId, WorkId } from '@oppen/core/ids'
import type { Side } from '@oppen/core/work/kinds/form'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../../db/index.js'
import { nameOf } from '../../accounts/fragments.js'
import type { WorkAddress } from '../../submissions/address.js'
import {
  FROM_WORK,
  fromAsked,
  LEFT_SUBMISSION,
  NEVER_CLOSES,
  PHASE,
  PUPIL,
  TAUGHT_LINE,
  WORK_HEAD,
} from '../../submissions/fragments.js'
import type { FormAnswerRow } from './models.js'

type Key = { readonly workId: WorkId; readonly placeId: PlaceId }

/** The answer with a name that one side has given for a place. */
export const namedAnswer = (db: Database, { workId, placeId }: Key, side: Side) =>
  db.row<Pick<FormAnswerRow, 'id' | 'answers' | 'at' | 'batch'>>(
    'select id, answers, at, batch from form_answers where work_id = $workId and place_id = $placeId and side = $side',
    { workId, placeId, side },
  )

/** The answer without a name that a receipt opens. */
export const answerOfReceipt = (db: Database, workId: WorkId, receipt: string) =>
  db.row<Pick<FormAnswerRow, 'id' | 'batch'> & { side: Side }>(
    'select id, batch, side from form_answers where work_id = $workId and receipt = $receipt',
    { workId, receipt },
  )

/** How many answers there are, and whether the family of a place has done its part. */
export const countAnswers = async (db: Database, workId: WorkId): Promise<number> =>
  (
    await db.row<{ count: number }>('select count(*) as count from form_answers where work_id = $workId', {
      workId,
    })
  )?.count ?? 0

export const familyHasAnswered = async (db: Database, { workId, placeId }: Key): Promise<boolean> =>
  (await db.row('select 1 as one from family_parts where work_id = $workId and place_id = $placeId', {
    workId,
    placeId,
  })) !== undefined

/** A form with everybody of whom it is asked and with all answers, as JSON; undefined where it is no form of the class. */
export const resultsJsonOf = (db: Database, { classId, workId }: WorkAddress) =>
  db.json(RESULTS, { classId, workId })

const RESULTS = `select ${jsonObject({
  ...WORK_HEAD,
  closesAt: TAUGHT_LINE.closesAt,
  // one group that never closes keeps the whole open
  open: jsonBoolean(NEVER_CLOSES),
  people: jsonArray(
    jsonObject({
      ...PUPIL,
      pupil: jsonBoolean(`${PHASE} = 'started'`),
      family: jsonBoolean('f.place_id is not null'),
    }),
    fromAsked(`${LEFT_SUBMISSION} left join family_parts f on f.work_id = w.id and f.place_id = p.id`),
  ),
  answers: jsonArray(
    jsonObject({
      placeId: 'n.place_id',
      by: nameOf('n.account_id'),
      at: 'n.at',
      side: 'n.side',
      batch: 'n.batch',
      answers: jsonNested('n.answers'),
    }),
    'from form_answers n where n.work_id = w.id order by n.id',
  ),
})} as json ${FROM_WORK} and w.details ->> '$.answeredBy' is not null`
