import type { Me } from '@oppen/contract'
import type { AccountId, CircleFileId, CircleId } from '@oppen/core/ids'
import { CODE_LENGTH, readCode, tidyName } from '@oppen/core/joining'
import { can, type Viewer } from '@oppen/core/permissions'
import { readText } from '@oppen/core/texts'
import type { Request, Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { seeMe } from '../accounts/service.js'
import { auditLater } from '../auditLog/service.js'
import { freshCode } from '../classes/doors.js'
import { sendStored } from '../fileStore/sending.js'
import { receive } from '../fileStore/upload.js'
import { spaceUsed } from '../talk/attachments.js'
import { makeFirstRoom } from '../talk/rooms.js'
import { circleFiles, circleMembers, circles } from './models.js'
import { circleJson, circleOfCode, fileOfCircle, memberOf } from './queries.js'

type InCircle = { readonly circleId: CircleId }

/** Makes a circle with a code and a room of its own; whoever makes it looks after it. */
export async function makeCircle(
  world: World,
  viewer: Viewer,
  typed: string,
): Promise<{ circleId: CircleId }> {
  const name = take(readText('title', tidyName(typed)), 'name')
  const circleId = newId<CircleId>(world)
  await world.db.write(async () => {
    await refuseTooMany(world, viewer)
    const madeAt = world.clock.now()
    await world.db.model(circles).create({ id: circleId, name, code: await freshCode(world), madeAt })
    await join(world, circleId, viewer.accountId, 'administrator')
    await makeFirstRoom(world, circleId, { title: name, by: viewer.accountId })
  })
  return { circleId }
}

async function join(
  world: World,
  circleId: CircleId,
  accountId: AccountId,
  role: 'administrator' | 'member',
): Promise<void> {
  const row = { circleId, accountId, role, at: world.clock.now() }
  await world.db.model(circleMembers).bulkCreate([row], { ignoreDuplicates: true })
  tellCircle(world, circleId)
  tellMember(world, accountId)
}

/** A pupil belongs to so many circles at most, anybody else to more, and the files of one take so much room, in bytes. */
const MOST_CIRCLES = { pupil: 20, teacher: 100, family: 100 } as const

async function refuseTooMany(world: World, { accountId, kind }: Viewer): Promise<void> {
  const most = MOST_CIRCLES[kind]
  const row = await world.db.row<{ n: number }>(
    'select count(*) as n from circle_members where account_id = $accountId',
    { accountId },
  )
  if ((row?.n ?? 0) >= most) throw new Refused('circles_many', { most })
}

async function refuseFull(world: World, circleId: CircleId, size: number): Promise<void> {
  const mib = (bytes: number) => Math.floor(bytes / 1024 / 1024)
  const { circle: most } = world.limits
  const left = most - (await spaceUsed(world, circleId))
  if (size > left) throw new Refused('room_circle', { most: mib(most), left: mib(Math.max(0, left)) })
}

/** Joins a circle by its code, with the account that is signed in. Refuses `code_unknown`. */
export async function joinCircle(world: World, viewer: Viewer, typed: string): Promise<Me> {
  const code = take(readCode(typed, CODE_LENGTH), 'code')
  const circle = await circleOfCode(world.db, code)
  if (!circle) {
    auditLater(world, 'wrong_code', { classId: null, by: viewer.accountId })
    throw new Refused('code_unknown', undefined, 'code')
  }
  await world.db.write(async () => {
    await refuseTooMany(world, viewer)
    await join(world, circle.id, viewer.accountId, 'member')
  })
  return seeMe(world, viewer.accountId)
}

const keeps = (viewer: Viewer, circleId: CircleId): boolean =>
  can(viewer, 'circle.administer', { kind: 'circle', circleId })

export const seeCircle = (world: World, viewer: Viewer, circleId: CircleId) =>
  circleJson(world.db, circleId, viewer.accountId, keeps(viewer, circleId))

export async function renameCircle(world: World, circleId: CircleId, typed: string): Promise<{ done: true }> {
  const name = take(readText('title', tidyName(typed)), 'name')
  await world.db.write(async () => {
    await world.db.model(circles).update({ name }, { where: { id: circleId } })
    tellCircle(world, circleId)
  })
  return { done: true }
}

/** Gives the circle a new code, the old one dying, or shuts it so that nobody comes in by a code. */
export async function renewCode(world: World, circleId: CircleId, open: boolean): Promise<{ done: true }> {
  await world.db.write(async () => {
    const code = open ? await freshCode(world) : null
    await world.db.model(circles).update({ code }, { where: { id: circleId } })
    tellCircle(world, circleId)
  })
  return { done: true }
}

/** Leaves a circle. Refuses `last_administrator` to the only one who looks after it. */
export const leaveCircle = (world: World, viewer: Viewer, circleId: CircleId) =>
  takeOut(world, circleId, viewer.accountId)

/** Takes somebody out of a circle: at once, on every device. */
export const removeMember = (world: World, { circleId, accountId }: InCircle & { accountId: AccountId }) =>
  takeOut(world, circleId, accountId)

async function takeOut(world: World, circleId: CircleId, accountId: AccountId): Promise<{ done: true }> {
  await world.db.write(async () => {
    const member = await memberOf(world.db, circleId, accountId)
    if (!member) throw new Refused('not_found')
    if (member.role === 'administrator' && member.administrators === 1)
      throw new Refused('last_administrator')
    await world.db.model(circleMembers).destroy({ where: { circleId, accountId } })
    tellCircle(world, circleId)
    tellMember(world, accountId)
  })
  return { done: true }
}

/** Lets another member look after the circle as well. */
export async function makeAdministrator(
  world: World,
  { circleId, accountId }: InCircle & { accountId: AccountId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    if (!(await memberOf(world.db, circleId, accountId))) throw new Refused('not_found')
    await world.db.model(circleMembers).update({ role: 'administrator' }, { where: { circleId, accountId } })
    tellCircle(world, circleId)
    tellMember(world, accountId)
  })
  return { done: true }
}

