import { baseLanguage } from '../language/index.js'
import { EN } from './rules/en.js'
import { PT } from './rules/pt.js'
import type { SpokenRule } from './rules/rule.js'
import { type Span, wordsOf } from './spans.js'

/** Where something that is spoken stands in what is spoken, and the stretch of the text that it is marked in. */
export type Piece = Span & { readonly at: number; readonly length: number }

/** A text as people say it, with its pieces in order. */
export type Spoken = { readonly text: string; readonly pieces: readonly Piece[] }

/** Stands in a text for what is no text, such as a formula (U+FFFC, "object replacement character"). */
export const INSTEAD = '\uFFFC'

const RULES: Readonly<Record<string, readonly SpokenRule[]>> = { en: EN, pt: PT }

type Found = Span & { readonly say: string }

/**
 * A text as people say it: times, dates, units, abbreviations and signs in words where the language is one that Oppen knows them in,
 * and else as it stands. `instead` is what is said for each `INSTEAD` of the text, in order.
 */
export function spokenOf(text: string, language: string, instead: readonly string[] = []): Spoken {
  const found = findings(text, RULES[baseLanguage(language)] ?? [], instead)
  const pieces: Piece[] = []
  const said: string[] = []
  let [length, last, done] = [0, ' ', 0]
  const put = (words: string) => {
    if (!words) return
    said.push(words)
    length += words.length
    last = words.at(-1) ?? last
  }
  const asItStands = (to: number) => {
    const stretch = text.slice(done, to)
    for (const { from, to } of wordsOf(stretch, language))
      pieces.push({ at: length + from, length: to - from, from: done + from, to: done + to })
    put(stretch)
  }
  for (const { from, to, say } of found) {
    const words = say.trim()
    asItStands(from)
    // what is said stands apart from what is around it
    if (!/[\s([“‘«]/.test(last)) put(' ')
    if (words) pieces.push({ at: length, length: words.length, from, to })
    put(words)
    if (/[\p{L}\p{N}]/u.test(String.fromCodePoint(text.codePointAt(to) ?? 32))) put(' ')
    done = to
  }
  asItStands(text.length)
  return { text: said.join(''), pieces }
}

/** What rules say differently, in the order of the text; of two that overlap the one whose rule stands first. */
function findings(text: string, rules: readonly SpokenRule[], instead: readonly string[]): Found[] {
  const found: Found[] = []
  const taken = new Uint8Array(text.length)
  const take = (from: number, to: number, say: string) => {
    for (let at = from; at < to; at++) if (taken[at]) return
    taken.fill(1, from, to)
    found.push({ from, to, say })
  }
  let number = 0
  for (let at = text.indexOf(INSTEAD); at >= 0; at = text.indexOf(INSTEAD, at + 1))
    take(at, at + 1, instead[number++] ?? '')
  for (const { pattern, say } of rules)
    for (const match of text.matchAll(pattern)) {
      const words = say(match)
      if (words !== undefined && match[0]) take(match.index, match.index + match[0].length, words)
    }
  return found.sort((a, b) => a.from - b.from)
}

/** The piece that is spoken at a place of what is spoken: the one that begins there or last before it. */
export function pieceAt({ pieces }: Spoken, at: number): Piece | undefined {
  let [low, high] = [0, pieces.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((pieces[middle] as Piece).at <= at) low = middle + 1
    else high = middle
  }
  return pieces[low - 1]
}
