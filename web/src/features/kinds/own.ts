import type { WorkKind } from '@oppen/core/work'
import type { ComponentType } from 'react'
import { OwnAssignment } from './assignment/OwnAssignment.js'
import { OwnHandout } from './handout/OwnHandout.js'
import type { OwnProps } from './ownProps.js'
import { OwnQuestion } from './question/OwnQuestion.js'
import { OwnQuiz } from './quiz/OwnQuiz.js'

/** Each kind of work as its pupil has it: what is to do, what was made, and the way to hand it in. */
export const OWN: Readonly<Record<WorkKind, ComponentType<OwnProps>>> = {
  handout: OwnHandout,
  assignment: OwnAssignment,
  question: OwnQuestion,
  quiz: OwnQuiz,
}
