import type { Instant } from '../../../ids/index.js'
import { err, type Outcome, ok } from '../../../outcome/index.js'
import {
  type Answer,
  type AskedQuestion,
  areDistinct,
  asksNothing,
  isUnanswered,
  type Marking,
  type QuestionKind,
  readAnswerTo,
} from '../../../questions/index.js'
import type { Timing } from '../../state.js'

/** Who answers a form: pupils, their families, or both, each for themselves. */
export const ANSWERED_BY = ['pupils', 'families', 'both'] as const
export type AnsweredBy = (typeof ANSWERED_BY)[number]

/** For whom an answer is given: a pupil, or the family of one. The families of one child give one answer together. */
export const SIDES = ['pupil', 'family'] as const
export type Side = (typeof SIDES)[number]

/** The kinds of question that have something to ask without right or wrong. */
export const FORM_QUESTIONS = ['one', 'several', 'text', 'long', 'number', 'order', 'place'] as const
export type FormQuestionKind = (typeof FORM_QUESTIONS)[number] & QuestionKind

export type FormQuestion = Extract<AskedQuestion, { kind: FormQuestionKind }> & {
  /** Whether it has to be answered. */
  readonly required: boolean
}

export type Form = {
  readonly answeredBy: AnsweredBy
  /** Whether answers have names; without, no row tells whose they are. */
  readonly named: boolean
  readonly questions: readonly FormQuestion[]
}

/** The most questions; and without names, as many answers as have to be there before any of them is shown. */
export const FORM_LIMITS = { questions: 30, together: 5 } as const

/** Whether a side is asked. */
export const isAsked = ({ answeredBy }: Pick<Form, 'answeredBy'>, side: Side): boolean =>
  answeredBy === 'both' || answeredBy === (side === 'pupil' ? 'pupils' : 'families')

/** Whether families have something to do with it. */
export const asksFamilies = (form: Pick<Form, 'answeredBy'>): boolean => isAsked(form, 'family')

/** What a form lacks before it can be posted. Refuses `quiz_empty`, `quiz_long` and `quiz_twice`. */
export function checkForm({ questions }: Pick<Form, 'questions'>): Outcome<true> {
  if (!questions.length) return err('quiz_empty')
  if (questions.length > FORM_LIMITS.questions) return err('quiz_long', { most: FORM_LIMITS.questions })
  const ids = questions.map(({ id }) => id)
  return new Set(ids).size === ids.length ? ok(true) : err('quiz_twice')
}

/** What one question lacks: refuses `question_empty`, `question_choices`, `question_items` and `question_no_picture`. */
export function checkFormQuestion(question: FormQuestion): Outcome<true> {
  if (asksNothing(question)) return err('question_empty')
  switch (question.kind) {
    case 'one':
    case 'several':
      return areDistinct(question.ask.choices, 2) ? ok(true) : err('question_choices')
    case 'order':
      return areDistinct(question.ask.items, 2) ? ok(true) : err('question_items')
    case 'place':
      return question.ask.picture ? ok(true) : err('question_no_picture')
    default:
      return ok(true)
  }
}

/**
 * Whether somebody may answer now, or change what was answered. Refuses `form_not_asked` for a side that is not asked, and as
 * the times of the work say `work_not_open` and `work_closed`, with `at`.
 */
export function mayAnswer(
  form: Pick<Form, 'answeredBy'>,
  side: Side,
  { opensAt, closesAt }: Timing,
  now: Instant,
): Outcome<true> {
  if (!isAsked(form, side)) return err('form_not_asked')
  if (opensAt !== null && now < opensAt) return err('work_not_open', { at: opensAt })
  return closesAt !== null && closesAt <= now ? err('work_closed', { at: closesAt }) : ok(true)
}

/** What was answered to a form, by the ids of its questions. */
export type FormAnswers = Readonly<Record<string, Answer>>

export type ReadForm =
  | { readonly ok: true; readonly value: FormAnswers }
  /** `question` is the id of the question that it is about. */
  | {
      readonly ok: false
      readonly question: string
      readonly refusal: Extract<Outcome<never>, { ok: false }>['refusal']
    }

/**
 * Reads the answers to a form; those to questions that it does not have are left out, and so are blank ones. Refuses what
 * cannot be read, and `form_unanswered` with `number` where a question has to be answered.
 */
export function readAnswers(
  questions: readonly FormQuestion[],
  answers: FormAnswers,
  marking: Marking,
): ReadForm {
  const read: [string, Answer][] = []
  for (const [index, question] of questions.entries()) {
    const answer = Object.hasOwn(answers, question.id) ? answers[question.id] : undefined
    if (!answer || isUnanswered(answer)) {
      if (!question.required) continue
      const missing = err('form_unanswered', { number: index + 1 })
      return { ok: false, question: question.id, refusal: missing.refusal }
    }
    const known = readAnswerTo(question, answer, marking)
    if (!known.ok) return { ok: false, question: question.id, refusal: known.refusal }
    read.push([question.id, answer])
  }
  return { ok: true, value: Object.fromEntries(read) }
}

/**
 * In which batch the next answer without a name goes: each holds as many as have to be there before any is shown, so that
 * nobody who watches can tell the newest from the others.
 */
export const batchOf = (answersSoFar: number): number => Math.floor(answersSoFar / FORM_LIMITS.together)

/** How many batches may be seen of so many answers: those that are full, and all once nothing more can come. */
export const shownBatches = (answers: number, closed: boolean): number =>
  closed ? Number.MAX_SAFE_INTEGER : batchOf(answers)
