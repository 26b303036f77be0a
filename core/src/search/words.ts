/** The most words that are looked for at once, and the most characters of each. */
export const MOST_WORDS = 8
export const WORD_LENGTH = 40
/** More of what was typed is not looked at. */
const MOST_READ = 1_000

/**
 * The words to look for in what was typed: runs of letters, digits and marks, as Unicode has them; everything else
 * parts words and means nothing. Gives an empty list where there is none.
 */
export function wordsOf(typed: string): string[] {
  const found =
    typed
      .slice(0, MOST_READ)
      .normalize('NFC')
      .match(/[\p{L}\p{N}\p{M}]+/gu) ?? []
  return found.slice(0, MOST_WORDS).map(word => [...word].slice(0, WORD_LENGTH).join(''))
}

/** What stands before and after words that were found, in texts that a search gives. */
export const FOUND_BEGINS = '\u0001'
export const FOUND_ENDS = '\u0002'

export type Segment = { readonly text: string; readonly found: boolean }

/** A text in which found words are marked, in pieces: what was found and what stands around it. */
export function segmentsOf(marked: string): Segment[] {
  const pieces = marked.split(FOUND_BEGINS)
  const [before = '', ...rest] = pieces
  const segments = rest.flatMap(piece => {
    const end = piece.indexOf(FOUND_ENDS)
    if (end < 0) return [{ text: piece, found: false }]
    return [
      { text: piece.slice(0, end), found: true },
      { text: piece.slice(end + 1), found: false },
    ]
  })
  return [{ text: before, found: false }, ...segments].filter(one => one.text)
}
