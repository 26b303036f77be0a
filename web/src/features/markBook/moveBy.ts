/** A cell of a table, by its row and column from 0; -1 is the head of a column or of a row. */
export type Place = { readonly row: number; readonly column: number }

export type Size = {
  readonly rows: number
  readonly columns: number
  /** How many rows are seen at once. */
  readonly seen: number
}

type Pressed = { readonly key: string; readonly ctrlKey: boolean }

/**
 * Where a key leads from a cell (WAI-ARIA Authoring Practices, "Grid", keyboard interaction for data grids); undefined where it is no
 * key to go by. Nobody leaves the table by one.
 */
export function moveBy({ key, ctrlKey }: Pressed, { row, column }: Place, size: Size): Place | undefined {
  const { rows, columns, seen } = size
  const within = (to: Place): Place => ({
    row: Math.max(-1, Math.min(rows - 1, to.row)),
    column: Math.max(-1, Math.min(columns - 1, to.column)),
  })
  switch (key) {
    case 'ArrowDown':
      return within({ row: row + 1, column })
    case 'ArrowUp':
      return within({ row: row - 1, column })
    case 'ArrowRight':
      return within({ row, column: column + 1 })
    case 'ArrowLeft':
      return within({ row, column: column - 1 })
    case 'PageDown':
      return within({ row: row + seen, column })
    case 'PageUp':
      return within({ row: Math.max(Math.min(row, 0), row - seen), column })
    case 'Home':
      return within({ row: ctrlKey ? 0 : row, column: 0 })
    case 'End':
      return within({ row: ctrlKey ? rows - 1 : row, column: columns - 1 })
    default:
      return undefined
  }
}

/** What was pasted, as rows of cells: lines and tabs, as spreadsheets copy them. */
export function readPasted(text: string): string[][] {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n')
  return lines.map(line => line.split('\t').map(cell => cell.trim()))
}
