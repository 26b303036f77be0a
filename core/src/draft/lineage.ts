import type { Instant } from '../ids/index.js'

/**
 * One version of a draft: its number, and the run of the server in which it was saved. Numbers alone tell too
 * little: a server brought back from yesterday's backup counts on from yesterday's number.
 */
export type VersionId = { readonly run: string; readonly version: number }

/** The runs in which a draft was saved, each with the first version of its own, the oldest first. */
export type Lineage = readonly { readonly run: string; readonly from: number }[]

/** A version with what it came from. */
export type Saved = { readonly version: number; readonly savedAt: Instant; readonly lineage: Lineage }

/** A version with its text. */
export type Edition = Saved & { readonly html: string }

/** The name of a version: its number within the run that saved it. */
export const idOf = ({ version, lineage }: Saved): VersionId => ({ version, run: lineage.at(-1)?.run ?? '' })

/** The lineage of a draft once it was saved as the given version. */
export function continueLineage(lineage: Lineage, { run, version }: VersionId): Lineage {
  return lineage.at(-1)?.run === run ? lineage : [...lineage, { run, from: version }]
}

/**
 * Whether a version is this one or one that this one came from. What was saved in a run that the server has
 * forgotten, or after the point to which it was set back, is not: it is a text of its own.
 */
export function descendsFrom({ lineage, version: last }: Omit<Saved, 'savedAt'>, id: VersionId): boolean {
  const at = lineage.findIndex(one => one.run === id.run)
  const own = lineage[at]
  if (!own || id.version < own.from) return false
  const next = lineage[at + 1]
  return id.version <= (next ? next.from - 1 : last)
}

/** How a version in hand stands to another: the same, what that one came from, what came from it, or neither. */
export function compare(mine: Saved, theirs: Saved): 'same' | 'behind' | 'ahead' | 'apart' {
  const own = idOf(mine)
  const other = idOf(theirs)
  if (own.run === other.run && own.version === other.version) return 'same'
  if (descendsFrom(theirs, own)) return 'behind'
  return descendsFrom(mine, other) ? 'ahead' : 'apart'
}
