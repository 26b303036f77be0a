import { err, type Outcome, ok } from '../outcome/index.js'

/** The fewest characters of a pupil's own password. */
export const PUPIL_SECRET_LENGTH = 4
/** The fewest characters of a secret of a family member or teacher (NIST SP 800-63B, 5.1.1.1: at least 8). */
export const ADULT_SECRET_LENGTH = 8
const LONGEST = 200

/**
 * What pupils of a class prove themselves with, by age: nothing, three pictures in order, a pin of four digits, or
 * a password. All but the password open only on the class's own shared tablets and at its open door, where somebody
 * sees who sits there: they are too short for the open net.
 */
export const OWN_SECRETS = ['none', 'pictures', 'pin', 'password'] as const
export type OwnSecret = (typeof OWN_SECRETS)[number]

/** What an account has: `unset` where the pupil has yet to choose. */
export type SecretKind = OwnSecret | 'unset'

/** The pictures of a picture secret, by name; three of them in order give 12³ = 1728 secrets. */
export const PICTURES = [
  'fish',
  'bird',
  'snail',
  'turtle',
  'cat',
  'rabbit',
  'apple',
  'carrot',
  'sun',
  'star',
  'boat',
  'tree',
] as const
export type Picture = (typeof PICTURES)[number]
export const PICTURE_COUNT = 3

/** Takes a new secret as it is typed, or refuses `secret_short` or `secret_long` with the limit. */
export function readNewSecret(secret: string, least: number): Outcome<string> {
  if ([...secret].length < least) return err('secret_short', { least })
  if (secret.length > LONGEST) return err('secret_long', { most: LONGEST })
  return ok(secret)
}

/**
 * Takes a pupil's new secret of a kind: pictures as their names with spaces between, a pin as four digits. Refuses
 * `pictures_wrong`, `pin_wrong`, and what `readNewSecret` refuses.
 */
export function readOwnSecret(kind: OwnSecret, secret: string): Outcome<string> {
  if (kind === 'none') return ok('')
  if (kind === 'password') return readNewSecret(secret, PUPIL_SECRET_LENGTH)
  if (kind === 'pin') return /^\d{4}$/.test(secret) ? ok(secret) : err('pin_wrong')
  const names = secret.split(' ')
  const right =
    names.length === PICTURE_COUNT && names.every(name => (PICTURES as readonly string[]).includes(name))
  return right ? ok(secret) : err('pictures_wrong')
}

/**
 * What a pupil is asked for at a shared tablet: the kind that the account has, or, where it has none yet, the kind
 * of the class to be chosen now.
 */
export function askedAtTablet(
  has: SecretKind,
  ofClass: OwnSecret,
): { readonly kind: OwnSecret; readonly choose: boolean } {
  if (has === 'unset' || has === 'none') return { kind: ofClass, choose: ofClass !== 'none' }
  return { kind: has, choose: false }
}
