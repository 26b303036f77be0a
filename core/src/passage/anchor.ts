import type { Span } from '../speech/index.js'

/**
 * A stretch of a passage that is found again after the passage has changed. Source: W3C Web Annotation Data Model (2017), text
 * position selector and text quote selector: where it began and ended, its exact words, and what stood before and after it.
 */
export type Anchor = Span & { readonly exact: string; readonly prefix: string; readonly suffix: string }

/** So much of what stands around a stretch is kept with it, and so long it may be; in UTF-16 units. */
export const ANCHOR_LIMITS = { around: 24, exact: 8_000 } as const

/** An anchor for a stretch of a text. Throws where it is none of the text. */
export function anchorAt(text: string, { from, to }: Span): Anchor {
  if (from < 0 || to > text.length || from >= to)
    throw new RangeError(`no stretch of the text: ${from}–${to}`)
  return {
    from,
    to,
    exact: text.slice(from, to),
    prefix: text.slice(Math.max(0, from - ANCHOR_LIMITS.around), from),
    suffix: text.slice(to, to + ANCHOR_LIMITS.around),
  }
}

/**
 * Where the stretch of an anchor stands in a text: where it stood, else where the same words stand with the most of the same around
 * them, of those the nearest. Null where the words are there no more.
 */
export function findAnchor(text: string, anchor: Anchor): Span | null {
  const { from, exact } = anchor
  if (!exact) return null
  if (text.startsWith(exact, from) && around(text, from, anchor) > 0) return { from, to: from + exact.length }
  let [best, most] = [-1, -1]
  for (let at = text.indexOf(exact); at >= 0; at = text.indexOf(exact, at + 1)) {
    const same = around(text, at, anchor)
    if (same > most || (same === most && Math.abs(at - from) < Math.abs(best - from)))
      [best, most] = [at, same]
  }
  return best < 0 ? null : { from: best, to: best + exact.length }
}

/** How many signs before and after a place are those of the anchor; where there were none on a side, its end counts as one. */
function around(text: string, at: number, { exact, prefix, suffix }: Anchor): number {
  const end = at + exact.length
  let before = prefix ? 0 : Number(at === 0)
  while (before < prefix.length && text[at - 1 - before] === prefix[prefix.length - 1 - before]) before++
  let after = suffix ? 0 : Number(end === text.length)
  while (after < suffix.length && text[end + after] === suffix[after]) after++
  return before + after
}

/** Anchors in the order in which they stand in a text, with where; those whose words are gone stand last, with null. */
export function anchorsIn<T extends { readonly anchor: Anchor }>(
  text: string,
  all: readonly T[],
): (T & { readonly span: Span | null })[] {
  const found = all.map(one => ({ ...one, span: findAnchor(text, one.anchor) }))
  const place = ({ span }: (typeof found)[number]) => span?.from ?? Number.POSITIVE_INFINITY
  return found.sort((one, other) => Math.sign(place(one) - place(other)) || 0)
}
