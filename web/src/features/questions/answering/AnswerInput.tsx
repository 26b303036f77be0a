import type { Answer, AskedQuestion, QuestionKind } from '@oppen/core/questions'
import type { ComponentType } from 'react'
import { BLANK } from './blankAnswer.js'
import { Choices } from './Choices.js'
import { DrawingPad } from './DrawingPad.js'
import { Gaps } from './Gaps.js'
import type { AnswerFiles, InputProps } from './inputProps.js'
import { Groups, Pairs } from './Matches.js'
import { Order } from './Order.js'
import { PlaceOnPicture } from './PlaceOnPicture.js'
import { RecordingInput } from './RecordingInput.js'
import { TableCells } from './TableCells.js'
import { Long, Typed } from './Typed.js'

const INPUTS: { readonly [K in QuestionKind]: ComponentType<InputProps<K>> } = {
  one: Choices,
  several: Choices,
  text: Typed,
  number: Typed,
  formula: Typed,
  gaps: Gaps,
  table: TableCells,
  pairs: Pairs,
  order: Order,
  groups: Groups,
  place: PlaceOnPicture,
  long: Long,
  drawing: DrawingPad,
  recording: RecordingInput,
}

type Props = {
  readonly question: AskedQuestion
  readonly answer: Answer | null
  readonly locked: boolean
  /** The parts of the answer that are wrong, where that may be seen. */
  readonly wrong: readonly string[]
  readonly onChange: (answer: Answer) => void
  readonly files?: AnswerFiles | undefined
}

/** Where a question is answered, by its kind. */
export function AnswerInput({ question, answer, files, ...rest }: Props) {
  const given = answer?.kind === question.kind ? answer : BLANK[question.kind]
  // the kind says which question and answer, which the compiler cannot follow through the table
  const Input = INPUTS[question.kind] as unknown as ComponentType<InputProps<QuestionKind>>
  return <Input question={question} given={given} files={files} {...rest} />
}
