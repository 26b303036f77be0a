import type { SubmissionPage } from '@oppen/contract'
import type { SubmissionParams } from '../../app/queries.js'

/** What a pupil's own view of a submission is given. */
export type OwnProps = { readonly params: SubmissionParams; readonly page: SubmissionPage }
