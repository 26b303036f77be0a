import { randomInt } from 'node:crypto'
import type { AccountPage, Me } from '@oppen/contract'
import type { AccountId, ClassId, PlaceId, SessionId } from '@oppen/core/ids'
import {
  ADULT_SECRET_LENGTH,
  NAME_LENGTH,
  PUPIL_SECRET_LENGTH,
  readNewSecret,
  tidyName,
} from '@oppen/core/joining'
import type { ScreenLanguage } from '@oppen/core/language'
import type { Viewer } from '@oppen/core/permissions'
import { readEmail } from '@oppen/core/register'
import type { Request, Response } from 'express'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { clearPicture, receivePicture, sendPicture } from '../fileStore/pictures.js'
import { resetMail } from '../mail/messages.js'
import { sendMail } from '../mail/service.js'
import { setEmail } from './email.js'
import { accounts, resets } from './models.js'
import {
  accountById,
  accountByName,
  pictureOfAccount,
  resetByToken,
  sessionsOf,
  tiesOfPupil,
} from './queries.js'
import { fits, hashSecret } from './secrets.js'
import { changeSecret, languageOf, seeMe } from './service.js'
import { beginSession, endOneSession, hashOf, newToken, SESSION_ID, sessionOf } from './sessions.js'

/** The own account: what can be changed, and where it is signed in. */
export async function seeAccount(world: World, viewer: Viewer, request: Request): Promise<AccountPage> {
  const here = sessionOf(request)
  const all = await sessionsOf(world.db, viewer.accountId, world.clock.now())
  return {
    sessions: all.map(({ tokenHash, ...session }) => ({
      ...session,
      id: tokenHash.slice(0, SESSION_ID) as SessionId,
      here: tokenHash === here,
    })),
  }
}

export type AccountForm = { readonly shownName: string; readonly email: string | null }

/** Changes the shown name, and asks at a new e-mail address whether it is whose it is said to be. */
export async function changeAccount(world: World, viewer: Viewer, form: AccountForm): Promise<Me> {
  const shownName = tidyName(form.shownName)
  if (!shownName) throw new Refused('text_empty', { what: 'name' }, 'shownName')
  if (shownName.length > NAME_LENGTH) {
    throw new Refused('text_long', { what: 'name', most: NAME_LENGTH, got: shownName.length }, 'shownName')
  }
  const email = form.email?.trim() ? take(readEmail(form.email), 'email') : null
  await world.db.write(async () => {
    await world.db.model(accounts).update({ shownName }, { where: { id: viewer.accountId } })
    await setEmail(world, viewer.accountId, email)
    world.db.afterCommit(() => void world.live.tellPerson(viewer.accountId, { what: 'me' }))
  })
  return seeMe(world, viewer.accountId)
}

/** Saves the language of the screens that somebody chose; null lets the browser decide. */
export async function chooseLanguage(
  world: World,
  viewer: Viewer,
  language: ScreenLanguage | null,
): Promise<void> {
  await world.db.write(async () => {
    await world.db.model(accounts).update({ language }, { where: { id: viewer.accountId } })
    world.db.afterCommit(() => void world.live.tellPerson(viewer.accountId, { what: 'me' }))
  })
}

/** Renames an account that goes by a name; inside a command. Who has chosen another name keeps it. */
export async function renameWhere(
  world: World,
  accountId: AccountId,
  { from, to }: { from: string; to: string },
): Promise<void> {
  await world.db.model(accounts).update({ shownName: to }, { where: { id: accountId, shownName: from } })
}

/** The fewest characters of somebody's password. */
const leastOf = (kind: Viewer['kind']): number =>
  kind === 'pupil' ? PUPIL_SECRET_LENGTH : ADULT_SECRET_LENGTH

export type NewSecret = { readonly old: string; readonly secret: string }

/** Changes the own secret into a password; every other device is signed out. Refuses `old_secret_wrong`. */
export async function changeOwnSecret(
  world: World,
  viewer: Viewer,
  request: Request,
  asked: NewSecret,
): Promise<Me> {
  const account = await accountById(world.db, viewer.accountId)
  // who came in by a key has no secret to show yet, and who used one for one use has spent it
  const has =
    account && !account.secretOnce && account.secretKind !== 'unset' && account.secretKind !== 'none'
  if (has && !(await fits(world, account.secretHash, asked.old)))
    throw new Refused('old_secret_wrong', undefined, 'old')
  const secret = take(readNewSecret(asked.secret, leastOf(viewer.kind)), 'secret')
  const hash = await hashSecret(world, secret)
  const here = sessionOf(request)
  await world.db.write(async () => {
    // of two changes at once from the same secret, the second finds it changed
    const now = await accountById(world.db, viewer.accountId)
    if (now?.secretHash !== account?.secretHash) throw new Refused('old_secret_wrong', undefined, 'old')
    await changeSecret(world, viewer.accountId, { hash, kind: 'password' }, here)
  })
  return seeMe(world, viewer.accountId, here)
}

