import type { AccountId, ClassId, Instant, PlaceId } from '@oppen/core/ids'
import { Op } from 'sequelize'
import type { World } from '../../world.js'
import { familyLinks, places } from './models.js'
import { familiesOfPlaces, siblingPlaces } from './queries.js'

/** What ties people to the places of a register. All of these belong inside a command. */
export type Link = { readonly classId: ClassId; readonly placeId: PlaceId; readonly accountId: AccountId }

/**
 * Gives a place, known to be free, to a pupil's account. The families of the pupil follow from one class to the
 * other: they are the same child's.
 */
export async function claimPlace(world: World, { classId, placeId, accountId }: Link): Promise<void> {
  const claimedAt = world.clock.now()
  await world.db.model(places).update({ accountId, claimedAt }, { where: { id: placeId, classId } })
  const all = await siblingPlaces(world.db, placeId)
  for (const family of await familiesOfPlaces(world.db, placeId)) {
    for (const place of all) await addLink(world, { ...place, accountId: family.accountId }, true)
  }
  notifyRegister(world, classId)
}

/** Puts a pupil who had left by themselves back into the own place. */
export async function bringBackOwn(world: World, { classId, placeId, accountId }: Link): Promise<void> {
  await world.db
    .model(places)
    .update({ leftAt: null, leftHow: null }, { where: { id: placeId, classId, accountId } })
  notifyRegister(world, classId)
}

/** Takes a pupil's account off a place; family links that came with the account go with it. */
export async function unclaimPlace(world: World, { classId, placeId, accountId }: Link): Promise<void> {
  await world.db
    .model(places)
    .update({ accountId: null, claimedAt: null }, { where: { id: placeId, classId } })
  await world.db.model(familyLinks).destroy({ where: { placeId, copied: 1 } })
  notifyRegister(world, classId)
  notifyPerson(world, accountId)
}

/** Ties a family to a child: to this place and to every other place of the same pupil. Twice changes nothing. */
export async function linkFamily(world: World, { placeId, accountId }: Link): Promise<void> {
  for (const place of await siblingPlaces(world.db, placeId)) {
    await addLink(world, { ...place, accountId }, place.placeId !== placeId)
  }
}

async function addLink(world: World, { classId, placeId, accountId }: Link, copied: boolean): Promise<void> {
  const row = { placeId, accountId, madeAt: world.clock.now(), copied: copied ? 1 : 0 }
  await world.db.model(familyLinks).bulkCreate([row], { ignoreDuplicates: true })
  notifyRegister(world, classId)
  world.db.afterCommit(() => void world.live.tellPerson(accountId, { what: 'me' }))
}

/** Ends what ties a family to a place. */
export async function unlinkFamily(world: World, { classId, placeId, accountId }: Link): Promise<void> {
  await world.db.model(familyLinks).destroy({ where: { placeId, accountId: { [Op.eq]: accountId } } })
  notifyRegister(world, classId)
  notifyPerson(world, accountId)
}

type Holder = { readonly account: AccountId | null; readonly claimedAt: Instant | null }

/** Gives a place to an account, or to nobody, and tells no one: for what moves accounts between places. */
export async function setAccountOf(
  world: World,
  placeId: PlaceId,
  { account, claimedAt }: Holder,
): Promise<void> {
  await world.db.model(places).update({ accountId: account, claimedAt }, { where: { id: placeId } })
}

/** Takes a place off the register that was merged into another; `freed` where its account goes with it. */
export async function leaveMerged(
  world: World,
  placeId: PlaceId,
  { freed }: { readonly freed: boolean },
): Promise<void> {
  const gone = freed ? { accountId: null, claimedAt: null } : {}
  const left = { leftAt: world.clock.now(), leftHow: 'merged' } as const
  await world.db.model(places).update({ ...left, ...gone }, { where: { id: placeId } })
}

/** Puts a merged place back onto the register, with the account that it had before where it was taken off. */
export async function returnMerged(
  world: World,
  placeId: PlaceId,
  holder: Holder | undefined,
): Promise<void> {
  await world.db.model(places).update({ leftAt: null, leftHow: null }, { where: { id: placeId } })
  if (holder) await setAccountOf(world, placeId, holder)
}

/** Tells somebody's devices to look again what they may see: at once, on every one of them. */
export function notifyPerson(world: World, accountId: AccountId): void {
  world.db.afterCommit(() => void world.live.tellPerson(accountId, { what: 'me' }))
}

/** Tells the teachers' screens that the register has changed, and with it the door. */
export function notifyRegister(world: World, classId: ClassId): void {
  world.db.afterCommit(() => {
    void world.live.tell({ what: 'register', classId })
    void world.live.tell({ what: 'door', classId })
  })
}
