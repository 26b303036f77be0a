import {
  type Details,
  EMPTY_WORK,
  type FormDetails,
  type Question as OpenQuestion,
  type QuizDetails,
  type ReadingDetails,
  type VideoDetails,
  type WorkForm,
} from '@oppen/contract'
import type { Question } from '@oppen/core/questions'
import type { TimeRule, TimingRules } from '@oppen/core/timing'
import type { FormQuestion } from '@oppen/core/work/kinds/form'
import { type QuizRules, USUAL_RULES } from '@oppen/core/work/kinds/quiz'
import { EMPTY_PASSAGE, type Passage } from '@oppen/core/work/kinds/reading'
import { EMPTY_VIDEO, type GuidedVideo } from '@oppen/core/work/kinds/video'

/** A work in a few words: local times of the school for what is fixed, rules for what is not. */
export type PlainWork = Partial<Omit<WorkForm, 'rules'>> & {
  readonly appears?: string | TimeRule | null
  readonly opens?: string | TimeRule | null
  readonly due?: string | TimeRule | null
  readonly closes?: string | TimeRule | null
  /** The page that pupils begin with, of an assignment. */
  readonly template?: string
  /** Choices and the showing of answers, of an open question. */
  readonly question?: OpenQuestion
  /** How a quiz runs, and its questions. */
  readonly quiz?: QuizDetails
  /** A passage and the questions about it, of a reading. */
  readonly reading?: ReadingDetails
  /** A video with its stops and their questions. */
  readonly video?: VideoDetails
  /** Who answers a form, and its questions. */
  readonly form?: FormDetails
}

const ruleOf = (time: string | TimeRule | null | undefined): TimeRule | null =>
  typeof time === 'string' ? { is: 'fixed', local: time } : (time ?? null)

/** The whole form of a work; what is not said is left open, and it is an assignment for all. */
export function formOf({
  appears,
  opens,
  due,
  closes,
  template,
  question,
  quiz,
  reading,
  video,
  form,
  ...rest
}: PlainWork): WorkForm {
  const rules: TimingRules = {
    appears: ruleOf(appears),
    opens: ruleOf(opens),
    due: ruleOf(due),
    closes: ruleOf(closes),
  }
  const details: Details = {
    ...(template !== undefined && { assignment: { template } }),
    ...(question && { question }),
    ...(quiz && { quiz }),
    ...(reading && { reading }),
    ...(video && { video }),
    ...(form && { form }),
  }
  return { ...EMPTY_WORK, title: 'Work', details, ...rest, rules }
}

/** Start or end of the n-th lesson of the week. */
export const lessonRule = (edge: 'start' | 'end', n: number): TimeRule => ({ is: 'lesson', edge, n })

/** A form of these questions, by pupils and with names where nothing else is said. */
export const formWith = (
  questions: readonly FormQuestion[],
  rules: Partial<FormDetails> = {},
): FormDetails => ({
  answeredBy: 'pupils',
  named: true,
  ...rules,
  questions: [...questions],
})

/** A quiz of these questions in one section; what is not said of how it runs is as usual. */
export const quizWith = (questions: readonly Question[], rules: Partial<QuizRules> = {}): QuizDetails => ({
  ...USUAL_RULES,
  ...rules,
  key: { sections: [{ id: 's1', title: '', pick: null, questions: [...questions] }] },
})

/** A reading of a passage with these questions; what is not said is as usual. */
export const readingWith = (
  passage: Partial<Passage>,
  questions: readonly Question[] = [],
  rules: Partial<QuizRules> = {},
): ReadingDetails => ({
  ...quizWith(questions, rules),
  passage: {
    ...EMPTY_PASSAGE,
    html: '<p>The tide rises. It falls again.</p>',
    ...passage,
  } as ReadingDetails['passage'],
})

/** A guided video of a minute that asks nothing, unless questions and stops are given. Its file is no file that there is. */
export const videoWith = (
  guided: Partial<GuidedVideo>,
  questions: readonly Question[] = [],
  rules: Partial<QuizRules> = {},
): VideoDetails => ({
  ...quizWith(questions, rules),
  guided: {
    ...EMPTY_VIDEO,
    address: '/api/classes/none/works/none/materials/none',
    seconds: 60,
    ...guided,
  } as VideoDetails['guided'],
})

/** A question that a teacher marks, the plainest that there is. */
export const WHY: Question = {
  id: 'q1',
  kind: 'long',
  prompt: '<p>Why?</p>',
  hint: null,
  points: 100,
  draws: [],
  ask: {},
  key: { example: '', ifRight: '', ifWrong: '', working: '' },
}
