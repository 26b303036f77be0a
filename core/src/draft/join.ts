import { diff3Merge, diffComm } from 'node-diff3'
import { blocksOf, isWellFormed, tokensOf } from './pages.js'

export type Joined = {
  readonly html: string
  /** At how many places both texts stand, one after the other, because they say different things there. */
  readonly doubled: number
}

type Texts = readonly string[]
type Part = { readonly same: Texts } | { readonly mine: Texts; readonly from: Texts; readonly theirs: Texts }

/** Two texts that came from a third, part by part: what can stand as it is, and where they differ. */
function partsOf(base: Texts, mine: Texts, theirs: Texts): Part[] {
  return diff3Merge([...mine], [...base], [...theirs], { excludeFalseConflicts: true }).map(
    ({ ok, conflict }) =>
      conflict ? { mine: conflict.a, from: conflict.o, theirs: conflict.b } : { same: ok ?? [] },
  )
}

/**
 * Two texts that came from one, as one text with everything of both: first by blocks, then within a block by words.
 * Where both changed the same words, both stand, mine first. Nothing that either wrote is left out; what one took out
 * and the other did not touch is out.
 */
export function join(base: string, mine: string, theirs: string): Joined {
  let doubled = 0
  const texts = partsOf(blocksOf(base), blocksOf(mine), blocksOf(theirs)).map(part => {
    if ('same' in part) return part.same.join('')
    const within = joinBlocks(part)
    if (within !== undefined) return within
    doubled += 1
    return [...part.mine, ...part.theirs].join('')
  })
  return { html: texts.join(''), doubled }
}

/**
 * Two texts of which nobody knows what they came from, as one: what stands in both once, all else of each. Nothing
 * counts as taken out.
 */
export function mergeTexts(mine: string, theirs: string): Joined {
  const common = diffComm(blocksOf(mine), blocksOf(theirs)).flatMap(part => part.common ?? [])
  return join(common.join(''), mine, theirs)
}

/** Blocks that both changed, joined by their words one by one; undefined where that cannot be. */
function joinBlocks({ mine, from, theirs }: Exclude<Part, { same: Texts }>): string | undefined {
  if (mine.length !== from.length || theirs.length !== from.length) return undefined
  const joined = from.map((block, index) => joinWords(block, mine[index] ?? '', theirs[index] ?? ''))
  return joined.includes(undefined) ? undefined : joined.join('')
}

function joinWords(base: string, mine: string, theirs: string): string | undefined {
  const parts = partsOf(tokensOf(base), tokensOf(mine), tokensOf(theirs))
  if (!parts.every(part => 'same' in part)) return undefined
  const html = parts.flatMap(part => part.same).join('')
  return isWellFormed(html) ? html : undefined
}
