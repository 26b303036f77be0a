/** Full-text search: what is particular to SQLite (FTS5). */

const quoted = (word: string): string => `"${word.replaceAll('"', '""')}"`

/**
 * The expression that matches texts of one of the scopes in which all words stand; the last one is taken for the
 * beginning of a word, since it may not be typed to its end. Of no scope or no words nothing would match, which FTS5
 * has no expression for: undefined.
 */
export function matching(words: readonly string[], scopes: readonly string[]): string | undefined {
  if (!words.length || !scopes.length) return undefined
  const all = words.map((word, index) => `${quoted(word)}${index === words.length - 1 ? '*' : ''}`)
  return `scope : (${scopes.map(quoted).join(' OR ')}) AND {title body} : (${all.join(' AND ')})`
}

/** A table of texts: `scope` is where a text belongs, so that only what is looked through is looked at. */
export const fullTextTable = (name: string): string =>
  `create virtual table ${name} using fts5(scope, title, body, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3')`

/** How well a text fits: words in its title count six times those in its body. Less is better. */
export const fit = (table: string): string => `bm25(${table}, 0.0, 6.0, 1.0)`

/** A column of a text around the words that were found in it, marked. */
export const around = (table: string, column: 'title' | 'body', words: number): string =>
  `snippet(${table}, ${column === 'title' ? 1 : 2}, char(1), char(2), '…', ${words})`
