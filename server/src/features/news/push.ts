import type { NewsChoicesPage, PushSubscriptionForm } from '@oppen/contract'
import type { PushId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { pushSubscriptions } from './models.js'
import { standInEndpoint } from './pushTransport.js'
import { hasDevice } from './queries.js'

/** The session of whoever asks, and whether a class shares its device. */
export type OnDevice = { readonly tokenHash: string | null; readonly shared: boolean }

/** Whether the device of a session shows what is new; null where many share it. */
export async function deviceOf(
  world: World,
  { tokenHash, shared }: OnDevice,
): Promise<NewsChoicesPage['device']> {
  if (!tokenHash || shared) return null
  return { on: await hasDevice(world.db, tokenHash), key: world.pushTransport.key }
}

/** So many devices of one person show what is new. */
const MOST_DEVICES = 10

/**
 * Lets the device of this session show what is new, until the session ends. Refuses `not_found` for a device that a class shares,
 * and for an address that is none of a push service.
 */
export async function addPushDevice(
  world: World,
  { accountId }: Viewer,
  { tokenHash, shared }: OnDevice,
  subscription: PushSubscriptionForm | null,
): Promise<{ done: true }> {
  if (!tokenHash || shared) throw new Refused('not_found')
  if (subscription && (!world.pushTransport.key || !isPublic(subscription.endpoint)))
    throw new Refused('not_found')
  const id = newId<PushId>(world)
  const where = subscription
    ? { endpoint: subscription.endpoint, ...subscription.keys }
    : { endpoint: standInEndpoint(id), p256dh: '', auth: '' }
  await world.db.write(async () => {
    const model = world.db.model(pushSubscriptions)
    await model.destroy({ where: { tokenHash } })
    // a browser has one subscription, whoever is signed in
    await model.destroy({ where: { endpoint: where.endpoint } })
    const all = await model.findAll({ where: { accountId }, order: [['madeAt', 'desc']], attributes: ['id'] })
    for (const one of all.slice(MOST_DEVICES - 1)) await one.destroy()
    await model.create({ ...where, id, accountId, tokenHash, madeAt: world.clock.now() })
  })
  return { done: true }
}

/** Whether an address leads out: the server asks nothing of itself or its neighbours in the name of a stranger. */
function isPublic(endpoint: string): boolean {
  const { hostname, port } = new URL(endpoint)
  return (
    port === '' &&
    hostname.includes('.') &&
    /[a-z]$/.test(hostname) &&
    !/\.(local|internal|invalid)$/.test(hostname)
  )
}

/** The device of this session shows nothing any more. */
export async function removePushDevice(
  world: World,
  { tokenHash }: Pick<OnDevice, 'tokenHash'>,
): Promise<{ done: true }> {
  if (!tokenHash) throw new Refused('not_found')
  await world.db.write(async () => {
    await world.db.model(pushSubscriptions).destroy({ where: { tokenHash } })
  })
  return { done: true }
}
