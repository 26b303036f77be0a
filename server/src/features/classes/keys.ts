import { createHash, createHmac } from 'node:crypto'
import type { ClassId, KeyId, PlaceId } from '@oppen/core/ids'
import { KEY_LENGTH, type KeyKind, writeCode } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { type KeyRow, keys } from './models.js'
import { keysOfClass, keysOfPupil, placesWithoutKey } from './queriesOfKeys.js'

/**
 * The key that belongs to a source. It is derived from the secret of the installation, so that a teacher can print
 * it again while the database holds only its hash; another source makes another key.
 */
function keyOf(world: Pick<World, 'secret'>, source: string): string {
  const bytes = createHmac('sha256', world.secret).update(source).digest()
  return writeCode([...bytes.subarray(0, KEY_LENGTH - 1)].map(byte => byte & 31))
}

/** What the database holds of a key. A key has 75 random bits, so a plain hash cannot be guessed back. */
export const keyHash = (key: string): string => createHash('sha256').update(key).digest('hex')

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

/** Notes that a key was used; inside a command. */
export async function noteKeyUsed(world: World, keyId: KeyId): Promise<void> {
  await world.db.model(keys).update({ usedAt: world.clock.now() }, { where: { id: keyId } })
}
