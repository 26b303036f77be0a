import type { Instant } from '../ids/index.js'

const DAY = 86_400_000

/** For so many days a link may be open. */
export const LINK_DAYS = [1, 7, 30, 90] as const
export type LinkDays = (typeof LINK_DAYS)[number]

/** So many links of one piece are open at most. */
export const LINKS_MOST = 5

/** The moment at which a link ends that is made now. */
export const linkEnd = (now: Instant, days: LinkDays): Instant => now + days * DAY

export type Link = { readonly endsAt: Instant; readonly revokedAt: Instant | null }

/** Whether a link still shows anything, and if not, why. */
export function linkState({ endsAt, revokedAt }: Link, now: Instant): 'open' | 'ended' | 'revoked' {
  if (revokedAt !== null) return 'revoked'
  return now < endsAt ? 'open' : 'ended'
}

/** Who of a class may make links to kept work: nobody, teachers and families, or pupils too. */
export const SHARING = ['nobody', 'adults', 'everybody'] as const
export type Sharing = (typeof SHARING)[number]

/** Whether somebody may have a link in a class, by what the class says. It holds for links that there are, too. */
export const mayHaveLink = (sharing: Sharing, kind: 'teacher' | 'pupil' | 'family'): boolean =>
  sharing === 'everybody' || (sharing === 'adults' && kind !== 'pupil')
