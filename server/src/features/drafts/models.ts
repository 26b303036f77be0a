import type { KeptFor } from '@oppen/core/draft'
import type { AccountId, Instant } from '@oppen/core/ids'
import { table } from '../../db/index.js'
import type { SubmissionKey } from '../submissions/address.js'

type Draft = SubmissionKey & { html: string; version: number; savedAt: Instant }

export const draft = {
  workId: 'id',
  placeId: 'id',
  html: 'text',
  version: 'integer',
  savedAt: 'integer',
} as const

export type DraftRow = Draft & {
  /** A `Lineage`, as JSON. */
  lineage: string
  /** When an earlier text of it was last kept. */
  keptAt: Instant | null
}

export const drafts = table<DraftRow>('drafts', { ...draft, lineage: 'json', keptAt: 'integer' }, [
  'workId',
  'placeId',
])

export type DraftVersionRow = Draft & {
  why: KeptFor
  keptAt: Instant
  keptBy: AccountId | null
  words: number
}

/** Earlier texts of a draft, and texts that another has taken the place of by somebody's choice. */
export const draftVersions = table<DraftVersionRow>(
  'draft_versions',
  { ...draft, why: 'text', keptAt: 'integer', keptBy: 'text', words: 'integer' },
  ['workId', 'placeId', 'version'],
)
