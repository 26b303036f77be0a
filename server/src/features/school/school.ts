import { statfs } from 'node:fs/promises'
import type { SchoolPage } from '@oppen/contract'
import type { Viewer } from '@oppen/core/permissions'
import { readEmail } from '@oppen/core/register'
import { Refused, take } from '../../refusal.js'
import { isZone } from '../../settings.js'
import type { World } from '../../world.js'

import { oidcSignIn } from '../accounts/schoolSignIn.js'
import { languageOf } from '../accounts/service.js'
import { audit } from '../auditLog/service.js'
import { testMail } from '../mail/messages.js'
import { sendMail } from '../mail/service.js'
import { calendarOf } from '../timing/planner.js'
import { readText } from './forms.js'
import { momentsInZone, peopleCounts, storedBytes } from './queries.js'
import {
  pinnedOf,
  readSetting,
  type StoredMail,
  type StoredSignIn,
  takeUpMail,
  takeUpSignIn,
  writeSetting,
} from './settings.js'

/** The name of a school as it was typed. */
export const readName = (typed: string): string => readText(typed, 'school')

/** A time zone of the IANA list. Refuses `zone_unknown`. */
export function readZone(typed: string): string {
  const zone = typed.trim()
  if (!isZone(zone)) throw new Refused('zone_unknown', { text: zone.slice(0, 40) }, 'zone')
  return zone
}

/** Everything that the owner of the school looks at first. */
export async function seeSchool(world: World): Promise<SchoolPage> {
  const [people, calendar, mail, signIn, used, zoneInUse] = await Promise.all([
    peopleCounts(world.db),
    calendarOf(world),
    readSetting(world, 'mail'),
    readSetting(world, 'sign_in'),
    storedBytes(world.db),
    momentsInZone(world.db),
  ])
  return {
    name: world.school.name,
    zone: world.school.zone,
    address: world.address,
    pinned: pinnedOf(world),
    zoneInUse,
    people,
    terms: calendar.terms.map(({ name, from, to }) => ({ name, from, to })),
    mail: mailOf(world, mail),
    signIn: signInOf(world, signIn),
    backups: backupsOf(world),
    disk: { used: used.files + used.database, free: await freeBytes(world) },
  }
}

/** What is told of a mail server: never its password. */
function mailOf(world: World, mail: StoredMail | undefined): SchoolPage['mail'] {
  const outside = world.mailTransport.outbox === null
  const set = !world.pinned.has('mail') && mail
  return {
    by: outside ? 'server' : 'outbox',
    server: set ? mail.server : null,
    user: set ? mail.user : null,
    from: set ? mail.from : '',
  }
}

function signInOf(world: World, signIn: StoredSignIn | undefined): SchoolPage['signIn'] {
  if (!world.schoolSignIn) return null
  const set = !world.pinned.has('signIn') && signIn
  return {
    name: world.schoolSignIn.name,
    issuer: set ? set.issuer : null,
    client: set ? set.client : null,
  }
}

/** How the backups stand, and which there are. */
export function backupsOf(world: World): SchoolPage['backups'] {
  const { settings, known } = world.backups
  const { state, last, problem } = world.backups.stand()
  return {
    state,
    lastAt: last,
    problem,
    folder: settings?.folder ?? null,
    at: settings?.at ?? null,
    days: settings?.days ?? null,
    kept: known.map(({ name, at, manifest }) => ({
      name,
      at,
      files: manifest.files.count,
      bytes: manifest.database.size + manifest.files.size,
    })),
  }
}

/** Bytes that are free on the disk of the data. */
export async function freeBytes(world: World): Promise<number> {
  const { bavail, bsize } = await statfs(world.folder)
  return bavail * bsize
}

function refusePinned(world: World, what: 'name' | 'zone' | 'mail' | 'signIn'): void {
  if (world.pinned.has(what)) throw new Refused('setting_pinned', undefined, what)
}

/**
 * Changes the name and the zone of the school. Refuses `zone_in_use` while there are moments that were worked out in the
 * zone, and `setting_pinned` for what the machine's settings fix.
 */
