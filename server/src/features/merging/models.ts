import type { AccountId, ClassId, ConversationId, Instant, MergeId, PlaceId, WorkId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

/** What a merge took from one place to another, so that it can be undone exactly. */
export type Took = {
  /** Works whose submissions went over. */
  readonly over: readonly WorkId[]
  /** Works of which both had a submission, and the one that was further along took the other's place. */
  readonly swapped: readonly WorkId[]
  /** Works that were asked of the place alone. */
  readonly assigned?: readonly WorkId[]
  /** Works whose own deadline went over, and those of which the later of two took the other's place. */
  readonly extended?: { readonly over: readonly WorkId[]; readonly swapped: readonly WorkId[] }
  /** Answers to notices that went over, and whether the nod that is asked of the one now is asked of the other. */
  readonly taps?: readonly { readonly conversationId: ConversationId; readonly side: 'pupil' | 'family' }[]
  readonly nod?: boolean
  readonly families: readonly AccountId[]
  readonly account: AccountId | null
  readonly claimedAt: Instant | null
}

export const merges = table<{
  id: MergeId
  classId: ClassId
  fromPlace: PlaceId
  intoPlace: PlaceId
  at: Instant
  byAccount: AccountId
  took: string
  running: number
  undoneAt: Instant | null
}>('merges', {
  id: 'id',
  classId: 'text',
  fromPlace: 'text',
  intoPlace: 'text',
  at: 'integer',
  byAccount: 'text',
  took: 'json',
  running: 'integer',
  undoneAt: 'integer',
})
