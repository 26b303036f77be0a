import type { ClassId, WorkId } from '@oppen/core/ids'
import type { WorkKind } from '@oppen/core/work'
import type { ComponentType } from 'react'
import { FormResultsLink } from './form/FormResultsLink.js'
import { AllAnswersLink } from './question/AllAnswersLink.js'
import { ResultsLink } from './quiz/ResultsLink.js'
import { WatchingLink } from './video/WatchingLink.js'

export type TaughtLinkProps = { readonly classId: ClassId; readonly workId: WorkId }

/** The way from marking to what else a teacher sees of a kind of work; null where there is nothing else. */
export const TAUGHT_LINK: Readonly<Record<WorkKind, ComponentType<TaughtLinkProps> | null>> = {
  handout: null,
  assignment: null,
  question: AllAnswersLink,
  quiz: ResultsLink,
  reading: ResultsLink,
  video: WatchingLink,
  form: FormResultsLink,
}
