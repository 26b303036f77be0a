import { useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { Cell } from '../../../../parts/inputs.js'
import { say } from '../../../../words/say.js'
import { tableCells, tableOf } from '../../../questions/editing/lines.js'
import type { KindProps } from './fieldProps.js'
import { Partial } from './Partial.js'

const MOST = { rows: 30, columns: 12 }

/** A table, cell by cell; what stands in brackets is to be filled in. */
export function TableFields({ question: { ask, key }, put }: KindProps<'table'>) {
  const [cells, setCells] = useState(() => tableCells(ask, key.blanks))
  const write = (next: string[][]) => {
    setCells(next)
    const read = tableOf(next, { blanks: ask.blanks, keys: key.blanks })
    put({ ask: read.ask, key: { ...key, blanks: read.keys } })
  }
  const columns = cells[0]?.length ?? 0
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('quiz_table')}</legend>
      <p className="text-sm text-soft">{say('quiz_table_hint')}</p>
      <div className="overflow-x-auto">
        <table>
          <tbody>
            {cells.map((row, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row has its place in the table
              <tr key={at}>
                {row.map((cell, column) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a cell has its place in the row
                  <td key={column} className="p-0.5">
                    <Cell
                      label={say('quiz_table_cell', { row: at + 1, column: column + 1 })}
                      value={cell}
                      className={`w-32 ${at === 0 ? 'font-semibold' : ''}`}
                      onChange={event =>
                        write(
                          cells.map((one, r) =>
                            one.map((text, c) => (r === at && c === column ? event.target.value : text)),
                          ),
                        )
                      }
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <Button
          onClick={() => write([...cells, Array.from({ length: columns }, () => '')])}
          disabled={cells.length >= MOST.rows}
        >
          {say('quiz_table_row')}
        </Button>
        <Button onClick={() => write(cells.map(row => [...row, '']))} disabled={columns >= MOST.columns}>
          {say('quiz_table_column')}
        </Button>
        <Button onClick={() => write(cells.slice(0, -1))} disabled={cells.length <= 2}>
          {say('quiz_table_row_off')}
        </Button>
        <Button onClick={() => write(cells.map(row => row.slice(0, -1)))} disabled={columns <= 1}>
          {say('quiz_table_column_off')}
        </Button>
        <Partial checked={key.partial} onChange={partial => put({ key: { ...key, partial } })} />
      </div>
    </fieldset>
  )
}
