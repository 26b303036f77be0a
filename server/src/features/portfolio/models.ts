import type { AccountId, Instant, PlaceId, SharedLinkId, WorkId } from '@oppen/core/ids'
import type { Side } from '@oppen/core/portfolio'
import { table } from '../../db/index.js'

export type KeptWorkRow = {
  workId: WorkId
  placeId: PlaceId
  handIn: number
  side: Side
  why: string
  goal: string | null
  byAccount: AccountId
  at: Instant
  /** Taken away, and not gone: it can be put back. */
  removedAt: Instant | null
}

export const keptWorks = table<KeptWorkRow>(
  'kept_works',
  {
    workId: 'id',
    placeId: 'id',
    handIn: 'integer',
    side: 'text',
    why: 'text',
    goal: 'text',
    byAccount: 'text',
    at: 'integer',
    removedAt: 'integer',
  },
  ['workId', 'placeId', 'handIn', 'side'],
)

export type SharedLinkRow = {
  id: SharedLinkId
  workId: WorkId
  placeId: PlaceId
  handIn: number
  /** What the key in the address is derived from, together with the secret of the installation. */
  source: string
  hash: string
  /** What the press that made it is called: pressed twice it is one link. */
  press: string
  madeBy: AccountId
  madeAt: Instant
  endsAt: Instant
  revokedAt: Instant | null
}

export const sharedLinks = table<SharedLinkRow>('shared_links', {
  id: 'id',
  workId: 'text',
  placeId: 'text',
  handIn: 'integer',
  source: 'text',
  hash: 'text',
  press: 'text',
  madeBy: 'text',
  madeAt: 'integer',
  endsAt: 'integer',
  revokedAt: 'integer',
})
