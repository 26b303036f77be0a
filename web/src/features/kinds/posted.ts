import type { WorkKind } from '@oppen/core/work'
import type { ComponentType } from 'react'
import { part } from '../../app/part.js'
import { AssignmentFields } from './assignment/AssignmentFields.js'
import { AssignmentPreview } from './assignment/AssignmentPreview.js'
import type { FieldsProps, PreviewProps } from './postedProps.js'
import { QuestionFields } from './question/QuestionFields.js'
import { QuestionPreview } from './question/QuestionPreview.js'

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
  quiz: {
    Fields: part(() => import('./quiz/editing/QuizFields.js'), ['building', 'doing', 'quiz']),
    Preview: part(() => import('./quiz/QuizPreview.js'), ['answers', 'doing', 'quiz', 'building']),
  },
  reading: {
    Fields: part(
      () => import('./reading/editing/ReadingFields.js'),
      ['building', 'doing', 'quiz', 'reading', 'about'],
    ),
    Preview: part(
      () => import('./reading/ReadingPreview.js'),
      ['about', 'answers', 'doing', 'quiz', 'building', 'reading'],
    ),
  },
  video: {
    Fields: part(() => import('./video/editing/VideoFields.js'), ['building', 'doing', 'quiz', 'video']),
    Preview: part(() => import('./video/VideoPreview.js'), ['answers', 'doing', 'quiz', 'building', 'video']),
  },
  form: {
    Fields: part(() => import('./form/FormFields.js'), ['building', 'form', 'quiz']),
    Preview: part(() => import('./form/FormPreview.js'), ['answers', 'doing', 'form', 'quiz']),
  },
}
