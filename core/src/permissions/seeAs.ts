import type { AccountId, ClassId, PlaceId } from '../ids/index.js'
import type { Viewer } from './can.js'

/** As whom a teacher looks at a class: as one of its pupils, as that pupil's family, or as its stand-in pupil, who can also do things. */
export const SEEN_AS = ['pupil', 'family', 'standIn'] as const
export type SeenAs = {
  readonly as: (typeof SEEN_AS)[number]
  readonly classId: ClassId
  readonly placeId: PlaceId
}

/** How it is written in a request: "pupil.<class>.<place>". */
export const seenAsText = ({ as, classId, placeId }: SeenAs): string => [as, classId, placeId].join('.')

/** Reads it; undefined where it is none. */
export function readSeenAs(text: string): SeenAs | undefined {
  const found = /^(pupil|family|standIn)\.([0-9a-z]{16})\.([0-9a-z]{16})$/.exec(text)
  if (!found) return undefined
  const [, as, classId, placeId] = found
  return { as, classId, placeId } as unknown as SeenAs
}

/** An account that nobody has: nothing private of the pupil's own account is seen by it. Its end is the place. */
const nobody = (as: 'pupil' | 'family', placeId: PlaceId): AccountId =>
  `as-${as === 'pupil' ? 'pupil' : 'child'}-${placeId}` as AccountId

/**
 * The viewer as whom a teacher looks at a class; undefined where the teacher does not teach it. It has one tie, to that place in that
 * class, and whatever else the pupil or the family is tied to stays out of sight. `account` is the stand-in pupil's own.
 */
export function viewerAs(
  viewer: Viewer,
  { as, classId, placeId }: SeenAs,
  account: AccountId | null,
): Viewer | undefined {
  const taught = viewer.teaches.find(tie => tie.classId === classId)
  if (!taught || (as === 'standIn') !== (account !== null)) return undefined
  const tie = { classId, placeId, archived: taught.archived }
  const family = as === 'family'
  return {
    accountId: account ?? nobody(family ? 'family' : 'pupil', placeId),
    kind: family ? 'family' : 'pupil',
    guest: false,
    ownsSchool: false,
    teaches: [],
    places: family ? [] : [tie],
    follows: family ? [tie] : [],
    left: [],
    circles: [],
  }
}
