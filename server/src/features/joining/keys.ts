import { createHash, createHmac } from 'node:crypto'
import type { Me } from '@oppen/contract'
import type { AccountId, ClassId, KeyId, PlaceId } from '@oppen/core/ids'
import {
  ADULT_SECRET_LENGTH,
  KEY_LENGTH,
  NAME_LENGTH,
  readCode,
  readNewSecret,
  tidyName,
  writeCode,
} from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import type { Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { NO_SECRET } from '../accounts/secrets.js'
import { beginSession, hashSecret, makeAccount, seeMe } from '../accounts/service.js'
import { audit, auditLater } from '../auditLog/service.js'
import { claimPlace, linkFamily } from '../classes/ties.js'
import { type KeyKind, type KeyRow, keys } from './models.js'
import {
  holderByKey,
  type KeyHolder,
  keysOfClass,
  keysOfPupil,
  placeOfAccount,
  placesWithoutKey,
} from './queries.js'
import { sharedHere } from './tablets.js'

/**
 * The key that belongs to a source. It is derived from the secret of the installation, so that a teacher can print
 * it again while the database holds only its hash; another source makes another key.
 */
function keyOf(world: Pick<World, 'secret'>, source: string): string {
  const bytes = createHmac('sha256', world.secret).update(source).digest()
  return writeCode([...bytes.subarray(0, KEY_LENGTH - 1)].map(byte => byte & 31))
}

/** What the database holds of a key. A key has 75 random bits, so a plain hash cannot be guessed back. */
const keyHash = (key: string): string => createHash('sha256').update(key).digest('hex')

function newKey(world: World, placeId: PlaceId, kind: KeyKind): KeyRow {
  const id = newId<KeyId>(world)
  const source = `key ${id}`
  const hash = keyHash(keyOf(world, source))
  return { id, placeId, kind, source, hash, madeAt: world.clock.now(), usedAt: null, endedAt: null }
}

/** Makes a key of a place; inside a command. */
export async function makeKey(world: World, placeId: PlaceId, kind: KeyKind): Promise<void> {
  await world.db.model(keys).create(newKey(world, placeId, kind))
}

/** Makes both keys of each new place; inside a command. */
export async function makeKeys(world: World, placeIds: readonly PlaceId[]): Promise<void> {
  const rows = placeIds.flatMap(placeId =>
    (['home', 'family'] as const).map(kind => newKey(world, placeId, kind)),
  )
  await world.db.model(keys).bulkCreate(rows)
}

/** Makes the keys that are missing, as after a step of the tables. */
export async function makeMissingKeys(world: World): Promise<void> {
  await world.db.write(async () => {
    for (const kind of ['home', 'family'] as const) {
      for (const { placeId } of await placesWithoutKey(world.db, kind)) await makeKey(world, placeId, kind)
    }
  })
}

export type PupilKey = {
  readonly id: KeyId
  readonly kind: KeyKind
  readonly key: string
  readonly madeAt: number
  readonly usedAt: number | null
}

/** The keys of each pupil of a class, by place; those of one pupil are the same in every class. */
export async function keysByPlace(world: World, classId: ClassId): Promise<Map<PlaceId, PupilKey[]>> {
  const found = new Map<PlaceId, PupilKey[]>()
  for (const { placeId, keyId, kind, source, madeAt, usedAt } of await keysOfClass(world.db, classId)) {
    const all = found.get(placeId) ?? []
    all.push({ id: keyId, kind, key: keyOf(world, source), madeAt, usedAt })
    found.set(placeId, all)
  }
  return found
}

/** Ends a pupil's home key or family key, also as it was given in other classes, and makes another in its place. */
export async function replaceKey(
  world: World,
  viewer: Viewer,
  { classId, placeId, keyId }: { classId: ClassId; placeId: PlaceId; keyId: KeyId },
): Promise<void> {
  await world.db.write(async () => {
    const key = (await keysOfClass(world.db, classId)).find(
      one => one.placeId === placeId && one.keyId === keyId,
    )
    if (!key) throw new Refused('not_found')
    const all = (await keysOfPupil(world.db, placeId, key.kind)).map(one => one.keyId)
    await world.db.model(keys).update({ endedAt: world.clock.now() }, { where: { id: all } })
    await makeKey(world, placeId, key.kind)
    await audit(world, 'key_replaced', { classId, by: viewer.accountId, name: await nameOf(world, placeId) })
    world.db.afterCommit(() => void world.live.tell({ what: 'register', classId }))
  })
}

async function nameOf(world: World, placeId: PlaceId): Promise<string> {
  const row = await world.db.row<{ name: string }>('select name from places where id = $placeId', { placeId })
  return row?.name ?? ''
}

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
  await world.db.model(keys).update({ usedAt: world.clock.now() }, { where: { id: holder.keyId } })
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

/** Reads the name and the secret of a new family member; what is wrong is refused with its field. */
export async function readNewFamily(world: World, asked: { shownName: string; secret: string }) {
  const shownName = readPersonName(asked.shownName, 'shownName')
  const secret = take(readNewSecret(asked.secret, ADULT_SECRET_LENGTH), 'secret')
  return { shownName, secretHash: await hashSecret(world, secret) }
}

/** A person's name or a part of it, tidy and not too long; refused with its field as what it is. */
export function readPersonName(text: string, path: string, what = 'name'): string {
  const name = tidyName(text)
  if (!name) throw new Refused('text_empty', { what }, path)
  if (name.length <= NAME_LENGTH) return name
  throw new Refused('text_long', { what, most: NAME_LENGTH, got: name.length }, path)
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
