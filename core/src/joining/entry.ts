import { err, type Outcome, ok } from '../outcome/index.js'
import { bare, CODE_LENGTH, type CodeRefusal, KEY_LENGTH, readCode } from './code.js'

export type Entry =
  /** The code of a class's door or of a circle: the server knows which. */
  | { readonly kind: 'code'; readonly code: string }
  | { readonly kind: 'key'; readonly key: string }
  /** A user name or an e-mail address. */
  | { readonly kind: 'userName'; readonly userName: string }

type EntryRefusal = CodeRefusal | { readonly code: 'entry_empty' | 'entry_unknown' | 'entry_several' }

/** User names and e-mail addresses: one word with a dot or an @ in it. Codes have neither. */
const NAME = /^[^\s/#]+[.@][^\s/#]+$/

/**
 * Finds out what somebody typed, pasted or scanned into the one field of Welcome: an address that carries a code
 * or key, a user name, a code or key alone, or a text with a code or key in it. Refuses `entry_empty`, what
 * `readCode` refuses where it is nearly a code, `entry_several` where a text holds two different ones, and
 * `entry_unknown`.
 */
export function readEntry(text: string): Outcome<Entry, EntryRefusal> {
  const typed = text.trim()
  if (!typed) return err('entry_empty')
  const address = fromAddress(typed)
  if (address) return address
  if (NAME.test(typed)) return ok({ kind: 'userName', userName: typed.toLowerCase() })
  const alone = readAlone(typed)
  if (alone.ok && (inGroups(typed) || looksPrinted(bare(typed)))) return alone
  return fromText(typed) ?? (nearlyCode(typed) ? alone : err('entry_unknown'))
}

/** The address that the QR code on the board or on a card holds; the key stands where no server log sees it. */
function fromAddress(text: string): Outcome<Entry, EntryRefusal> | undefined {
  const code = /\/come\/([^\s/?#]+)/.exec(text)?.[1]
  if (code !== undefined) return codeEntry(code)
  const key = /\/key#([^\s/?#]+)/.exec(text)?.[1]
  return key === undefined ? undefined : keyEntry(key)
}

function codeEntry(text: string): Outcome<Entry, CodeRefusal> {
  const read = readCode(text, CODE_LENGTH)
  return read.ok ? ok({ kind: 'code', code: read.value }) : read
}

function keyEntry(text: string): Outcome<Entry, CodeRefusal> {
  const read = readCode(text, KEY_LENGTH)
  return read.ok ? ok({ kind: 'key', key: read.value }) : read
}

/** Longer than this is meant as a key. */
const MIDDLE = (CODE_LENGTH + KEY_LENGTH) / 2

const readAlone = (text: string) => (bare(text).length > MIDDLE ? keyEntry(text) : codeEntry(text))

/** Whether all of the text may be one code with a slip in it, rather than a sentence. */
function nearlyCode(text: string): boolean {
  const { length } = bare(text)
  const near = length <= CODE_LENGTH + 2 || (length >= KEY_LENGTH - 3 && length <= KEY_LENGTH + 3)
  return near && inGroups(text)
}

/** Whether a text is in one piece or in pieces as short as those of a code, rather than in words. */
function inGroups(text: string): boolean {
  const pieces = text.split(/\s+/)
  return pieces.length === 1 || pieces.every(piece => piece.length <= 4)
}

/** How a code or key is printed: groups of three and four, or four fours. */
const PRINTED: readonly (readonly number[])[] = [[3, 4], [4, 4, 4, 4], [CODE_LENGTH], [KEY_LENGTH]]

/** The code or key inside of a text; undefined where none stands in it. */
function fromText(text: string): Outcome<Entry, EntryRefusal> | undefined {
  const words = text.split(/[^\p{L}\p{N}]+/u).filter(Boolean)
  const runs = PRINTED.flatMap(groups =>
    words.flatMap((_, start) => {
      const run = words.slice(start, start + groups.length)
      return groups.every((size, index) => run[index]?.length === size) ? [run.join('')] : []
    }),
  ).filter(looksPrinted)
  const readings = runs.map(readAlone)
  const right = new Map(
    readings.flatMap(one => (one.ok ? [[JSON.stringify(one.value), one.value] as const] : [])),
  )
  if (right.size > 1) return err('entry_several')
  const [entry] = right.values()
  return entry ? ok(entry) : readings[0]
}

/** Ordinary words may pass the check by chance: what is printed has a digit in it or capitals only. */
const looksPrinted = (run: string): boolean => /\d/.test(run) || run === run.toUpperCase()
