import type { Instant } from '../ids/index.js'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR

/** Why an earlier text of a draft was kept. */
export type KeptFor =
  /** It stood for a while, or was the last of a sitting. */
  | 'pause'
  /** Much of it was taken out at once. */
  | 'cut'
  /** Another text was chosen in its place. */
  | 'choice'
  /** It was there when an earlier one was brought back. */
  | 'back'

/** Once in this time the text is kept on the way. */
export const KEEP_EVERY = 3 * MINUTE
/** Taking out this many characters at once, and this share of the text, is a cut. */
const CUT = { characters: 40, share: 0.25 } as const

type Before = {
  /** Characters of the text that is about to be replaced. */
  readonly length: number
  readonly savedAt: Instant
  /** When the last version was kept; null for never. */
  readonly keptAt: Instant | null
}

/**
 * Whether the text that a save is about to replace is worth keeping, and why. A text that stood for three minutes
 * is, so is one in every three minutes of writing, and whatever a great part is cut from at once.
 */
export function keepFor(before: Before, length: number, now: Instant): KeptFor | null {
  const gone = before.length - length
  if (gone >= CUT.characters && gone >= before.length * CUT.share) return 'cut'
  if (now - before.savedAt >= KEEP_EVERY) return 'pause'
  return now - (before.keptAt ?? Number.NEGATIVE_INFINITY) >= KEEP_EVERY ? 'pause' : null
}

export type KeptVersion = { readonly version: number; readonly savedAt: Instant; readonly why: KeptFor }

/**
 * The numbers of versions that may go, so that a draft written in for weeks stays small: everything of the last day
 * is kept, then the last of each hour, after a week the last of each day. What somebody chose against, cut or brought
 * back over stays.
 */
export function thinOut(versions: readonly KeptVersion[], now: Instant): number[] {
  const taken = new Set<string>()
  const gone: number[] = []
  for (const { version, savedAt, why } of [...versions].sort((a, b) => b.version - a.version)) {
    if (why !== 'pause' || now - savedAt < DAY) continue
    const span = now - savedAt < 7 * DAY ? HOUR : DAY
    const slot = `${span} ${Math.floor(savedAt / span)}`
    if (taken.has(slot)) gone.push(version)
    taken.add(slot)
  }
  return gone
}
