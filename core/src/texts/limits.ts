import { err, type Outcome, ok } from '../outcome/index.js'

/** The most characters of each kind of text; the first that is over is refused with its name and limit. */
export const LIMITS = {
  title: 160,
  note: 8_000,
  feedback: 8_000,
  notice: 20_000,
  directions: 60_000,
  draft: 300_000,
  passage: 200_000,
} as const

export type TextKind = keyof typeof LIMITS

/** Text as it was written, without blank ends. Refuses `text_empty`, and `text_long` with `most` and `got`. */
export function readText(kind: TextKind, text: string): Outcome<string> {
  const trimmed = text.trim()
  if (!trimmed) return err('text_empty', { what: kind })
  if (trimmed.length > LIMITS[kind])
    return err('text_long', { what: kind, most: LIMITS[kind], got: trimmed.length })
  return ok(trimmed)
}

/** Whether formatted text says nothing: no picture or formula, and no letter, digit or sign once its marks are gone. */
export function isBlank(html: string): boolean {
  if (/<(?:img|span data-tex)\b/i.test(html)) return false
  return !html
    .replace(/<[^<>]*>/g, '')
    .replace(/&nbsp;|&#160;/g, ' ')
    .replace(/\s+/g, '')
}
