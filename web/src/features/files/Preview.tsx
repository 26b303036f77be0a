import { kindOfFile } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { type ReactNode, Suspense } from 'react'
import { Unreachable } from '../../app/api.js'
import { part } from '../../app/part.js'
import { useNow } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Sound } from '../../parts/Sound.js'
import { Window } from '../../parts/Window.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

const PdfPages = part(() => import('./PdfPages.js').then(({ PdfPages: default_ }) => ({ default: default_ })))

export type Shown = { readonly name: string; readonly type: string; readonly address: string }

type Props = { readonly file: Shown; readonly onClose: () => void; readonly children?: ReactNode }

/** A file looked at in place; `children` is what can be done with it. */
export function Preview({ file, onClose, children }: Props) {
  return (
    <Window open onClose={onClose} title={file.name} size="wide">
      <Inside file={file} />
      <div className="mt-4 flex flex-wrap items-center gap-3">
        {children}
        <a href={file.address} download={file.name} className={buttonClasses()}>
          {say('preview_save')}
        </a>
      </div>
    </Window>
  )
}

function Inside({ file }: { readonly file: Shown }) {
  const { name, address } = file
  switch (kindOfFile(file.type)) {
    case 'picture':
      return <img src={address} alt={name} className="mx-auto max-h-[62vh]" />
    case 'audio':
      return <Sound address={address} label={name} className="w-full" />
    case 'video':
      // biome-ignore lint/a11y/useMediaCaption: a pupil's recording has none
      return <video controls src={address} aria-label={name} className="mx-auto max-h-[62vh] bg-black" />
    case 'pdf':
      return (
        <Suspense fallback={<Waiting />}>
          <PdfPages address={address} />
        </Suspense>
      )
    case 'text':
    case 'table':
      return <Text file={file} />
    default:
      return <p className="text-soft">{say('preview_none')}</p>
  }
}

/** So many rows of a table are shown in place. */
const MOST_ROWS = 500

function Text({ file: { address, type } }: { readonly file: Shown }) {
  const time = useNow()
  const { data, error } = useQuery({ queryKey: ['text', address], queryFn: () => readText(address) })
  const table = useQuery({
    queryKey: ['table', address],
    enabled: data !== undefined && type === 'text/csv',
    queryFn: async () => {
      const { default: Papa } = await import('papaparse')
      return Papa.parse<string[]>(data ?? '', { skipEmptyLines: 'greedy' }).data
    },
  })
  if (error) return <Problem words={problemWords(error, time)} />
  if (data === undefined) return <Waiting />
  if (type !== 'text/csv' || !table.data)
    return <pre className="text-[0.9375rem] whitespace-pre-wrap [overflow-wrap:anywhere]">{data}</pre>
  const [head = [], ...rows] = table.data
  return (
    <div className="written overflow-x-auto text-[0.9375rem]">
      <table>
        <thead>
          <tr>
            {head.map((cell, column) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: cells of a table stand where they stand
              <th key={column} scope="col">
                {cell}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MOST_ROWS).map((row, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: rows of a table stand where they stand
            <tr key={index}>
              {row.map((cell, column) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: cells of a table stand where they stand
                <td key={column}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > MOST_ROWS && (
        <p className="text-soft">{say('preview_rows', { shown: MOST_ROWS, all: rows.length })}</p>
      )}
    </div>
  )
}

async function readText(address: string): Promise<string> {
  const answer = await fetch(address)
  if (!answer.ok) throw new Unreachable(`status ${answer.status}`)
  return answer.text()
}
