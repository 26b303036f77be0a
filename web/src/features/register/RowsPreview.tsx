import { useId } from 'react'
import { say, type WordKey } from '../../words/say.js'
import type { EditedRow, RowEdit } from './editedRows.js'

type Props = {
  readonly rows: readonly EditedRow[]
  readonly groups: readonly string[]
  readonly onEdit: (line: number, edit: RowEdit) => void
}

const INPUT = 'w-full rounded border border-edge bg-sheet px-2 py-0.5 text-[0.9375rem]'

/** The list as it would be kept: every name and group can be corrected, every row left out. */
export function RowsPreview({ rows, groups, onEdit }: Props) {
  const known = useId()
  return (
    <section aria-label={say('register_preview')}>
      <h2 className="mb-1 text-base">{say('register_preview')}</h2>
      <datalist id={known}>
        {groups.map(group => (
          <option key={group} value={group} />
        ))}
      </datalist>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[40rem] text-[0.9375rem]">
          <tbody>
            {rows.map(row => (
              <PreviewLine key={row.line} row={row} known={known} onEdit={onEdit} />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

type LineProps = { readonly row: EditedRow; readonly known: string; readonly onEdit: Props['onEdit'] }

function PreviewLine({ row, known, onEdit }: LineProps) {
  const impossible = row.status === 'nameless' || row.status === 'tooLong'
  const edit = (part: Partial<RowEdit>) =>
    onEdit(row.line, { was: row.read, name: row.name, group: row.group, keep: row.keep, ...part })
  const about = [row.number, row.email, ...row.familyEmails, row.familyLanguage].filter(Boolean).join(' · ')
  return (
    <tr className={`h-8 border-b border-rule ${row.keep ? '' : 'text-soft'}`}>
      <td className="w-8">
        <input
          type="checkbox"
          aria-label={say('register_keep', { name: row.name })}
          checked={row.keep}
          disabled={impossible}
          onChange={event => edit({ keep: event.target.checked })}
        />
      </td>
      <td className="w-[40%] pe-2">
        <input
          value={row.name}
          aria-label={say('register_row_name', { line: row.line })}
          onChange={event => edit({ name: event.target.value })}
          className={INPUT}
        />
      </td>
      <td className="w-32 pe-2">
        <input
          value={row.group}
          list={known}
          aria-label={say('register_row_group', { name: row.name })}
          onChange={event => edit({ group: event.target.value })}
          className={INPUT}
        />
      </td>
      <td className="pe-2 text-sm text-soft">{about}</td>
      <td className={`text-sm ${row.status === 'new' ? 'text-soft' : 'font-semibold text-rust'}`}>
        {say(`register_status_${row.status}` as WordKey)}
      </td>
    </tr>
  )
}
