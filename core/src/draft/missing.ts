import { isBlank } from '../texts/index.js'
import { blocksOf, sayingOf } from './pages.js'

/** What is still missing from a submission that somebody is about to hand in. */
export type Missing =
  /** Nothing is written and nothing added. */
  | { readonly is: 'nothing' }
  /** The page says what it said when it was given out. */
  | { readonly is: 'untouched' }
  /** A part of the page under which nothing was written, by its heading or question. */
  | { readonly is: 'part'; readonly name: string }
  /** Cells of the page's tables that are empty. */
  | { readonly is: 'cells'; readonly count: number }
  /** Pages of a worksheet on which nothing was written or drawn, from 1. */
  | { readonly is: 'pages'; readonly numbers: readonly number[] }
  /** A recording that goes on or was not kept. */
  | { readonly is: 'recording' }
  /** A file on its way. */
  | { readonly is: 'uploading'; readonly name: string }

type Page = {
  readonly html: string
  /** The page as it was given out; null where the pupil began with a fresh one. */
  readonly template: string | null
  /** How many files go along. */
  readonly files: number
}

/** What is missing from a writing page: nothing at all, or the parts of the template that were left as they were. */
export function missingOnPage({ html, template, files }: Page): Missing[] {
  if (isBlank(html)) return files ? [] : [{ is: 'nothing' }]
  if (template === null || isBlank(template)) return []
  if (sameText(html, template)) return files ? [] : [{ is: 'untouched' }]
  const cells = Math.min(emptyCells(html), emptyCells(template))
  return [...unanswered(html, template), ...(cells ? [{ is: 'cells', count: cells } as const] : [])]
}

type Part = {
  name: string
  text: string
  /** Whether an empty line was left to write on. */
  room: boolean
}

/** Parts of the template that ask for something and say the same on the page as when it was given out. */
function unanswered(html: string, template: string): Missing[] {
  const written = partsIn(html)
  return partsIn(template)
    .filter(part => part.name)
    .filter(part => written.some(one => one.name === part.name && one.text === part.text))
    .map(({ name }) => ({ is: 'part', name }) as const)
}

/**
 * A page as its parts: each begins with a heading, or with a line that asks, which ends with a question mark or a
 * colon. What is written behind the colon belongs to the part.
 */
function partsIn(html: string): Part[] {
  let part: Part = { name: '', text: '', room: false }
  const parts = [part]
  for (const block of blocksOf(html)) {
    const text = plain(block)
    const name = nameIn(block, text)
    if (name) {
      part = { name, text: text.slice(name.length).trim(), room: false }
      parts.push(part)
    } else {
      part.text = `${part.text} ${text}`.trim()
      part.room ||= !text
    }
    if (picturesIn(block)) part.text = `${part.text} ${block}`
  }
  return parts.filter((one, at) => !isOver(one, parts[at + 1]))
}

/** A heading directly over a line that asks, without room of its own, asks nothing itself. */
const isOver = ({ name, text, room }: Part, next: Part | undefined): boolean =>
  !text && !room && !ASKS.test(name) && ASKS.test(next?.name ?? '')

const ASKS = /[?:]$/

function nameIn(block: string, text: string): string | undefined {
  if (/^<h[1-6]\b/i.test(block)) return text || undefined
  if (!/^<p\b/i.test(block)) return undefined
  return /^[^?:]{1,200}[?:]/.exec(text)?.[0]
}

const plain = (html: string): string => sayingOf(html).replace(/\s+/g, ' ').trim()

/** Whether two pages say the same and show as many pictures and formulas, however they are set. */
export const sameText = (one: string, other: string): boolean =>
  plain(one) === plain(other) && picturesIn(one) === picturesIn(other)

const picturesIn = (html: string): number => html.match(/<(?:img|span data-tex)\b/gi)?.length ?? 0

const emptyCells = (html: string): number =>
  [...html.matchAll(/<t[dh]\b[^>]*>(.*?)<\/t[dh]>/gis)].filter(([, inside]) => isBlank(inside ?? '')).length
