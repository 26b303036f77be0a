import type { Me } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { KEY_LENGTH, type KeyKind, readCode } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import type { Response } from 'express'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { readNewFamily } from '../accounts/newPerson.js'
import { NO_SECRET } from '../accounts/secrets.js'
import { beginSession, makeAccount, seeMe } from '../accounts/service.js'
import { audit, auditLater } from '../auditLog/service.js'
import { keyHash, noteKeyUsed } from '../classes/keys.js'
import { claimPlace, linkFamily } from '../classes/ties.js'
import { holderByKey, type KeyHolder, placeOfAccount } from './queries.js'
import { sharedHere } from './tablets.js'

/** Whose key it is. Refuses what `readCode` refuses, `key_unknown`, and `key_ended` with `at`. */
async function holderOf(world: World, typed: string, kind?: KeyKind): Promise<KeyHolder> {
  const key = take(readCode(typed, KEY_LENGTH), 'key')
  const holder = await holderByKey(world.db, keyHash(key))
  if (!holder || (kind && holder.kind !== kind)) {
    auditLater(world, 'wrong_key', { classId: holder?.classId ?? null })
    throw new Refused('key_unknown', undefined, 'key')
  }
  const endedAt = holder.endedAt ?? holder.leftAt
  if (endedAt !== null) {
    auditLater(world, 'wrong_key', { classId: holder.classId, name: holder.childName })
    throw new Refused('key_ended', { at: endedAt }, 'key')
  }
  if (holder.kind === 'family' && !holder.families)
    throw new Refused('no_families', { className: holder.className })
  return holder
}

/** Whose key it is, so that people see that it is the right one before anything is made. */
export async function showKey(world: World, typed: string) {
  const { kind, childName, className, teacherName, accountId } = await holderOf(world, typed)
  return { kind, childName, className, teacherName, claimed: accountId !== null }
}

async function used(world: World, holder: KeyHolder): Promise<void> {
  await noteKeyUsed(world, holder.keyId)
  world.db.afterCommit(() => void world.live.tell({ what: 'register', classId: holder.classId }))
}

export type ComingHome = { readonly key: string; readonly asSelf: boolean }

/**
 * Comes in from home with the own key; it needs no other secret. Where the place is still free, the account is made
 * now, or, `asSelf`, the pupil who is signed in takes it.
 */
export async function comeHome(
  world: World,
  response: Response,
  viewer: Viewer | undefined,
  asked: ComingHome,
): Promise<Me> {
  await holderOf(world, asked.key, 'home')
  const own = asked.asSelf && viewer?.kind === 'pupil' && !viewer.guest ? viewer.accountId : undefined
  const shared = await sharedHere(world, response.req)
  const { session, accountId } = await world.db.write(async () => {
    // read anew inside the command: of two at once with one key, the second comes into the account of the first
    const holder = await holderOf(world, asked.key, 'home')
    const id = holder.accountId ?? (await takeByKey(world, holder, own))
    await used(world, holder)
    await audit(world, 'entered_home', { classId: holder.classId, by: id, name: holder.childName })
    return { accountId: id, session: await beginSession(world, response, id, { cameBy: 'key', ...shared }) }
  })
  return seeMe(world, accountId, session)
}

async function takeByKey(world: World, holder: KeyHolder, own: AccountId | undefined): Promise<AccountId> {
  const { classId, placeId, childName } = holder
  if (own) {
    const place = await placeOfAccount(world.db, classId, own)
    if (place) throw new Refused('already_in_class', { name: place.name })
  }
  const accountId =
    own ??
    (await makeAccount(world, {
      kind: 'pupil',
      shownName: childName,
      secretHash: NO_SECRET,
      secretKind: 'unset',
    }))
  await claimPlace(world, { classId, placeId, accountId })
  return accountId
}

export type NewFamily = {
  readonly key: string
  readonly shownName: string
  readonly secret: string
}

/** Makes the account of a family member who holds a child's family key. */
export async function joinFamily(world: World, response: Response, asked: NewFamily): Promise<Me> {
  const holder = await holderOf(world, asked.key, 'family')
  const family = await readNewFamily(world, asked)
  const { accountId, session } = await world.db.write(async () => {
    const id = await makeAccount(world, { kind: 'family', ...family })
    await follow(world, holder, id)
    return { accountId: id, session: await beginSession(world, response, id, { cameBy: 'key' }) }
  })
  return seeMe(world, accountId, session)
}

/** Adds the child of a family key to a family that is signed in. Refuses `family_only` to anyone else. */
export async function followChild(world: World, viewer: Viewer, typed: string): Promise<Me> {
  if (viewer.kind !== 'family') throw new Refused('family_only')
  const holder = await holderOf(world, typed, 'family')
  await world.db.write(() => follow(world, holder, viewer.accountId))
  return seeMe(world, viewer.accountId)
}

async function follow(world: World, holder: KeyHolder, accountId: AccountId): Promise<void> {
  const { classId, placeId, childName } = holder
  await linkFamily(world, { classId, placeId, accountId })
  await used(world, holder)
  await audit(world, 'entered_family', { classId, by: accountId, name: childName })
}