/** Ends one of the own sessions. */
export async function endOwnSession(world: World, viewer: Viewer, id: string): Promise<{ done: true }> {
  await world.db.write(async () => {
    if (!(await endOneSession(world, viewer.accountId, id))) throw new Refused('not_found')
  })
  return { done: true }
}

/** Takes a picture of oneself. */
export async function changePicture(world: World, viewer: Viewer, request: Request): Promise<{ done: true }> {
  const picture = await receivePicture(world, request)
  await world.db.write(() =>
    world.db.model(accounts).update({ picture }, { where: { id: viewer.accountId } }),
  )
  return { done: true }
}

export async function removePicture(world: World, viewer: Viewer): Promise<{ done: true }> {
  await world.db.write(() => clearPicture(world, accounts, viewer.accountId))
  return { done: true }
}

export async function sendOwnPicture(world: World, viewer: Viewer, response: Response): Promise<undefined> {
  const found = await pictureOfAccount(world.db, viewer.accountId)
  if (!found?.picture) throw new Refused('not_found')
  return sendPicture(world, found.picture, response)
}

const WORDS =
  'amber anchor apple beacon birch brook candle cedar clover comet coral daisy ember falcon fern garden harbor hazel heron island ivory jasmine kettle lantern lemon maple meadow mill moon nectar ocean olive otter pebble pine plum quartz raven reed river saddle silver spruce stone sugar sunset thistle tulip valley velvet violet walnut willow winter wren'.split(
    ' ',
  )

const word = () => WORDS[randomInt(WORDS.length)]

/** A secret that can be said aloud and typed by a child: three words and two digits, 57³ × 90 of them, for one use. */
export const sayable = (): string => `${word()}-${word()}-${word()}-${randomInt(10, 100)}`

/** Gives a pupil of the class a secret for one use, at once: it has to be changed on the first sign-in with it. */
export async function giveSecret(
  world: World,
  viewer: Viewer,
  { classId, placeId }: { classId: ClassId; placeId: PlaceId },
): Promise<{ userName: string; secret: string }> {
  const secret = sayable()
  const hash = await hashSecret(world, secret)
  return world.db.write(async () => {
    const pupil = await tiesOfPupil(world.db, classId, placeId)
    if (!pupil) throw new Refused('not_found')
    await changeSecret(world, pupil.accountId, { hash, kind: 'password', once: true }, null)
    await audit(world, 'secret_given', { classId, by: viewer.accountId, name: pupil.name })
    world.db.afterCommit(() => void world.live.tell({ what: 'register', classId }))
    return { userName: pupil.userName, secret }
  })
}

/** A reset by mail is good for so long, in milliseconds. */
const RESET_LIFE = 60 * 60_000

/**
 * Sends a family member or teacher a mail by which the secret can be set anew. The answer is the same whether or not
 * the name exists.
 */
export async function forgot(world: World, name: string, origin: string): Promise<{ done: true }> {
  const account = await accountByName(world.db, tidyName(name).toLowerCase())
  const email = account && account.kind !== 'pupil' ? account.email : null
  setImmediate(() => {
    if (!account || !email) return
    sendReset(world, { accountId: account.id, name: account.shownName, email, origin }).catch(error =>
      world.log.error({ err: error }, 'the reset could not be sent'),
    )
  })
  return { done: true }
}

type Reset = { accountId: AccountId; name: string; email: string; origin: string }

async function sendReset(world: World, { accountId, name, email, origin }: Reset): Promise<void> {
  const token = newToken(world)
  const madeAt = world.clock.now()
  await world.db.write(async () => {
    await world.db
      .model(resets)
      .create({ tokenHash: hashOf(token), accountId, madeAt, endsAt: madeAt + RESET_LIFE })
  })
  await sendMail(
    world,
    resetMail({
      to: email,
      language: await languageOf(world, accountId),
      name,
      school: world.school.name,
      address: `${origin}/reset#${token}`,
    }),
    { to: accountId },
  )
}

/** Sets a secret anew by the token of a mail, and signs in; every other device is signed out. Refuses `reset_over`. */
export async function resetSecret(
  world: World,
  response: Response,
  asked: { readonly token: string; readonly secret: string },
): Promise<Me> {
  const found = await resetByToken(world.db, hashOf(asked.token), world.clock.now())
  if (!found) throw new Refused('reset_over')
  const hash = await hashSecret(world, take(readNewSecret(asked.secret, leastOf(found.kind)), 'secret'))
  const session = await world.db.write(async () => {
    const gone = await world.db.model(resets).destroy({ where: { accountId: found.accountId } })
    if (!gone) throw new Refused('reset_over')
    await changeSecret(world, found.accountId, { hash, kind: 'password' }, null)
    await audit(world, 'secret_reset', { classId: null, by: found.accountId })
    return beginSession(world, response, found.accountId, { cameBy: 'secret' })
  })
  return seeMe(world, found.accountId, session)
}

/** Stores the birthday of a person as "month-day", or forgets it; inside a command. */
export async function storeBirthday(
  world: World,
  accountId: AccountId,
  birthday: string | null,
): Promise<void> {
  await world.db.model(accounts).update({ birthday }, { where: { id: accountId } })
}
