import { createHash, createHmac } from 'node:crypto'
import type { PlaceId } from '@oppen/core/ids'
import { KEY_LENGTH, writeCode } from '@oppen/core/joining'
import type { World } from '../../world.js'

/**
 * The family key of a place. It is derived from the secret of the installation, so that a teacher can print it
 * again while the database holds only its hash; another serial makes another key and the old one dies.
 */
export function familyKey(world: Pick<World, 'secret'>, placeId: PlaceId, serial: number): string {
  const bytes = createHmac('sha256', world.secret).update(`family ${placeId} ${serial}`).digest()
  return writeCode([...bytes.subarray(0, KEY_LENGTH - 1)].map(byte => byte & 31))
}

/** What the database holds of a key. A key has 75 random bits, so a plain hash cannot be guessed back. */
export const keyHash = (key: string): string => createHash('sha256').update(key).digest('hex')
