import type { WorkKind } from '@oppen/core/work'
import type { ComponentType } from 'react'
import { part } from '../../app/part.js'
import { OwnAssignment } from './assignment/OwnAssignment.js'
import { OwnHandout } from './handout/OwnHandout.js'
import type { OwnProps } from './ownProps.js'
import { OwnQuestion } from './question/OwnQuestion.js'

/** Each kind of work as its pupil has it: what is to do, what was made, and the way to hand it in. What few have open is fetched when it is. */
export const OWN: Readonly<Record<WorkKind, ComponentType<OwnProps>>> = {
  handout: OwnHandout,
  assignment: OwnAssignment,
  question: OwnQuestion,
  quiz: part(() => import('./quiz/OwnQuiz.js'), ['answers', 'doing', 'quiz']),
  reading: part(() => import('./reading/OwnReading.js'), ['about', 'answers', 'doing', 'quiz', 'reading']),
  video: part(() => import('./video/OwnVideo.js'), ['answers', 'doing', 'quiz', 'video']),
  form: part(() => import('./form/OwnForm.js'), ['answers', 'doing', 'form', 'quiz']),
}
