import type { PlaceId, WorkId } from '@oppen/core/ids'
import type { Database } from '../../../db/index.js'
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
    `select question_id as questionId, answer, version, flagged, at, checks, wrong_checks as wrongChecks, solved, share
     from quiz_answers where work_id = $workId and place_id = $placeId and attempt = $attempt`,
    { workId, placeId, attempt },
  )

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
