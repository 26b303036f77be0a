import type { WorkForm } from '@oppen/contract'
import type { Posting } from '../posting/usePosting.js'
import type { Begun } from '../posting/useWorkForm.js'

/** What a kind's part of the post form is given. */
export type FieldsProps = { readonly posting: Posting; readonly begun: Begun }

/** What a kind's part of the look at work as a pupil is given. */
export type PreviewProps = { readonly form: WorkForm }
