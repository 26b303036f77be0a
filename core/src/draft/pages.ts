/** A tag of HTML, whose values may hold the sign that ends it. None begins within another, else a row of signs takes quadratic time. */
const TAG = /<(?:"[^"]*"|'[^']*'|[^'"<>])*>/g
const ALONE = /^<(?:br|hr|img|col)\b/i
const NAME = /^<\/?([a-z][a-z0-9]*)/i

/**
 * Formatted text as its outermost blocks, in order: paragraphs, headings, lists, tables. Put together again they are
 * the text. What stands between blocks is a block of its own.
 */
export function blocksOf(html: string): string[] {
  const blocks: string[] = []
  let depth = 0
  let from = 0
  const end = (at: number) => {
    if (at > from) blocks.push(html.slice(from, at))
    from = at
  }
  for (const found of html.matchAll(TAG)) {
    const [tag] = found
    if (depth === 0) end(found.index)
    if (tag.startsWith('</')) depth = Math.max(0, depth - 1)
    else if (!ALONE.test(tag)) depth += 1
    if (depth === 0) end(found.index + tag.length)
  }
  end(html.length)
  return blocks
}

/** A block as tags, words and what stands between words. */
export const tokensOf = (html: string): string[] =>
  html.match(/<(?:"[^"]*"|'[^']*'|[^'"<>])*>|\s+|[^\s<]+|</g) ?? []

/** Whether every tag is closed by its own kind, in turn. */
export function isWellFormed(html: string): boolean {
  const open: string[] = []
  for (const [tag] of html.matchAll(TAG)) {
    const name = NAME.exec(tag)?.[1]?.toLowerCase()
    if (!name || ALONE.test(tag)) continue
    if (!tag.startsWith('</')) open.push(name)
    else if (open.pop() !== name) return false
  }
  return open.length === 0
}

const ENTITIES: Readonly<Record<string, string>> = {
  '&nbsp;': ' ',
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&quot;': '"',
}

/** What formatted text says, without its marks. */
export const sayingOf = (html: string): string =>
  html.replace(TAG, ' ').replace(/&(?:nbsp|amp|lt|gt|quot);/g, found => ENTITIES[found] ?? found)

/**
 * How many words formatted text has, by the word boundaries of Unicode (UAX #29), so that languages without spaces
 * are counted too.
 */
export function countWords(html: string, language = 'en'): number {
  const within = html.replace(/<\/?(?:strong|em|u|s|code|a|span)\b(?:"[^"]*"|'[^']*'|[^'"<>])*>/gi, '')
  let words = 0
  for (const part of new Intl.Segmenter(language, { granularity: 'word' }).segment(sayingOf(within)))
    if (part.isWordLike) words += 1
  return words
}
