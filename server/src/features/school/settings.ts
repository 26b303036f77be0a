import type { Pinned } from '@oppen/contract'
import { z } from 'zod'
import { settings } from '../../db/index.js'
import { StartRefused } from '../../startRefused.js'
import type { World } from '../../world.js'
import { oidcSignIn } from '../accounts/schoolSignIn.js'
import { smtpTransport } from '../mail/mailTransport.js'

/** What the owner of a school has set, each under a name of its own in the table of settings. */
const stored = {
  school_name: z.string(),
  zone: z.string(),
  limits: z.object({ pupil: z.number(), class: z.number(), circle: z.number() }),
  mail: z.object({ server: z.string(), user: z.string(), password: z.string(), from: z.string() }),
  sign_in: z.object({
    name: z.string(),
    issuer: z.string(),
    client: z.string(),
    clientSecret: z.string().nullable(),
  }),
} as const

type Name = keyof typeof stored
type ValueOf<N extends Name> = z.infer<(typeof stored)[N]>
export type StoredMail = ValueOf<'mail'>
export type StoredSignIn = ValueOf<'sign_in'>

/** A setting of the school; undefined where it was never set. */
export async function readSetting<N extends Name>(world: World, name: N): Promise<ValueOf<N> | undefined> {
  const row = await world.db.row<{ value: string }>('select value from settings where name = $name', { name })
  if (!row) return undefined
  // the zone was there before the others, as it is
  const value = name === 'zone' || name === 'school_name' ? row.value : JSON.parse(row.value)
  return stored[name].parse(value) as ValueOf<N>
}

/** Keeps a setting, or takes it away; inside a command. */
export async function writeSetting<N extends Name>(
  world: World,
  name: N,
  value: ValueOf<N> | null,
): Promise<void> {
  if (value === null) await world.db.model(settings).destroy({ where: { name } })
  else
    await world.db
      .model(settings)
      .upsert({ name, value: typeof value === 'string' ? value : JSON.stringify(value) })
}

/**
 * Takes up what the owner has set, where the machine's settings do not fix it. Throws `StartRefused` where they fix
 * another zone than the one in which every stored moment was worked out.
 */
export async function takeUpSettings(world: World): Promise<void> {
  const zone = await readSetting(world, 'zone')
  if (zone && zone !== world.school.zone && world.pinned.has('zone'))
    throw new StartRefused('zone_changed', { stored: zone, asked: world.school.zone })
  if (zone) world.school.zone = zone
  else await world.db.write(() => writeSetting(world, 'zone', world.school.zone))
  const name = await readSetting(world, 'school_name')
  if (name && !world.pinned.has('name')) world.school.name = name
  const limits = await readSetting(world, 'limits')
  if (limits) Object.assign(world.limits, limits)
  if (await readSetting(world, 'mail')) await takeUpMail(world)
  if (await readSetting(world, 'sign_in')) await takeUpSignIn(world)
}

/** The mail server that the owner has set, or the simulated outbox. */
export async function takeUpMail(world: World): Promise<void> {
  if (world.pinned.has('mail')) return
  const mail = await readSetting(world, 'mail')
  world.mailTransport = mail ? smtpTransport(addressOfMail(mail), mail.from) : world.outbox
}

/** The address that a mail server is reached at, with the name and the password for it. */
export function addressOfMail({ server, user, password }: StoredMail): string {
  const url = new URL(server)
  // a server that asks for no name is told none
  if (!user) return url.href
  url.username = encodeURIComponent(user)
  url.password = encodeURIComponent(password)
  return url.href
}

/** The identity provider that the owner has set, or none. */
export async function takeUpSignIn(world: World): Promise<void> {
  if (world.pinned.has('signIn')) return
  const found = await readSetting(world, 'sign_in')
  world.schoolSignIn = found
    ? oidcSignIn({
        name: found.name,
        issuer: found.issuer,
        clientId: found.client,
        clientSecret: found.clientSecret ?? undefined,
      })
    : null
}

/** What the machine's settings fix, in the order that screens name it. */
export const pinnedOf = (world: World): Pinned[] => [...world.pinned].sort()
