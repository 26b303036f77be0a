import type { AccountId, ClassId, Instant, PlaceId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../../db/index.js'
import type { SubmissionAddress } from '../../submissions/address.js'
import { LEFT_SUBMISSION, PHASE } from '../../submissions/fragments.js'

/** What a pupil marked in a passage, as JSON. */
export const marksJson = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.json(
    `select ${jsonObject({
      marks: jsonArray(
        jsonObject({
          id: 'm.id',
          colour: 'm.colour',
          anchor: jsonNested('m.anchor'),
          note: 'm.note',
          at: 'm.at',
        }),
        'from reading_marks m where m.work_id = $workId and m.place_id = $placeId order by m.at, m.id',
      ),
    })} as json`,
    { workId, placeId },
  )

/** How many marks a submission has besides one. */
export const otherMarks = async (
  db: Database,
  { workId, placeId }: SubmissionAddress,
  id: string,
): Promise<number> =>
  (
    await db.row<{ count: number }>(
      'select count(*) as count from reading_marks where work_id = $workId and place_id = $placeId and id <> $id',
      { workId, placeId, id },
    )
  )?.count ?? 0

/** The words that somebody keeps, the latest first, as JSON. */
export const ownWordsJson = (db: Database, accountId: AccountId) =>
  db.json(
    `select ${jsonObject({
      words: jsonArray(
        jsonObject({ id: 'o.id', word: 'o.word', context: 'o.context', sentence: 'o.sentence', at: 'o.at' }),
        'from own_words o where o.account_id = $accountId order by o.at desc, o.word',
      ),
    })} as json`,
    { accountId },
  )

/** The same word under another id, and how many words somebody keeps. */
export const ownWordsNow = (db: Database, accountId: AccountId, folded: string) =>
  db.row<{ count: number; same: string | null }>(
    `select count(*) as count, max(iif(folded = $folded, id, null)) as same from own_words where account_id = $accountId`,
    { accountId, folded },
  )

/** When an answer was given; undefined where there is none. */
export const answeredAt = (
  db: Database,
  { workId, placeId }: SubmissionAddress,
  attempt: number,
  questionId: string,
) =>
  db.row<{ at: Instant }>(
    `select at from quiz_answers where work_id = $workId and place_id = $placeId and attempt = $attempt
       and question_id = $questionId`,
    { workId, placeId, attempt, questionId },
  )

/** Everything that was counted of one pupil, in the order in which it was read, as JSON; where asked, only what was handed back. */
export const fluencyJson = (
  db: Database,
  { classId, placeId }: { readonly classId: ClassId; readonly placeId: PlaceId },
  handedBack: boolean,
) =>
  db.json(
    `select ${jsonObject({
      name: 'o.name',
      readings: jsonArray(
        jsonObject({
          workId: 'w.id',
          title: 'w.title',
          attempt: 'r.attempt',
          questionId: 'r.question_id',
          at: 'n.at',
          read: 'r.last + 1',
          slips: 'r.last + 1 - r.correct',
          correct: 'r.correct',
          perMinute: 'r.per_minute',
          tapped: jsonNested('r.slips'),
          last: 'r.last',
          seconds: 'r.seconds',
        }),
        `from reading_counts r join works w on w.id = r.work_id and w.removed_at is null
         join places p on p.id = r.place_id ${LEFT_SUBMISSION}
         join quiz_answers n on n.work_id = r.work_id and n.place_id = r.place_id and n.attempt = r.attempt
           and n.question_id = r.question_id
         where r.place_id = $placeId and (not $handedBack or ${PHASE} = 'handedBack') order by n.at, w.id`,
      ),
    })} as json from places o where o.id = $placeId and o.class_id = $classId`,
    { classId, placeId, handedBack: Number(handedBack) },
  )
