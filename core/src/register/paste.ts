import { tidyName } from '../joining/index.js'
import { takeEmail } from './email.js'
import { emptyRow, type RegisterRow } from './row.js'

export type PasteOptions = {
  /** Whether names without a comma begin with the last name. */
  readonly lastNameFirst?: boolean
}

/**
 * Reads a pasted list, one person a line, as it comes out of a mail, a table or a numbered list: blank lines are
 * passed over, numbers before and after taken off, an e-mail address kept apart, and "Moreno, Ada" or
 * "MORENO Ada" turned into "Ada Moreno".
 */
export function readPaste(text: string, { lastNameFirst = false }: PasteOptions = {}): RegisterRow[] {
  return text.split(/\r\n|\r|\n/).flatMap((raw, index) => {
    const { email, rest } = takeEmail(raw)
    const { number, rest: words } = takeNumbers(rest)
    const name = nameOf(words, lastNameFirst)
    if (!name && !email) return []
    return [{ ...emptyRow(index + 1, name), email, number }]
  })
}

/** The number of the pupil where one stands apart at the end; what only counts the lines is dropped. */
function takeNumbers(text: string): { readonly number: string | null; readonly rest: string } {
  const counted = text.replace(/^\s*[-*•–]?\s*(?:\(?\d{1,4}\s*[.):\]-]\s*|\d{1,4}[\s,;]+)?/, '')
  const found = /[\s,;|]+#?([A-Z]{0,3}\d{2,12})[\s,;|]*$/i.exec(counted)
  if (!found?.[1]) return { number: null, rest: counted }
  return { number: found[1], rest: counted.slice(0, found.index) }
}

function nameOf(text: string, lastNameFirst: boolean): string {
  const parts = text
    .split(/[,;|\t]/)
    .map(tidyName)
    .filter(Boolean)
  const [first = '', second] = parts
  // a comma says that the last name stands first; columns say nothing, so they stand as they are
  if (second !== undefined)
    return /,/.test(text) || lastNameFirst ? `${second} ${first}` : `${first} ${second}`
  const shouted = turnShouted(first)
  if (shouted) return shouted
  const words = first.split(' ')
  return lastNameFirst && words.length > 1 ? [...words.slice(1), words[0]].join(' ') : first
}

/** "MORENO LIMA Ada" as "Ada Moreno Lima"; undefined where capitals do not set the last name apart. */
function turnShouted(name: string): string | undefined {
  const words = name.split(' ')
  const isShouted = (word: string) => /\p{Lu}{2}/u.test(word) && word === word.toUpperCase()
  const count = words.findIndex(word => !isShouted(word))
  if (count < 1) return undefined
  const last = words.slice(0, count).map(word => word.replace(/\p{L}+/gu, capital))
  return [...words.slice(count), ...last].join(' ')
}

const capital = (word: string): string => word[0] + word.slice(1).toLocaleLowerCase('en')
