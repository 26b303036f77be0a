import { had, type Outcome, refused } from '../outcome/index.js'

/** The fewest characters of a pupil's own secret: as many as a pin, and tries are few. */
export const PUPIL_SECRET_LENGTH = 4
/** The fewest characters of a secret of a family member or teacher (NIST SP 800-63B, 5.1.1.1: at least 8). */
export const ADULT_SECRET_LENGTH = 8
const LONGEST = 200

/** Takes a new secret as it is typed, or refuses `secret_short` or `secret_long` with the limit. */
export function readNewSecret(secret: string, least: number): Outcome<string> {
  if ([...secret].length < least) return refused('secret_short', { least })
  if (secret.length > LONGEST) return refused('secret_long', { most: LONGEST })
  return had(secret)
}
