import type { SubmissionPage } from '@oppen/contract'
import type { WorkKind } from '@oppen/core/work'
import type { ComponentType } from 'react'
import { part } from '../../app/part.js'
import type { SubmissionParams } from '../../app/queries.js'

type OnDesk = ComponentType<{ readonly params: SubmissionParams; readonly page: SubmissionPage }>

/** What lies on the teacher’s desk besides what was handed in, by the kind of work; null where nothing does. */
export const ON_DESK: Readonly<Record<WorkKind, OnDesk | null>> = {
  handout: null,
  assignment: null,
  question: null,
  quiz: null,
  reading: part(() => import('./reading/MarksOnDesk.js'), ['reading']),
  video: null,
  form: null,
}
