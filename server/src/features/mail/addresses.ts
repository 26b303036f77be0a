import type { World } from '../../world.js'

/** The address of a screen, for those who read of it elsewhere. */
export const addressOf = (world: Pick<World, 'address'>, path: string): string =>
  `${(world.address ?? '').replace(/\/$/, '')}${path}`

/** The id of a message by what it is about: "<left@host>" (RFC 5322, 3.6.4). */
export function messageIdOf(world: Pick<World, 'address'>, left: string): string {
  const host = URL.canParse(world.address ?? '') ? new URL(world.address ?? '').hostname : 'oppen.invalid'
  // an IPv6 address is none of the atoms that may stand there as they are
  return `<${left}@${/^[\w.-]+$/.test(host) ? host : 'oppen.invalid'}>`
}
