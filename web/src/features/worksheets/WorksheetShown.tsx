import '../../words/en/doing.js'
import '../../words/en/worksheets.js'
import { addressOf, routes, type Sheet } from '@oppen/contract'
import type { InkItem, MarginNote } from '@oppen/core/ink'
import { useQuery } from '@tanstack/react-query'
import { FileDown } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { type PieceParams, reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { buttonLook } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { NoteWindow } from './NoteWindow.js'
import { SheetView } from './SheetView.js'
import { usePdfs } from './usePages.js'
import { useByPage, useWidth } from './Worksheet.js'

type Props = {
  readonly params: PieceParams
  /** As it was at a version; without one as it is now. */
  readonly version?: number
  /** What stands on it here, where that is more than has arrived. */
  readonly here?: ReadonlyMap<string, InkItem>
}

/** A worksheet to look at, as it is or as it was. */
export function WorksheetShown({ params, version, here }: Props) {
  const time = useNow()
  const now = useQuery({ ...reads.worksheet(params), enabled: version === undefined })
  const then = useQuery({ ...reads.inkVersion(params, String(version)), enabled: version !== undefined })
  const { data, error } = version === undefined ? now : then
  const place = useRef<HTMLDivElement>(null)
  const width = useWidth(place)
  const [note, setNote] = useState<MarginNote | null>(null)
  const address = (sheet: Sheet) => addressOf(routes.seeSheet, { ...params, sheetId: sheet.id })
  const pdfs = usePdfs(data?.sheets ?? [], address)
  const items = useMemo(() => here ?? new Map((data?.items ?? []).map(item => [item.id, item])), [data, here])
  const byPage = useByPage(items)
  return (
    <div ref={place}>
      {error && <Problem words={problemWords(error, time)} />}
      {!data && !error && <Waiting />}
      {data && (
        <>
          <ol className="flex flex-col gap-4">
            {data.sheets.map((sheet, index) => (
              <li key={sheet.id}>
                <SheetView
                  sheet={sheet}
                  number={index + 1}
                  items={byPage.get(sheet.id) ?? []}
                  pdf={pdfs.get(sheet.file)}
                  address={address(sheet)}
                  width={width}
                  onNote={({ before }) => setNote(before)}
                />
              </li>
            ))}
          </ol>
          {data.version > 0 && (
            <a
              href={addressOf(routes.takeWorksheet, { ...params, number: String(version ?? 0) })}
              download
              className={`${buttonLook()} mt-3`}
            >
              <FileDown size={17} aria-hidden="true" />
              {say('worksheet_take')}
            </a>
          )}
        </>
      )}
      {note && (
        <NoteWindow
          params={params}
          page={note.page}
          spot={note}
          before={note}
          onEdit={undefined}
          onClose={() => setNote(null)}
        />
      )}
    </div>
  )
}
