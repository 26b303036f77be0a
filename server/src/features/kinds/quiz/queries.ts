import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../../db/index.js'
import type { AnswerRow, AttemptRow, CheckRow } from './models.js'

type Key = { readonly workId: WorkId; readonly placeId: PlaceId }

/** The attempts of one pupil at a quiz, in their order. */
export const attemptsOf = (db: Database, { workId, placeId }: Key) =>
  db.rows<Omit<AttemptRow, 'workId' | 'placeId'>>(
    `select number, begun_at as begunAt, handed_in_at as handedInAt, score from quiz_attempts
     where work_id = $workId and place_id = $placeId order by number`,
    { workId, placeId },
  )

/** The answers of one attempt. */
export const answersOf = (db: Database, { workId, placeId }: Key, attempt: number) =>
  db.rows<Omit<AnswerRow, 'workId' | 'placeId' | 'attempt'>>(
    `select question_id as questionId, answer, version, flagged, at, checks, wrong_checks as wrongChecks, checked_version as checkedVersion, solved, share
     from quiz_answers where work_id = $workId and place_id = $placeId and attempt = $attempt`,
    { workId, placeId, attempt },
  )

/** The minutes that one pupil has more in each attempt. */
export const moreMinutesOf = async (db: Database, { workId, placeId }: Key): Promise<number> => {
  const row = await db.row<{ minutes: number }>(
    'select minutes from quiz_more_time where work_id = $workId and place_id = $placeId',
    { workId, placeId },
  )
  return row?.minutes ?? 0
}

/** One check of one question; undefined where it was not made. */
export const checkOf = (
  db: Database,
  { workId, placeId }: Key,
  { attempt, questionId, number }: Pick<CheckRow, 'attempt' | 'questionId' | 'number'>,
) =>
  db.row<Pick<CheckRow, 'answer' | 'share'>>(
    `select answer, share from quiz_checks where work_id = $workId and place_id = $placeId and attempt = $attempt
       and question_id = $questionId and number = $number`,
    { workId, placeId, attempt, questionId, number },
  )

/** Who posted a work: what it does by itself is done in that name. */
export const postedBy = (db: Database, workId: WorkId) =>
  db.row<{ postedBy: string }>('select posted_by as postedBy from works where id = $workId', { workId })

/** A quiz with the newest attempt of everybody of whom it is asked, as JSON; undefined where it is no quiz of the class. */
export const resultsJsonOf = (db: Database, classId: ClassId, workId: WorkId) =>
  db.json(RESULTS, { classId, workId })

const RESULTS = `select ${jsonObject({
  className: 'c.name',
  title: 'w.title',
  details: jsonNested('w.details'),
  pupils: jsonArray(
    jsonObject({
      placeId: 'p.id',
      name: 'p.name',
      attempt: 't.number',
      handedInAt: 't.handed_in_at',
      score: 't.score',
      moreMinutes:
        'coalesce((select minutes from quiz_more_time o where o.work_id = w.id and o.place_id = p.id), 0)',
      answers: jsonArray(
        jsonObject({
          questionId: 'n.question_id',
          answer: jsonNested('n.answer'),
          share: 'n.share',
          checks: 'n.checks',
        }),
        'from quiz_answers n where n.work_id = t.work_id and n.place_id = t.place_id and n.attempt = t.number',
      ),
    }),
    `from asked a join places p on p.id = a.place_id and p.left_at is null
     left join quiz_attempts t on t.work_id = w.id and t.place_id = p.id
       and t.number = (select max(number) from quiz_attempts m where m.work_id = w.id and m.place_id = p.id)
     where a.work_id = w.id order by p.name`,
  ),
})} as json from works w join classes c on c.id = w.class_id
  where w.id = $workId and w.class_id = $classId and w.removed_at is null and w.details ->> '$.key.sections' is not null`
