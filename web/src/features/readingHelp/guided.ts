import { brightOf, type Line, lineAt, linesOf } from '@oppen/core/readingHelp'

/** The lines of a text as they stand now, from its own top, in pixels. */
export function linesOfText(text: HTMLElement): Line[] {
  const { top } = text.getBoundingClientRect()
  const range = document.createRange()
  const words = document.createTreeWalker(text, NodeFilter.SHOW_TEXT)
  const pieces: Line[] = []
  // of words alone: the box of a paragraph is as high as all its lines
  while (words.nextNode()) {
    range.selectNodeContents(words.currentNode)
    for (const box of range.getClientRects()) pieces.push({ top: box.top - top, bottom: box.bottom - top })
  }
  return linesOf(pieces)
}

export type Reading = { readonly text: HTMLElement; readonly lines: readonly Line[]; readonly at: number }

/** A text that begins to be read at a height of the window, or at its first line that is in sight. */
export function readFrom(text: HTMLElement, y?: number): Reading | undefined {
  const lines = linesOfText(text)
  const { top } = text.getBoundingClientRect()
  const at = y === undefined ? lines.findIndex(line => line.top + top >= 0) : lineAt(lines, y - top)
  return at < 0 ? undefined : { text, lines, at }
}

/** What is read goes on at a height of the window: the same where that is the same line. */
export function readOn(now: Reading | null, text: HTMLElement, y: number): Reading | null {
  if (now?.text !== text) return readFrom(text, y) ?? now
  const at = lineAt(now.lines, y - text.getBoundingClientRect().top)
  return at === now.at || at < 0 ? now : { ...now, at }
}

/** The same where letters that have come, or another width, break the lines elsewhere. */
export function brokenAnew(reading: Reading): Reading {
  const lines = linesOfText(reading.text)
  return { ...reading, lines, at: Math.max(0, Math.min(reading.at, lines.length - 1)) }
}

/** Room around the bright lines, in pixels. */
const ROOM = 5

export type Bright = Line & { readonly left: number; readonly right: number }

/** What stays bright now, in the window, as wide as its text; undefined where the text is gone or has no such line. */
export function brightNow({ text, lines, at }: Reading, count: number): Bright | undefined {
  if (!text.isConnected) return undefined
  const { top, left, right } = text.getBoundingClientRect()
  const bright = brightOf(lines, at, count)
  return (
    bright && {
      // whole pixels: between two halves of one something would shine through
      top: Math.round(bright.top + top - ROOM),
      bottom: Math.round(bright.bottom + top + ROOM),
      left: Math.round(left - 2 * ROOM),
      right: Math.round(right + 2 * ROOM),
    }
  )
}

/** What can be read line by line: what people wrote, from the top of the page. */
export const TEXTS = '.written, .read'

/** One line further or back, with so many bright; behind the last line of a text begins the next, before the first the one before. */
export function moved(reading: Reading, by: 1 | -1, count: number): Reading {
  const last = Math.max(0, reading.lines.length - count)
  const at = Math.min(reading.at, last) + by
  if (at >= 0 && at <= last) return { ...reading, at }
  const texts = [...(document.getElementById('page')?.querySelectorAll<HTMLElement>(TEXTS) ?? [])].filter(
    text => text.textContent?.trim(),
  )
  const text = texts[texts.indexOf(reading.text) + by]
  const lines = text ? linesOfText(text) : []
  if (!text || !lines.length) return reading
  return { text, lines, at: by === 1 ? 0 : Math.max(0, lines.length - count) }
}
