import type { WorkForm, WorkPage } from '@oppen/contract'
import type { Posting } from '../posting/usePosting.js'
import type { Begun } from '../posting/useWorkForm.js'

/** What a kind's part of the post form is given. */
export type FieldsProps = {
  readonly posting: Posting
  readonly begun: Begun
  /** Who has begun, and how many have not. */
  readonly begunBy: WorkPage['begun']
  readonly notBegun: number
}

/** What a kind's part of the look at work as a pupil is given. */
export type PreviewProps = { readonly form: WorkForm }
