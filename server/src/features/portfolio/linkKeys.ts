import { createHash, createHmac } from 'node:crypto'
import type { World } from '../../world.js'

/** The key in the address of a link: derived, so that whoever made it can be shown it again while the database holds its hash. */
export const keyOf = (world: Pick<World, 'secret'>, source: string): string =>
  createHmac('sha256', world.secret).update(source).digest('base64url')

/** What the database holds of a key, which has 256 bits that nobody can guess. */
export const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex')

/** The address to which a link leads. */
export const pathOfLink = (world: Pick<World, 'secret'>, source: string): string =>
  `/shared/${keyOf(world, source)}`
