import { hash, verify } from '@node-rs/argon2'
import type { World } from '../../world.js'

/** Hashes a secret with Argon2id. */
export const hashSecret = (world: Pick<World, 'hashing'>, secret: string): Promise<string> =>
  hash(secret, world.hashing)

/** What stands in the place of a hash where no secret opens the account. */
export const NO_SECRET = ''

let nobody: Promise<string> | undefined

/**
 * Whether a secret fits. Without an account, or with one that no secret opens, it takes as long and says no, so that
 * neither the answer nor the time tells whether a name exists.
 */
export async function fits(
  world: Pick<World, 'hashing'>,
  secretHash: string | undefined,
  secret: string,
): Promise<boolean> {
  nobody ??= hash('nobody has this secret', world.hashing)
  const right = await verify(secretHash || (await nobody), secret)
  return right && !!secretHash
}
