import type { Hundredths } from '../marks/index.js'
import { err, type Outcome } from '../outcome/index.js'
import type { Marking, QuestionRules, Verdict } from './kind.js'
import {
  type BlanksAnswer,
  type BlanksKey,
  type GapsAsk,
  gaps,
  type TableAsk,
  table,
} from './kinds/blanks.js'
import {
  type ByHandKey,
  type DrawingAnswer,
  type DrawingAsk,
  drawing,
  type LongAsk,
  long,
  type RecordingAnswer,
  type RecordingAsk,
  recording,
} from './kinds/byHand.js'
import {
  type ChoiceAsk,
  type OneAnswer,
  type OneKey,
  one,
  type SeveralAnswer,
  type SeveralKey,
  several,
} from './kinds/choice.js'
import {
  type FormulaAsk,
  type FormulaKey,
  formula,
  type NumberAsk,
  type NumberKey,
  number,
} from './kinds/number.js'
import { type PlaceAnswer, type PlaceAsk, type PlaceKey, place } from './kinds/place.js'
import {
  type GroupsAnswer,
  type GroupsAsk,
  type GroupsKey,
  groups,
  type OrderAnswer,
  type OrderAsk,
  type OrderKey,
  order,
  type PairsAnswer,
  type PairsAsk,
  type PairsKey,
  pairs,
} from './kinds/sorted.js'
import { type TextAnswer, type TextKey, text } from './kinds/text.js'

/** What is asked, the key and the answer of each kind of question. A kind is added here and in `QUESTIONS`. */
export type QuestionParts = {
  one: { ask: ChoiceAsk; key: OneKey; answer: OneAnswer }
  several: { ask: ChoiceAsk; key: SeveralKey; answer: SeveralAnswer }
  text: { ask: Record<string, never>; key: TextKey; answer: TextAnswer }
  number: { ask: NumberAsk; key: NumberKey; answer: TextAnswer }
  formula: { ask: FormulaAsk; key: FormulaKey; answer: TextAnswer }
  gaps: { ask: GapsAsk; key: BlanksKey; answer: BlanksAnswer }
  table: { ask: TableAsk; key: BlanksKey; answer: BlanksAnswer }
  pairs: { ask: PairsAsk; key: PairsKey; answer: PairsAnswer }
  order: { ask: OrderAsk; key: OrderKey; answer: OrderAnswer }
  groups: { ask: GroupsAsk; key: GroupsKey; answer: GroupsAnswer }
  place: { ask: PlaceAsk; key: PlaceKey; answer: PlaceAnswer }
  long: { ask: LongAsk; key: ByHandKey; answer: TextAnswer }
  drawing: { ask: DrawingAsk; key: ByHandKey; answer: DrawingAnswer }
  recording: { ask: RecordingAsk; key: ByHandKey; answer: RecordingAnswer }
}
export type QuestionKind = keyof QuestionParts

/** The rules of each kind of question. */
export const QUESTIONS: {
  readonly [K in QuestionKind]: QuestionRules<
    QuestionParts[K]['ask'],
    QuestionParts[K]['key'],
    QuestionParts[K]['answer']
  >
} = {
  one,
  several,
  text,
  number,
  formula,
  gaps,
  table,
  pairs,
  order,
  groups,
  place,
  long,
  drawing,
  recording,
}
export const QUESTION_KINDS = Object.keys(QUESTIONS) as readonly QuestionKind[]

/** A number that is drawn for each pupil: one of `from`, `from` + `step` … up to `to`, but none of `not`. */
export type Draw = {
  readonly name: string
  readonly from: string
  readonly to: string
  readonly step: string
  readonly not: string
}

/** A picture and spoken words, by the addresses of their files. */
export type Media = { readonly picture: string | null; readonly sound: string | null }
/** The name of the question as a whole among the parts that can have media; no part is called so. */
export const WHOLE = '*'

type OfKind<K extends QuestionKind> = {
  readonly id: string
  readonly kind: K
  /** What is asked, as HTML; `{a}` stands for a drawn number. */
  readonly prompt: string
  /** Shown when somebody asks for it; null where there is none. */
  readonly hint: string | null
  readonly points: Hundredths
  readonly draws: readonly Draw[]
  readonly ask: QuestionParts[K]['ask']
  /** What is seen and heard with it: of the question as a whole under `WHOLE`, of its choices and items by their ids. */
  readonly media?: Readonly<Record<string, Media>>
  /** What gives the answer away: nothing of it reaches a pupil before it may be seen. */
  readonly key: QuestionParts[K]['key'] & {
    /** What is said to whoever was right, and to whoever was wrong; and how it is worked out. */
    readonly ifRight: string
    readonly ifWrong: string
    readonly working: string
  }
}

export type Question = { [K in QuestionKind]: OfKind<K> }[QuestionKind]
/** A question as a pupil sees it before the answer may be seen. */
export type AskedQuestion = { [K in QuestionKind]: Omit<OfKind<K>, 'key'> }[QuestionKind]
export type Answer = { [K in QuestionKind]: { readonly kind: K } & QuestionParts[K]['answer'] }[QuestionKind]
export type AnswerOf<K extends QuestionKind> = { readonly kind: K } & QuestionParts[K]['answer']

type AnyRules = QuestionRules<unknown, unknown, unknown>
/** The rules for whatever kind: the kind says what the parts are, which the compiler cannot follow through the table. */
export const rulesOf = (kind: QuestionKind) => QUESTIONS[kind] as unknown as AnyRules

/** Whether a question is marked by its key. */
export const isMarkedByKey = ({ kind }: Pick<Question, 'kind'>): boolean => QUESTIONS[kind].marked === 'byKey'

/** Whether nothing was answered. */
export const isUnanswered = (answer: Answer | null | undefined): boolean =>
  !answer || rulesOf(answer.kind).isBlank(answer)

/** Whether an answer to a question can be marked: refuses what cannot be read, `answer_kind` for one to another kind. */
export function readAnswerTo(question: AskedQuestion, answer: Answer, marking: Marking): Outcome<Answer> {
  if (answer.kind !== question.kind) return err('answer_kind')
  return rulesOf(question.kind).read(question.ask, answer, marking) as Outcome<Answer>
}

/** How right an answer is; null where a teacher has to say it. What is blank or cannot be read is worth nothing. */
export function markAnswerTo(question: Question, answer: Answer | null, marking: Marking): Verdict | null {
  if (!isMarkedByKey(question)) return null
  const nothing = { share: 0, wrong: [], slip: false }
  if (!answer || isUnanswered(answer)) return nothing
  if (!readAnswerTo(question, answer, marking).ok) return nothing
  return rulesOf(question.kind).mark(question.ask, question.key, answer, marking)
}

/** The points of a share, rounded once, half up. */
export const pointsOf = (points: Hundredths, share: number): Hundredths => Math.round(points * share)

/** A question without its key. */
export function withoutKey({ key: _, ...asked }: Question): AskedQuestion {
  return asked as AskedQuestion
}

/** What is said to whoever took wrong choices, by their ids. */
export function notesOn(question: Question, wrong: readonly string[]): string[] {
  const { key } = question
  if (!('notes' in key)) return []
  return wrong.flatMap(id => (Object.hasOwn(key.notes, id) && key.notes[id] ? [key.notes[id]] : []))
}

/** An answer as a text that is the same for the same answer, whatever the order of its parts. */
export const answerText = (answer: Answer | null): string => JSON.stringify(answer, inOrder)

const inOrder = (_: string, value: unknown): unknown =>
  value && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value
