import { INSTEAD } from '../speech/index.js'

/** What ends a line: no sentence goes on behind it. The same elements part a text on the screen. */
const PARTED = new Set(['p', 'div', 'li', 'tr', 'td', 'th', 'h1', 'h2', 'h3', 'h4', 'dt', 'dd', 'label'])
/** What is heard or typed into is no part of a text. */
const SILENT = new Set(['script', 'style', 'audio', 'video', 'textarea', 'select'])
const NAMED: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  apos: "'",
  nbsp: '\u00a0',
}

// in attributes the server writes neither sign as itself
const PIECE = /<(\/?)([a-z][a-z0-9]*)([^<>]*)>|([^<]+|<)/gi

/**
 * The text of a passage whose HTML the server has cleaned: its words as they stand, a line for each block, and one sign
 * (`INSTEAD` of speech) for each picture and formula. Places in a passage are counted in it, in UTF-16 units; what is read from a
 * screen has the same places.
 */
export function passageText(html: string): string {
  let text = ''
  /** How deep within a formula, or within what is no part of the text. */
  let [formula, silent] = [0, 0]
  const part = () => {
    if (text && !text.endsWith('\n')) text += '\n'
  }
  for (const { 1: end, 2: name, 3: attributes = '', 4: words } of html.matchAll(PIECE)) {
    if (words !== undefined) {
      if (!formula && !silent) text += decoded(words)
      continue
    }
    const tag = name?.toLowerCase()
    if (!tag) continue
    if (SILENT.has(tag)) silent += end ? -1 : 1
    else if (silent) continue
    else if (tag === 'span' && formula) formula += end ? -1 : 1
    else if (formula) continue
    else if (tag === 'span' && !end && attributes.includes('data-tex')) {
      formula = 1
      text += INSTEAD
    } else if (tag === 'img' && !end) text += INSTEAD
    else if (tag === 'br') text += '\n'
    else if (PARTED.has(tag)) part()
  }
  return text
}

const decoded = (words: string): string =>
  words.includes('&')
    ? words.replaceAll(/&(?:#(\d{1,7})|#x([0-9a-f]{1,6})|([a-z]{1,8}));/gi, (whole, decimal, hex, name) => {
        if (name) return NAMED[name.toLowerCase()] ?? whole
        const code = decimal ? Number(decimal) : Number.parseInt(hex, 16)
        return code <= 0x10ffff ? String.fromCodePoint(code) : whole
      })
    : words
