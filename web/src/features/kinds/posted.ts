import type { WorkKind } from '@oppen/core/work'
import type { ComponentType } from 'react'
import { AssignmentFields } from './assignment/AssignmentFields.js'
import { AssignmentPreview } from './assignment/AssignmentPreview.js'
import type { FieldsProps, PreviewProps } from './postedProps.js'
import { QuestionFields } from './question/QuestionFields.js'
import { QuestionPreview } from './question/QuestionPreview.js'
import { QuizFields } from './quiz/QuizFields.js'
import { QuizPreview } from './quiz/QuizPreview.js'

type Posted = {
  /** Its part of the post form; null where it has none. */
  readonly Fields: ComponentType<FieldsProps> | null
  /** What a pupil finds below the directions; null where there is nothing. */
  readonly Preview: ComponentType<PreviewProps> | null
}

/** Each kind of work as its teacher writes it. */
export const POSTED: Readonly<Record<WorkKind, Posted>> = {
  handout: { Fields: null, Preview: null },
  assignment: { Fields: AssignmentFields, Preview: AssignmentPreview },
  question: { Fields: QuestionFields, Preview: QuestionPreview },
  quiz: { Fields: QuizFields, Preview: QuizPreview },
}
