import type { Answer, AskedQuestion, QuestionKind } from '@oppen/core/questions'
import type { Uploads } from '../../files/useUploads.js'

/** Where recordings go, and where those are that have arrived. */
export type AnswerFiles = {
  /** Undefined where none can be made. */
  readonly uploads: Uploads | undefined
  readonly addressOf: (name: string) => string | undefined
}

/** What the input of a kind of question is given. */
export type InputProps<K extends QuestionKind> = {
  readonly question: Extract<AskedQuestion, { kind: K }>
  readonly given: Extract<Answer, { kind: K }>
  readonly locked: boolean
  /** The parts of the answer that are wrong, where that may be seen. */
  readonly wrong: readonly string[]
  readonly onChange: (answer: Answer) => void
  /** Where there is nowhere to send a recording to, none can be made. */
  readonly files: AnswerFiles | undefined
}
