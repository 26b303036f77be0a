import type { AccountId, ClassId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import type { Answer } from '@oppen/core/questions'
import type { Phase } from '@oppen/core/work'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../../db/index.js'
import { FROM_TAUGHT } from '../../classes/fragments.js'
import { fileNamed } from '../../files/fragments.js'
import type { SubmissionAddress, WorkAddress } from '../../submissions/address.js'
import {
  FROM_WORK,
  fromAsked,
  JOIN_ASKED,
  LEFT_SUBMISSION,
  PHASE,
  PUPIL,
  SUBMISSION_ADDRESS,
  WITH_TEACHER,
  WORK_HEAD,
} from '../../submissions/fragments.js'
import type { AnswerRow, AttemptRow, CheckRow } from './models.js'

/** Whether work `w` is a quiz: no other kind has sections. */
const IS_QUIZ = "w.details ->> '$.key.sections' is not null"
/** An answer `n` is of an attempt `t`. */
const OF_ANSWER = 'n.work_id = t.work_id and n.place_id = t.place_id and n.attempt = t.number'

type Key = { readonly workId: WorkId; readonly placeId: PlaceId }

export type Sitting = {
  readonly attempts: readonly Omit<AttemptRow, 'workId' | 'placeId'>[]
  /** The answers of the newest attempt. */
  readonly answers: readonly Omit<AnswerRow, 'workId' | 'placeId' | 'attempt'>[]
  readonly moreMinutes: number
}

/** All that one pupil has of a quiz: the attempts in their order, the answers of the newest, and the minutes that it has more. */
export async function sittingOf(db: Database, { workId, placeId }: Key): Promise<Sitting> {
  return JSON.parse((await db.json(SITTING, { workId, placeId })) ?? '')
}

/** The answers of one attempt. */
export const answersOf = async (
  db: Database,
  { workId, placeId }: Key,
  attempt: number,
): Promise<Sitting['answers']> => JSON.parse((await db.json(ANSWERS, { workId, placeId, attempt })) ?? '[]')

/** The columns of an answer that change, by the names of its row. */
const CHANGES = {
  answer: 'answer',
  version: 'version',
  flagged: 'flagged',
  at: 'at',
  checks: 'checks',
  wrong_checks: 'wrongChecks',
  checked_version: 'checkedVersion',
  solved: 'solved',
  share: 'share',
  note: 'note',
  spent: 'spent',
} as const satisfies Readonly<Record<string, keyof AnswerRow>>
const COLUMNS = {
  work_id: 'workId',
  place_id: 'placeId',
  attempt: 'attempt',
  question_id: 'questionId',
  ...CHANGES,
}
const PUT_ANSWERS = `insert into quiz_answers (${Object.keys(COLUMNS).join(', ')})
  select ${Object.values(COLUMNS)
    .map(name => `value ->> '${name}'`)
    .join(', ')} from json_each($rows) where true
  on conflict (work_id, place_id, attempt, question_id) do update set ${Object.keys(CHANGES)
    .map(column => `${column} = excluded.${column}`)
    .join(', ')}`

/** Writes answers, or others in their place: many in one statement, for everybody waits while it is written. Inside a command. */
export const putAnswers = (db: Database, rows: readonly AnswerRow[]): Promise<void> =>
  rows.length ? db.run(PUT_ANSWERS, { rows: JSON.stringify(rows) }) : Promise.resolve()

/** Writes the scores of attempts; inside a command. */
export const putScores = (
  db: Database,
  scores: readonly Pick<AttemptRow, 'workId' | 'placeId' | 'number' | 'score'>[],
): Promise<void> =>
  scores.length
    ? db.run(
        `update quiz_attempts set score = v.value ->> 'score' from json_each($scores) v
         where work_id = v.value ->> 'workId' and place_id = v.value ->> 'placeId' and number = v.value ->> 'number'`,
        { scores: JSON.stringify(scores) },
      )
    : Promise.resolve()

/** Attempts that are open after their time: after their limit alone, or after their quiz has closed. */
export const attemptsLeftOpen = (db: Database, before: Instant) =>
  db.rows<SubmissionAddress & { number: number }>(
    `select ${SUBMISSION_ADDRESS}, t.number from quiz_attempts t ${JOIN_ASKED}
     left join quiz_more_time o on o.work_id = t.work_id and o.place_id = t.place_id
     where t.handed_in_at is null and (a.closes_at <= $before
       or t.begun_at + (w.details ->> '$.minutes' + coalesce(o.minutes, 0)) * 60000 <= $before)`,
    { before },
  )

/**
 * What lies with the teacher although nothing of it waits for one: of quizzes that tell their answers once they have closed, and
 * have; and attempts that ended by themselves before `late`, so that nothing more of them can arrive.
 */
export const readyToComeBack = (db: Database, now: Instant, late: Instant) =>
  db.rows<SubmissionAddress>(
    `select ${SUBMISSION_ADDRESS} from ${WITH_TEACHER} s
     join quiz_attempts t on t.work_id = s.work_id and t.place_id = s.place_id and t.number = (select max(m.number)
       from quiz_attempts m where m.work_id = s.work_id and m.place_id = s.place_id) ${JOIN_ASKED}
     where (t.ended = 0 or t.handed_in_at <= $late)
       and not exists (select 1 from quiz_attempts u where u.work_id = t.work_id and u.place_id = t.place_id and u.score is null)
       and case w.details ->> '$.shown' when 'never' then 0 when 'afterClosing' then a.closes_at <= $now else t.ended end`,
    { now, late },
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

/** A quiz as it is stored; undefined where it is no quiz of the class. */
export const detailsOf = (db: Database, { classId, workId }: WorkAddress) =>
  db.row<{ details: string }>(`select w.details ${FROM_WORK} and ${IS_QUIZ}`, { classId, workId })

/** A quiz with the newest attempt of everybody of whom it is asked, as JSON; undefined where it is no quiz of the class. */
export const resultsJsonOf = (db: Database, classId: ClassId, workId: WorkId) =>
  db.json(RESULTS, { classId, workId })

const RESULTS = `select ${jsonObject({
  ...WORK_HEAD,
  pupils: jsonArray(
    jsonObject({
      ...PUPIL,
      attempt: 't.number',
      handedInAt: 't.handed_in_at',
      score: 't.score',
      begunAt: 't.begun_at',
      ended: jsonBoolean('t.ended'),
      moreMinutes:
        'coalesce((select minutes from quiz_more_time o where o.work_id = w.id and o.place_id = p.id), 0)',
      answers: jsonArray(
        jsonObject({
          questionId: 'n.question_id',
          answer: jsonNested('n.answer'),
          share: 'n.share',
          checks: 'n.checks',
          wrongChecks: 'n.wrong_checks',
          note: 'n.note',
          spent: 'n.spent',
        }),
        `from quiz_answers n where ${OF_ANSWER}`,
      ),
    }),
    fromAsked(`left join quiz_attempts t on t.work_id = w.id and t.place_id = p.id
       and t.number = (select max(number) from quiz_attempts m where m.work_id = w.id and m.place_id = p.id)`),
  ),
})} as json ${FROM_WORK} and ${IS_QUIZ}`

export type OfPlace = {
  readonly placeId: PlaceId
  readonly name: string
  readonly phase: Phase
  readonly mark: number | null
  readonly attempts: readonly (Omit<AttemptRow, 'workId' | 'placeId'> & {
    readonly answers: readonly (Omit<AnswerRow, 'workId' | 'placeId' | 'attempt'> & {
      readonly checked: readonly Answer[]
    })[]
  })[]
}

const ATTEMPT = jsonObject({
  number: 't.number',
  begunAt: 't.begun_at',
  handedInAt: 't.handed_in_at',
  score: 't.score',
  questions: 't.questions',
  decimalSign: 't.decimal_sign',
  ended: 't.ended',
})
const ANSWER = {
  questionId: 'n.question_id',
  answer: 'n.answer',
  version: 'n.version',
  flagged: 'n.flagged',
  at: 'n.at',
  checks: 'n.checks',
  wrongChecks: 'n.wrong_checks',
  checkedVersion: 'n.checked_version',
  solved: 'n.solved',
  share: 'n.share',
  note: 'n.note',
  spent: 'n.spent',
}

const OWN = 'work_id = $workId and place_id = $placeId'
const ANSWERS = `select ${jsonArray(
  jsonObject(ANSWER),
  `from quiz_answers n where ${OWN} and n.attempt = $attempt`,
)} as json`
const SITTING = `select ${jsonObject({
  attempts: jsonArray(ATTEMPT, `from (select * from quiz_attempts where ${OWN} order by number) t`),
  answers: jsonArray(
    jsonObject(ANSWER),
    `from quiz_answers n where ${OWN} and n.attempt = (select max(number) from quiz_attempts where ${OWN})`,
  ),
  moreMinutes: `coalesce((select minutes from quiz_more_time where ${OWN}), 0)`,
})} as json`

/** Everything that was answered and checked in all attempts at a quiz, by its pupils. */
export async function allOf(db: Database, workId: WorkId): Promise<readonly OfPlace[]> {
  return JSON.parse((await db.json(ALL, { workId })) ?? '[]')
}

const ALL = `select ${jsonArray(
  jsonObject({
    ...PUPIL,
    phase: PHASE,
    mark: 'i.mark',
    attempts: jsonArray(
      jsonObject({
        number: 't.number',
        begunAt: 't.begun_at',
        handedInAt: 't.handed_in_at',
        score: 't.score',
        questions: 't.questions',
        decimalSign: 't.decimal_sign',
        ended: 't.ended',
        answers: jsonArray(
          jsonObject({
            ...ANSWER,
            checked: jsonArray(
              jsonNested('k.answer'),
              `from (select answer from quiz_checks k where k.work_id = n.work_id and k.place_id = n.place_id
                 and k.attempt = n.attempt and k.question_id = n.question_id order by k.number) k`,
            ),
          }),
          `from quiz_answers n where ${OF_ANSWER}`,
        ),
      }),
      `from (select * from quiz_attempts t where t.work_id = $workId and t.place_id = p.id order by t.number) t`,
    ),
  }),
  `from works w join places p on p.class_id = w.class_id ${LEFT_SUBMISSION}
   where w.id = $workId and exists (select 1 from quiz_attempts t where t.work_id = w.id and t.place_id = p.id)`,
)} as json`

/** What was answered to one question in all that was handed in and in newest attempts, as JSON, with the file of each recording. */
export const answersToJson = (
  db: Database,
  { classId, workId, questionId }: WorkAddress & { readonly questionId: string },
) =>
  db.json(
    `select ${jsonObject({
      answers: jsonArray(
        jsonObject({
          placeId: 't.place_id',
          attempt: 't.number',
          answer: jsonNested('n.answer'),
          share: 'n.share',
          note: 'n.note',
          fileId: fileNamed("n.answer ->> '$.file'"),
        }),
        `from quiz_attempts t join quiz_answers n on ${OF_ANSWER} and n.question_id = $questionId
         where t.work_id = w.id and (t.handed_in_at is not null or not exists (select 1 from quiz_attempts m
           where m.work_id = t.work_id and m.place_id = t.place_id and m.number > t.number))
         order by t.place_id, t.number`,
      ),
    })} as json ${FROM_WORK}`,
    { classId, workId, questionId },
  )

/** The quizzes of the classes that somebody teaches, the newest first, as JSON. */
export const quizzesJson = (db: Database, accountId: AccountId) =>
  db.json(
    `select ${jsonObject({
      quizzes: jsonArray(
        jsonObject({
          classId: 'w.class_id',
          className: 'c.name',
          workId: 'w.id',
          title: 'w.title',
          count: `(select coalesce(sum(json_array_length(s.value -> '$.questions')), 0)
             from json_each(w.details, '$.key.sections') s)`,
        }),
        `${FROM_TAUGHT} join works w on w.class_id = c.id and w.removed_at is null and ${IS_QUIZ} order by w.made_at desc`,
      ),
    })} as json`,
    { accountId },
  )
