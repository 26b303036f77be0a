import { COLUMNS, type Column } from '@oppen/core/register'
import { say, type WordKey } from '../../words/say.js'
import type { Source } from './source.js'

type TableSource = Extract<Source, { is: 'table' }>
type Props = { readonly source: TableSource; readonly onChange: (source: Source) => void }

/** What each column of a table holds, as it was guessed and as a person corrects it. */
export function Columns({ source, onChange }: Props) {
  const [first = []] = source.table
  const headings = first.map((heading, index) => ({ heading: heading.trim() || String(index + 1), index }))
  const put = (index: number, value: string) => {
    const chosen = value ? (value as Column) : null
    const columns = source.columns.map((column, at) =>
      at === index ? chosen : column === chosen ? null : column,
    )
    onChange({ ...source, columns })
  }
  return (
    <fieldset>
      <legend className="text-[0.9375rem] font-semibold">{say('register_columns')}</legend>
      <p className="mb-2 text-sm text-soft">{say('register_columns_hint')}</p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-2">
        {headings.map(({ heading, index }) => (
          <label key={`${heading} ${index}`} className="text-sm">
            {say('register_column', { heading })}
            <select
              value={source.columns[index] ?? ''}
              onChange={event => put(index, event.target.value)}
              className="mt-0.5 w-full rounded-[var(--radius-card)] border border-edge bg-sheet px-2 py-1.5 text-[0.9375rem]"
            >
              <option value="">{say('register_column_none')}</option>
              {COLUMNS.map(column => (
                <option key={column} value={column}>
                  {say(`register_column_${column}` as WordKey)}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      <label className="mt-2 flex items-baseline gap-2 text-[0.9375rem]">
        <input
          type="checkbox"
          checked={!source.headings}
          onChange={event => onChange({ ...source, headings: !event.target.checked })}
        />
        {say('register_no_headings')}
      </label>
    </fieldset>
  )
}
