import type { WorkKind } from '@oppen/core/work'
import type { ComponentType } from 'react'
import { part } from '../../app/part.js'
import type { SubmissionParams } from '../../app/queries.js'

/** What a family does itself on its child’s page of a kind of work; null where it only reads. */
export const OUTCOME: Readonly<
  Record<WorkKind, ComponentType<{ readonly params: SubmissionParams }> | null>
> = {
  handout: null,
  assignment: null,
  question: null,
  quiz: null,
  reading: null,
  video: null,
  form: part(() => import('./form/FormAnswer.js'), ['answers', 'doing', 'form', 'quiz']),
}
