import { INK_LIMITS, type InkItem, readInk, type Spot } from '../ink/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { isSticker, type StickerName } from './stickers.js'

/**
 * Words of a text, found again also where the text was changed around them: a text quote with its position, as the Web Annotation Data
 * Model has them (https://www.w3.org/TR/annotation-model/#text-quote-selector).
 */
export type Quote = {
  readonly exact: string
  /** What stands before it and behind it. */
  readonly prefix: string
  readonly suffix: string
  /** Where it begins, in UTF-16 code units. */
  readonly start: number
}

export const PASSAGE_LOOKS = ['underline', 'highlight', 'strike'] as const
export type PassageLook = (typeof PASSAGE_LOOKS)[number]

type OnPage = { readonly id: string; readonly page: string }

/** Words of the written page that the teacher marked, with what is said about them. */
export type Passage = OnPage & {
  readonly kind: 'passage'
  readonly look: PassageLook
  readonly quote: Quote
  readonly text: string
  /** A recording; null for none. */
  readonly fileId: string | null
}

export type PlacedSticker = OnPage & Spot & { readonly kind: 'sticker'; readonly sticker: StickerName }

/** What a teacher put over a pupil's work. It never changes: who changes it takes it off and puts another. */
export type Annotation = InkItem | Passage | PlacedSticker

/** So much stands over one submission at most, and so long is a quote and what stands around it. */
export const ANNOTATION_LIMITS = { items: 2_000, exact: 2_000, around: 64, page: 60, batch: 200 } as const

/**
 * What the pages of a submission are called here, as they were handed in: the written one, those of a worksheet, a picture, and the pages of
 * a PDF from 1 on.
 */
export const textPage = (handIn: number): string => `text ${handIn}`
export const sheetPage = (sheetId: string, handIn: number): string => `sheet ${sheetId} ${handIn}`
export const filePage = (fileId: string, number?: number): string =>
  number === undefined ? `file ${fileId}` : `file ${fileId} ${number}`

/** Looks at an annotation that somebody sent. Refuses `ink_unreadable` where it is none of ours, and `text_long`. */
export function readAnnotation(item: Annotation): Outcome<Annotation> {
  const bad = err('ink_unreadable')
  if (!item.page || item.page.length > ANNOTATION_LIMITS.page) return bad
  if (item.kind === 'sticker') return isSticker(item.sticker) && isSpot(item) ? ok(item) : bad
  if (item.kind !== 'passage') return readInk(item) as Outcome<Annotation>
  const { quote, text } = item
  if (text.length > INK_LIMITS.text)
    return err('text_long', { what: 'note', most: INK_LIMITS.text, got: text.length })
  const fits =
    quote.exact.trim() !== '' &&
    quote.exact.length <= ANNOTATION_LIMITS.exact &&
    quote.prefix.length <= ANNOTATION_LIMITS.around &&
    quote.suffix.length <= ANNOTATION_LIMITS.around &&
    Number.isInteger(quote.start) &&
    quote.start >= 0
  return fits ? ok(item) : bad
}

const isSpot = ({ x, y }: Spot): boolean => [x, y].every(one => Number.isFinite(one) && Math.abs(one) < 1e5)

/** The words of a text from one place to another, as they are found again. */
export function quoteOf(text: string, from: number, to: number): Quote {
  const { around } = ANNOTATION_LIMITS
  return {
    exact: text.slice(from, to),
    prefix: text.slice(Math.max(0, from - around), from),
    suffix: text.slice(to, to + around),
    start: from,
  }
}

export type Stretch = { readonly from: number; readonly to: number }

/**
 * Where a quote stands in a text: of all places with these words the one with most of what stood around it, and of those the nearest to
 * where it was; undefined where the words are gone.
 */
export function findQuote(text: string, { exact, prefix, suffix, start }: Quote): Stretch | undefined {
  let best: { from: number; around: number; far: number } | undefined
  for (let from = text.indexOf(exact); exact && from >= 0; from = text.indexOf(exact, from + 1)) {
    const around =
      sharedEnd(text.slice(0, from), prefix) + sharedBegin(text.slice(from + exact.length), suffix)
    const far = Math.abs(from - start)
    if (!best || around > best.around || (around === best.around && far < best.far))
      best = { from, around, far }
  }
  return best && { from: best.from, to: best.from + exact.length }
}

function sharedBegin(one: string, other: string): number {
  let length = 0
  while (length < other.length && one[length] === other[length]) length += 1
  return length
}

function sharedEnd(one: string, other: string): number {
  let length = 0
  while (length < other.length && one.at(-1 - length) === other.at(-1 - length)) length += 1
  return length
}
