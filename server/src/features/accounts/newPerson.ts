import { ADULT_SECRET_LENGTH, NAME_LENGTH, readNewSecret, tidyName } from '@oppen/core/joining'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { hashSecret } from './service.js'

/** Reads the name and the secret of a new family member; what is wrong is refused with its field. */
export async function readNewFamily(world: World, asked: { shownName: string; secret: string }) {
  const shownName = readPersonName(asked.shownName, 'shownName')
  const secret = take(readNewSecret(asked.secret, ADULT_SECRET_LENGTH), 'secret')
  return { shownName, secretHash: await hashSecret(world, secret) }
}

/** A person's name or a part of it, tidy and not too long; refused with its field as what it is. */
export function readPersonName(text: string, path: string, what = 'name'): string {
  const name = tidyName(text)
  if (!name) throw new Refused('text_empty', { what }, path)
  if (name.length <= NAME_LENGTH) return name
  throw new Refused('text_long', { what, most: NAME_LENGTH, got: name.length }, path)
}
