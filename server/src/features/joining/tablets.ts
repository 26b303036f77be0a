import type { Me, TabletPage, WelcomePage } from '@oppen/contract'
import type { AccountId, ClassId, PlaceId, TabletId } from '@oppen/core/ids'
import { askedAtTablet, doorNames, readOwnSecret, tidyName } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { lessonNow } from '@oppen/core/timing'
import type { Request, Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { hasOwner } from '../accounts/owners.js'
import { fits, NO_SECRET } from '../accounts/secrets.js'
import {
  beginSession,
  changeSecret,
  endSessions,
  hashSecret,
  makeAccount,
  seeMe,
  spendSecret,
} from '../accounts/service.js'
import { type Beginning, cookieOf, endSession, hashOf, newToken, setCookie } from '../accounts/sessions.js'
import { audit, auditLater } from '../auditLog/service.js'
import { noteInside } from '../classes/doors.js'
import { claimPlace, notifyRegister } from '../classes/ties.js'
import { sendPicture } from '../fileStore/pictures.js'
import { lessonsThisWeek } from '../timing/planner.js'
import { tablets } from './models.js'
import { type FoundTablet, faceOfClass, facesOfClass, type TabletFace, tabletByToken } from './queries.js'

const COOKIE = 'oppen_tablet'
const YEAR = 365 * 86_400
const MINUTE = 60_000

/** The class whose shared tablet this device is; undefined for a device of somebody's own. */
/** The shared tablet that a request comes from, if it is one of ours. */
export async function tabletOf(world: World, request: Request): Promise<TabletId | undefined> {
  return (await tabletHere(world, request))?.id
}

async function tabletHere(world: World, request: Request): Promise<FoundTablet | undefined> {
  const token = cookieOf(request, COOKIE)
  return token ? tabletByToken(world.db, hashOf(token)) : undefined
}

/**
 * How long whoever comes in on this device stays: on a shared tablet until the class's idle time has passed or the
 * lesson ends, else as usual.
 */
export async function sharedHere(
  world: World,
  request: Request,
): Promise<Pick<Beginning, 'idle' | 'endsBy' | 'tabletId'>> {
  const tablet = await tabletHere(world, request)
  if (!tablet) return {}
  const lessons = await lessonsThisWeek(world, tablet.classId)
  const lesson = lessonNow(lessons, world.clock.now())
  return { idle: tablet.idleMinutes * MINUTE, endsBy: lesson?.endsAt ?? null, tabletId: tablet.id }
}

/** What Welcome has to know before anybody is in. */
export async function seeWelcome(world: World, request: Request): Promise<WelcomePage> {
  const tablet = await tabletHere(world, request)
  const { school, schoolSignIn } = world
  return {
    school: school.name,
    schoolAccount: schoolSignIn?.name ?? null,
    tablet: tablet !== undefined,
    ownerless: !(await hasOwner(world.db)),
  }
}

/** The sign-in screen of a shared tablet: every child of the class by face and short name. */
export async function seeTablet(world: World, request: Request): Promise<TabletPage> {
  const tablet = await tabletHere(world, request)
  if (!tablet) throw new Refused('not_found')
  const faces = await facesOfClass(world.db, tablet.classId)
  const shortNames = doorNames(faces.map(face => face.name))
  return {
    className: tablet.className,
    teacherName: tablet.teacherName,
    idleMinutes: tablet.idleMinutes,
    faces: faces.map((face, index) => ({
      id: face.id,
      shortName: shortNames[index] ?? '',
      hasPicture: face.picture !== null,
      ...askedAtTablet(face.secretKind ?? 'unset', tablet.ownSecret),
    })),
  }
}

/** The picture of a child on a shared tablet of the class. */
export async function sendTabletFace(
  world: World,
  request: Request,
  response: Response,
  placeId: PlaceId,
): Promise<undefined> {
  const tablet = await tabletHere(world, request)
  const face = tablet && (await faceOfClass(world.db, tablet.classId, placeId))
  if (!face?.picture) throw new Refused('not_found')
  return sendPicture(world, face.picture, response)
}

export type AtTablet = { readonly placeId: PlaceId; readonly secret: string | null }

/**
 * Signs a child in on a shared tablet: by the face alone, by the own secret, or by choosing one the first time.
 * Refuses `face_wrong` for a secret that does not fit.
 */
export async function comeInAtTablet(world: World, response: Response, asked: AtTablet): Promise<Me> {
  const tablet = await tabletHere(world, response.req)
  if (!tablet) throw new Refused('not_found')
  const face = await faceOfClass(world.db, tablet.classId, asked.placeId)
  if (!face) throw new Refused('place_gone')
  const proven = await prove(world, tablet, face, asked.secret)
  const shared = await sharedHere(world, response.req)
  const { accountId, session } = await world.db.write(async () => {
    if (face.accountId && proven.fitted)
      await spendSecret(world, face.accountId, face.secretHash, 'face_wrong')
    const id = await accountOfFace(world, tablet.classId, face, proven)
    await noteInside(world, tablet.classId, face.id)
    await audit(world, 'entered_tablet', { classId: tablet.classId, by: id, name: face.name })
    const begun = await beginSession(world, response, id, { cameBy: 'tablet', ...shared })
    return { accountId: id, session: begun }
  })
  return seeMe(world, accountId, session)
}

type Proven = {
  /** Whether a secret was asked for, and fits. */
  readonly fitted?: boolean
  readonly chosen: { readonly hash: string; readonly kind: TabletFace['secretKind'] } | null
}

async function prove(
  world: World,
  tablet: FoundTablet,
  face: TabletFace,
  secret: string | null,
): Promise<Proven> {
  const { kind, choose } = askedAtTablet(face.secretKind ?? 'unset', tablet.ownSecret)
  if (kind === 'none') return { chosen: null }
  if (choose) {
    const taken = take(readOwnSecret(kind, secret ?? ''), 'secret')
    return { chosen: { hash: await hashSecret(world, taken), kind } }
  }
  if (await fits(world, face.secretHash ?? undefined, secret ?? '')) return { chosen: null, fitted: true }
  auditLater(world, 'wrong_secret', { classId: tablet.classId, by: face.accountId, name: face.name })
  throw new Refused('face_wrong', undefined, 'secret')
}

async function accountOfFace(
  world: World,
  classId: ClassId,
  face: TabletFace,
  { chosen }: Proven,
): Promise<AccountId> {
  if (face.accountId) {
    if (chosen)
      await changeSecret(world, face.accountId, { hash: chosen.hash, kind: chosen.kind ?? 'unset' }, null)
    return face.accountId
  }
  const again = await faceOfClass(world.db, classId, face.id)
  if (again?.accountId) throw new Refused('place_taken', { name: face.name.split(' ')[0] ?? '' })
  const secret = { secretHash: chosen?.hash ?? NO_SECRET, secretKind: chosen?.kind ?? ('unset' as const) }
  const accountId = await makeAccount(world, { kind: 'pupil', shownName: face.name, ...secret })
  await claimPlace(world, { classId, placeId: face.id, accountId })
  return accountId
}

/** Makes a tablet of a class; inside a command. Gives the token that its browser is to keep. */
export async function makeTablet(world: World, classId: ClassId, typed: string): Promise<string> {
  const token = newToken(world)
  const now = world.clock.now()
  const name = tidyName(typed).slice(0, 40) || 'Tablet'
  await world.db.model(tablets).create({
    id: newId<TabletId>(world),
    classId,
    tokenHash: hashOf(token),
    name,
    madeAt: now,
    seenAt: now,
    endedAt: null,
  })
  notifyRegister(world, classId)
  return token
}

/** Lets this browser be a shared tablet from now on. */
export const keepTablet = (response: Response, token: string): void =>
  setCookie(response, COOKIE, token, YEAR)

/** Makes the device that a teacher is signed in on a shared tablet of the class, and signs the teacher out here. */
export async function shareThisTablet(
  world: World,
  viewer: Viewer,
  response: Response,
  { classId, name }: { classId: ClassId; name: string },
): Promise<{ done: true }> {
  const token = await world.db.write(async () => {
    await audit(world, 'tablet_shared', { classId, by: viewer.accountId, name })
    return makeTablet(world, classId, name)
  })
  await endSession(world, response.req, response)
  keepTablet(response, token)
  return { done: true }
}

/** Ends the sharing of a tablet: its sign-in screen is gone and whoever is signed in on it is out. */
export async function endTablet(
  world: World,
  viewer: Viewer,
  { classId, tabletId }: { classId: ClassId; tabletId: TabletId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const [changed] = await world.db
      .model(tablets)
      .update({ endedAt: world.clock.now() }, { where: { id: tabletId, classId, endedAt: null } })
    if (!changed) throw new Refused('not_found')
    await endSessions(world, { tabletId })
    await audit(world, 'tablet_ended', { classId, by: viewer.accountId })
    notifyRegister(world, classId)
  })
  return { done: true }
}
