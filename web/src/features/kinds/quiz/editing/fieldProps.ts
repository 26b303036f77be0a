import type { Question, QuestionKind } from '@oppen/core/questions'

export type QuestionOf<K extends QuestionKind> = Extract<Question, { kind: K }>

/** What the fields of a kind of question are given. */
export type KindProps<K extends QuestionKind> = {
  readonly question: QuestionOf<K>
  readonly put: (part: Partial<QuestionOf<K>>) => void
  /** Makes a file one of the work and gives its address. Rejects with an `Error` that says in words what is wrong. */
  readonly onFile: (file: File) => Promise<string>
}