export async function changeSchool(
  world: World,
  viewer: Viewer,
  form: { readonly name: string; readonly zone: string },
): Promise<SchoolPage> {
  const name = readName(form.name)
  const zone = readZone(form.zone)
  const renamed = name !== world.school.name
  const moved = zone !== world.school.zone
  if (renamed) refusePinned(world, 'name')
  if (moved) refusePinned(world, 'zone')
  await world.db.write(async () => {
    const count = moved ? await momentsInZone(world.db) : 0
    if (count) throw new Refused('zone_in_use', { count, zone: world.school.zone }, 'zone')
    if (renamed) await writeSetting(world, 'school_name', name)
    if (moved) await writeSetting(world, 'zone', zone)
    if (renamed || moved) await noteSettings(world, viewer)
    world.db.afterCommit(() => {
      Object.assign(world.school, { name, zone })
      world.live.tellAll({ what: 'me' })
    })
  })
  return seeSchool(world)
}

const noteSettings = (world: World, viewer: Viewer) =>
  audit(world, 'school_settings_changed', { classId: null, by: viewer.accountId })

export type MailForm = {
  readonly server: string | null
  readonly user: string
  /** Left out where it stays as it is. */
  readonly password?: string | null | undefined
  readonly from: string
}

/** Sets by which server letters go out; null brings back the simulated outbox. Refuses `mail_server_unreadable`. */
export async function changeMail(world: World, viewer: Viewer, form: MailForm): Promise<SchoolPage> {
  refusePinned(world, 'mail')
  const before = await readSetting(world, 'mail')
  const mail = form.server === null ? null : readMail(form, form.server, before)
  await world.db.write(async () => {
    await writeSetting(world, 'mail', mail)
    await noteSettings(world, viewer)
  })
  await takeUpMail(world)
  return seeSchool(world)
}

function readMail(form: MailForm, typed: string, before: StoredMail | undefined): StoredMail {
  const server = typed.trim()
  const url = URL.canParse(server) ? new URL(server) : undefined
  if (!url || !/^smtps?:$/.test(url.protocol) || !url.hostname || url.password || url.username)
    throw new Refused('mail_server_unreadable', { text: server.slice(0, 60) }, 'server')
  const from = form.from.trim()
  const address = /<([^<>]+)>$/.exec(from)?.[1] ?? from
  take(readEmail(address), 'from')
  // a password is kept for its own server alone
  const same = before?.server === server && before.user === form.user.trim()
  const password = form.password ?? (same ? before.password : '')
  return { server, user: form.user.trim(), password, from }
}

/** Sends a letter, so that the owner sees whether any arrive. Refuses `mail_failed` with what the server says. */
export async function tryMail(world: World, viewer: Viewer, to: string): Promise<{ done: true }> {
  const letter = testMail({
    to: take(readEmail(to), 'to'),
    language: await languageOf(world, viewer.accountId),
    school: world.school.name,
  })
  try {
    await sendMail(world, letter, { by: viewer.accountId })
  } catch (error) {
    const text = String((error as Error).message)
      .replace(/\s+/g, ' ')
      .slice(0, 200)
    throw new Refused('mail_failed', { text }, 'to')
  }
  return { done: true }
}

export type SignInForm = {
  readonly name: string
  readonly issuer: string
  readonly client: string
  readonly clientSecret?: string | null | undefined
} | null

/**
 * Sets the identity provider of the school; null for none. It is asked for what it publishes first: refuses
 * `provider_unreachable` where it does not answer as one.
 */
export async function changeSignIn(world: World, viewer: Viewer, form: SignInForm): Promise<SchoolPage> {
  refusePinned(world, 'signIn')
  const before = await readSetting(world, 'sign_in')
  const signIn = form && (await readSignIn(world, form, before))
  await world.db.write(async () => {
    await writeSetting(world, 'sign_in', signIn)
    await noteSettings(world, viewer)
  })
  await takeUpSignIn(world)
  return seeSchool(world)
}

async function readSignIn(
  world: World,
  form: NonNullable<SignInForm>,
  before: StoredSignIn | undefined,
): Promise<StoredSignIn> {
  const name = readText(form.name, 'name')
  const client = readText(form.client, 'client')
  const issuer = form.issuer.trim().replace(/\/+$/, '')
  const unreachable = (text: string) =>
    new Refused('provider_unreachable', { text: text.replace(/\s+/g, ' ').slice(0, 200) }, 'issuer')
  if (!URL.canParse(issuer) || new URL(issuer).protocol !== 'https:') throw unreachable(issuer)
  const same = before?.issuer === issuer && before.client === client
  const clientSecret = form.clientSecret || (same ? before.clientSecret : null)
  const asked = oidcSignIn({ name, issuer, clientId: client, clientSecret: clientSecret ?? undefined })
  await asked.begin(world.address ?? 'http://localhost').catch(error => {
    throw unreachable(String((error as Error).message))
  })
  return { name, issuer, client, clientSecret }
}
