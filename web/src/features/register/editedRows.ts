import { type RegisterRow, type RowStatus, statusOfRows } from '@oppen/core/register'

/** What a person changed in one row of the preview. */
export type RowEdit = {
  /** The name as it was read when it was changed: a line that reads otherwise now is another row. */
  readonly was: string
  readonly name?: string
  readonly group?: string
  readonly keep?: boolean
}

export type EditedRow = RegisterRow & {
  /** The name as it was read. */
  readonly read: string
  readonly group: string
  readonly status: RowStatus
  readonly keep: boolean
}

/**
 * The rows as they would be kept: read, then corrected by hand. What is new is kept unless taken out; what repeats
 * only where somebody says so; what has no name or too long a one never.
 */
export function editedRows(
  rows: readonly RegisterRow[],
  edits: ReadonlyMap<number, RowEdit>,
  { onRegister, group }: { readonly onRegister: readonly string[]; readonly group: string },
): EditedRow[] {
  const editOf = (row: RegisterRow) => {
    const edit = edits.get(row.line)
    return edit?.was === row.name ? edit : undefined
  }
  const corrected = rows.map(row => ({ ...row, name: editOf(row)?.name ?? row.name }))
  const statuses = statusOfRows(corrected, onRegister)
  return corrected.map((row, index) => {
    const read = rows[index] ?? row
    const edit = editOf(read)
    const status = statuses[index] ?? 'nameless'
    const possible = status !== 'nameless' && status !== 'tooLong'
    return {
      ...row,
      read: read.name,
      group: edit?.group ?? row.group ?? group,
      status,
      keep: possible && (edit?.keep ?? status === 'new'),
    }
  })
}
