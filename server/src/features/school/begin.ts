import { createHash, timingSafeEqual } from 'node:crypto'
import type { Me, Pinned } from '@oppen/contract'
import { bare, KEY_LENGTH, readCode, showCode, writeCode } from '@oppen/core/joining'
import type { Response } from 'express'
import { settings } from '../../db/index.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { setEmail } from '../accounts/email.js'
import { hasOwner } from '../accounts/owners.js'
import { beginSession, hashSecret, makeAccount, seeMe } from '../accounts/service.js'
import { audit } from '../auditLog/service.js'
import { readNewTeacher, readSecret } from './forms.js'
import { readName, readZone } from './school.js'
import { pinnedOf, writeSetting } from './settings.js'

const NAME = 'owner_key'
const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex')

/**
 * Makes the key with which somebody becomes the owner of a school that has none; another at each start, so that only
 * whoever sees what the server prints has it. Undefined where the school has an owner.
 */
export async function makeOwnerKey(world: World): Promise<string | undefined> {
  if (await hasOwner(world.db)) return undefined
  const key = writeCode([...world.random(KEY_LENGTH - 1)].map(byte => byte & 31))
  await world.db.write(() => world.db.model(settings).upsert({ name: NAME, value: hashOf(key) }))
  return showCode(key)
}

async function fits(world: World, typed: string): Promise<boolean> {
  const read = readCode(bare(typed), KEY_LENGTH)
  const stored = await world.db.row<{ value: string }>('select value from settings where name = $name', {
    name: NAME,
  })
  if (!read.ok || !stored) return false
  return timingSafeEqual(Buffer.from(hashOf(read.value)), Buffer.from(stored.value))
}

/** What the first screen of a new school begins with. Refuses `key_unknown`, also where the school has an owner. */
export async function seeOwnerKey(
  world: World,
  key: string,
): Promise<{ name: string; zone: string; pinned: Pinned[] }> {
  if (!(await fits(world, key))) throw new Refused('key_unknown')
  return { ...world.school, pinned: pinnedOf(world) }
}

export type Beginning = {
  readonly key: string
  readonly school: string
  readonly zone: string
  readonly shownName: string
  readonly email: string | null
  readonly secret: string
}

/** Makes the owner of a school that has none, with the name and the zone of the school, and signs in. The key opens once. */
export async function beginSchool(world: World, response: Response, asked: Beginning): Promise<Me> {
  if (!(await fits(world, asked.key))) throw new Refused('key_unknown')
  const school = readName(asked.school)
  const zone = readZone(asked.zone)
  const person = readNewTeacher(asked)
  const secretHash = await hashSecret(world, take(readSecret(asked.secret), 'secret'))
  const { accountId, session } = await world.db.write(async () => {
    // of two at once, the second finds the key spent
    if ((await hasOwner(world.db)) || !(await fits(world, asked.key))) throw new Refused('key_unknown')
    const { email, shownName } = person
    const accountId = await makeAccount(world, { kind: 'teacher', shownName, secretHash, ownsSchool: true })
    await setEmail(world, accountId, email)
    await world.db.model(settings).destroy({ where: { name: NAME } })
    if (!world.pinned.has('name')) await writeSetting(world, 'school_name', school)
    if (!world.pinned.has('zone')) await writeSetting(world, 'zone', zone)
    await audit(world, 'school_begun', { classId: null, by: accountId, name: school })
    const session = await beginSession(world, response, accountId, { cameBy: 'secret' })
    world.db.afterCommit(() => {
      if (!world.pinned.has('name')) world.school.name = school
      if (!world.pinned.has('zone')) world.school.zone = zone
    })
    return { accountId, session }
  })
  return seeMe(world, accountId, session)
}
