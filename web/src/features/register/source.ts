import { type Column, guessColumns, type RegisterRow, readPaste, rowsOfTable } from '@oppen/core/register'
import type { Taken } from './readFile.js'

/** Where names come from: a pasted text, a table whose columns are known, or a class of an export. */
export type Source =
  | { readonly is: 'text'; readonly text: string; readonly lastNameFirst: boolean }
  | (Extract<Taken, { is: 'table' }> & {
      readonly headings: boolean
      readonly columns: readonly (Column | null)[]
    })
  | (Extract<Taken, { is: 'roster' }> & { readonly chosen: string })

export const NOTHING: Source = { is: 'text', text: '', lastNameFirst: false }

/** The people in a source. */
export function rowsOfSource(source: Source): readonly RegisterRow[] {
  if (source.is === 'text') return readPaste(source.text, { lastNameFirst: source.lastNameFirst })
  if (source.is === 'roster') return source.classes.find(one => one.id === source.chosen)?.pupils ?? []
  const skipped = source.headings ? 1 : 0
  return rowsOfTable(source.table.slice(skipped), source.columns, skipped + 1)
}

/** What a chosen file becomes: the first class of an export, or a table with its columns guessed. */
export function sourceOf(taken: Taken): Source {
  if (taken.is === 'roster') return { ...taken, chosen: taken.classes[0]?.id ?? '' }
  const columns = guessColumns(taken.table[0] ?? [])
  const headings = columns.some(column => column !== null)
  // without headings the first column that has letters in it is taken for the name
  return headings
    ? { ...taken, headings, columns }
    : { ...taken, headings, columns: columns.map((_, index) => (index === 0 ? ('name' as const) : null)) }
}
