import { say } from '../../../words/say.js'
import { Blank } from './Blank.js'
import type { InputProps } from './inputProps.js'

const GAP = /^\s*\[\[([\w-]+)\]\]\s*$/

/** A table with cells to fill in; its first row is its head. */
export function TableCells({ question, given, locked, wrong, onChange }: InputProps<'table'>) {
  const [head = [], ...rows] = question.ask.rows
  const cell = (text: string, row: number, column: number) => {
    const id = GAP.exec(text)?.[1]
    const blank = question.ask.blanks.find(one => one.id === id)
    if (id === undefined || !blank) return text
    return (
      <Blank
        blank={blank}
        label={say('quiz_cell', {
          row:
            rows[row]?.[0] && column > 0 && !GAP.test(rows[row]?.[0] ?? '')
              ? (rows[row]?.[0] ?? '')
              : row + 1,
          column: GAP.test(head[column] ?? '[[x]]') || !head[column] ? column + 1 : (head[column] ?? ''),
        })}
        value={given.blanks[id] ?? ''}
        wrong={wrong.includes(id)}
        locked={locked}
        onChange={typed => onChange({ ...given, blanks: { ...given.blanks, [id]: typed } })}
      />
    )
  }
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways can be reached by keyboard
    <section className="overflow-x-auto" aria-label={say('quiz_table')} tabIndex={0}>
      <table className="text-[1.0625rem]">
        <thead>
          <tr className="border-b border-edge">
            {head.map((text, column) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a cell has its place in the row
              <th key={column} scope="col" className="px-2 py-1 text-start font-semibold">
                {cell(text, -1, column)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a row has its place in the table
            <tr key={at} className="border-b border-rule">
              {row.map((text, column) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a cell has its place in the row
                <td key={column} className="px-2 py-1">
                  {cell(text, at, column)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
