import type { Hundredths } from '../../../marks/index.js'
import { err, type Outcome, ok } from '../../../outcome/index.js'
import { type AskedQuestion, Drawing, type Question } from '../../../questions/index.js'

export const SHOWN_WHEN = ['atOnce', 'afterHandIn', 'afterClosing', 'never'] as const
export const COUNTED = ['best', 'last', 'first', 'average'] as const
export const PAGES = ['all', 'single'] as const

/** How a quiz runs. */
export type QuizRules = {
  /** How often each answer can be checked before handing in: never (0), so often, or until it is right (null). */
  readonly checks: number | null
  /** Which part of the points of a question each check costs that found it wrong, in percent. */
  readonly checkCost: number
  /** How many attempts there are; null for as many as one likes. */
  readonly attempts: number | null
  readonly counted: (typeof COUNTED)[number]
  /** When the right answers and the feedback are shown. */
  readonly shown: (typeof SHOWN_WHEN)[number]
  /** Whether each pupil has the questions of a section in an order of their own. */
  readonly mixed: boolean
  readonly pages: (typeof PAGES)[number]
  /** The time for an attempt; null for no limit. */
  readonly minutes: number | null
}

/** How a quiz runs where nothing else was said. */
export const USUAL_RULES: QuizRules = {
  checks: 1,
  checkCost: 0,
  attempts: 1,
  counted: 'best',
  shown: 'afterHandIn',
  mixed: false,
  pages: 'all',
  minutes: null,
}

export type Section<Q = Question> = {
  readonly id: string
  readonly title: string
  /** How many of its questions each pupil gets; null for all. */
  readonly pick: number | null
  readonly questions: readonly Q[]
}

/** The most of everything. */
export const QUIZ_LIMITS = { questions: 100, sections: 20, attempts: 20, checks: 20, minutes: 600 } as const

/** The questions of a quiz, section after section. */
export const questionsOf = <Q>(sections: readonly Section<Q>[]): Q[] =>
  sections.flatMap(({ questions }) => questions)

/**
 * The sections as one pupil has them in one attempt: so many of each pool, in an order of their own where the quiz says so.
 * The same for the same words, which name the pupil, the quiz and the attempt.
 */
export function pickSections<Q extends Pick<AskedQuestion, 'id'>>(
  sections: readonly Section<Q>[],
  { mixed }: Pick<QuizRules, 'mixed'>,
  words: string,
): Section<Q>[] {
  return sections.map(section => {
    const random = new Drawing(`pick ${section.id} ${words}`)
    const drawn = random.mixed(section.questions)
    const picked = new Set(drawn.slice(0, section.pick ?? undefined))
    const questions = mixed
      ? drawn.filter(one => picked.has(one))
      : section.questions.filter(one => picked.has(one))
    return { ...section, questions }
  })
}

/** The most points of a quiz: of a pool, so many of its questions, which all have the same points. */
export const mostPoints = (sections: readonly Section<Pick<Question, 'points'>>[]): Hundredths =>
  sections.reduce((sum, { pick, questions }) => {
    const counted = pick === null ? questions : questions.slice(0, pick)
    return sum + counted.reduce((all, { points }) => all + points, 0)
  }, 0)

/** Whether sections can be posted, as far as they are more than their questions. */
export function checkSections(sections: readonly Section<Pick<Question, 'id' | 'points'>>[]): Outcome<true> {
  const questions = questionsOf(sections)
  if (!questions.length) return err('quiz_empty')
  if (questions.length > QUIZ_LIMITS.questions) return err('quiz_long', { most: QUIZ_LIMITS.questions })
  if (new Set(questions.map(({ id }) => id)).size !== questions.length) return err('quiz_twice')
  for (const { pick, title, questions: pool } of sections) {
    if (pick === null) continue
    if (pick < 1 || pick > pool.length) return err('quiz_pick', { title, count: pool.length })
    // whoever gets the dearer ones could have more
    if (new Set(pool.map(({ points }) => points)).size > 1) return err('quiz_pool_points', { title })
  }
  return ok(true)
}
