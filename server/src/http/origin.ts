import type { RequestHandler } from 'express'
import { Refused } from '../refusal.js'
import type { World } from '../world.js'

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]']

/**
 * Where people find Oppen, "https://oppen.school.example": as the school has set it, else where the server listens.
 * What a request says of it counts for nothing.
 */
export function originOf(world: Pick<World, 'address'>): string {
  if (!world.address) throw new Error('the address is known once the server listens')
  return world.address
}

/** The hosts by which this server may be asked: its own, and this machine's names with the port it listens at. */
export function ownHosts(world: Pick<World, 'address'>, listening: string): ReadonlySet<string> {
  const { port, host } = new URL(listening)
  const own = new URL(originOf(world)).host
  return new Set([own, host, ...LOOPBACK.map(name => (port ? `${name}:${port}` : name))])
}

/** Refuses what is asked of another host: a page elsewhere whose name leads here, or a forged letter's address. */
export const ownHostOnly =
  (hosts: ReadonlySet<string>): RequestHandler =>
  (request, _response, next) => {
    const host = (request.get('host') ?? '').toLowerCase()
    next(hosts.has(host) ? undefined : new Refused('host_unknown'))
  }