const mayRemove = (viewer: Viewer, circleId: CircleId, { byAccount }: { byAccount: AccountId }): boolean =>
  byAccount === viewer.accountId || keeps(viewer, circleId)

/** Adds a file to the circle. */
export async function addCircleFile(
  world: World,
  viewer: Viewer,
  circleId: CircleId,
  request: Request,
): Promise<{ done: true }> {
  const upload = await receive(world.files, request, viewer.accountId)
  await world.db.write(async () => {
    await refuseFull(world, circleId, upload.size)
    await world.db.model(circleFiles).create({
      id: newId<CircleFileId>(world),
      circleId,
      byAccount: viewer.accountId,
      ...upload,
      at: world.clock.now(),
      removedAt: null,
    })
    tellCircle(world, circleId)
  })
  return { done: true }
}

type FileAddress = InCircle & { readonly circleFileId: CircleFileId }

export async function removeCircleFile(
  world: World,
  viewer: Viewer,
  { circleId, circleFileId }: FileAddress,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const file = await fileOfCircle(world.db, circleId, circleFileId)
    if (!file || !mayRemove(viewer, circleId, file)) throw new Refused('not_found')
    await world.db
      .model(circleFiles)
      .update({ removedAt: world.clock.now() }, { where: { id: circleFileId } })
    tellCircle(world, circleId)
  })
  return { done: true }
}

export async function sendCircleFile(
  world: World,
  { circleId, circleFileId }: FileAddress,
  response: Response,
): Promise<undefined> {
  const file = await fileOfCircle(world.db, circleId, circleFileId)
  if (!file) throw new Refused('not_found')
  return sendStored(world, file, response)
}

function tellCircle(world: World, circleId: CircleId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'circle', circleId }))
}

function tellMember(world: World, accountId: AccountId): void {
  world.db.afterCommit(() => void world.live.tellPerson(accountId, { what: 'me' }))
}
