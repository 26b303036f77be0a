import type { DigestPage } from '@oppen/contract'
import { digestOf, lastDigest, spanOfDigest } from '@oppen/core/digest'
import type { ClassId, Instant, PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { queueMails } from '../mail/outgoing.js'
import { digestInputs, familiesToTell } from './queries.js'

export type OfPlace = { readonly classId: ClassId; readonly placeId: PlaceId }

/** How a pupil got on in a class since a moment or over the last days, and what comes, with the notices that the viewer reads. */
export async function seeDigest(
  world: World,
  { accountId }: Pick<Viewer, 'accountId'>,
  place: OfPlace,
  since?: Instant,
): Promise<DigestPage> {
  const days = spanOfDigest(world.clock.now(), world.school.zone)
  const span = { ...days, from: since ?? days.from }
  const found = await digestInputs(world.db, { ...place, viewer: accountId, from: span.from, now: span.now })
  if (!found) throw new Refused('not_found')
  const { works, ...page } = found
  return { ...page, from: span.from, until: span.now, digest: digestOf(works, span) }
}

/** A digest that is this much late is not sent any more, in milliseconds: the next one tells of it. */
const TOO_LATE = 36 * 3_600_000

/** Puts the digests of this week in line, once their moment has come. Gives how many. */
export async function queueDigests(world: World): Promise<number> {
  const now = world.clock.now()
  const { day, at } = lastDigest(now, world.school.zone)
  if (now - at > TOO_LATE) return 0
  const families = await familiesToTell(world.db, day)
  if (!families.length) return 0
  const rows = families.map(({ accountId }) => ({ accountId, kind: 'digest' as const, ref: day, dueAt: now }))
  await world.db.write(() => queueMails(world, rows))
  return rows.length
}
