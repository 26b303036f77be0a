import { addressOf, routes, type Sheet } from '@oppen/contract'
import type { InkItem, MarginNote } from '@oppen/core/ink'
import { useQuery } from '@tanstack/react-query'
import { FileDown, Maximize2 } from 'lucide-react'
import { type ReactNode, useMemo, useRef, useState } from 'react'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Window } from '../../parts/Window.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { NoteWindow } from './NoteWindow.js'
import { SheetView } from './SheetView.js'
import { Tool } from './Tool.js'
import { usePdfs } from './usePages.js'
import { useByPage, useWidth } from './Worksheet.js'
import { Zoom } from './Zoom.js'

type Props = {
  readonly params: SubmissionParams
  /** As it was at a version; without one as it is now. */
  readonly version?: number | undefined
  /** What stands on it here, where that is more than has arrived. */
  readonly here?: ReadonlyMap<string, InkItem> | undefined
  /** What is put around each page, as for what a teacher wrote over it. */
  readonly around?: (sheet: Sheet, view: ReactNode) => ReactNode
  /** Whether it lies in a window of its own already. */
  readonly inWindow?: boolean
}

/** A worksheet to look at, as it is or as it was. */
export function WorksheetShown({
  params,
  version,
  here,
  around = (_, view) => view,
  inWindow = false,
}: Props) {
  const time = useNow()
  const now = useQuery({ ...reads.worksheet(params), enabled: version === undefined })
  const then = useQuery({ ...reads.inkVersion(params, String(version)), enabled: version !== undefined })
  const { data, error } = version === undefined ? now : then
  const place = useRef<HTMLDivElement>(null)
  const [zoom, setZoom] = useState(1)
  const [large, setLarge] = useState(false)
  const width = useWidth(place) * zoom
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
          <div className="flex justify-end pb-1">
            <Zoom zoom={zoom} onZoom={setZoom} />
            {!inWindow && <Tool name="worksheet_large" icon={Maximize2} onPress={() => setLarge(true)} />}
          </div>
          <div className="overflow-x-auto">
            <ol className="flex flex-col gap-4">
              {data.sheets.map((sheet, index) => (
                <li key={sheet.id} className="mx-auto w-max">
                  {around(
                    sheet,
                    <SheetView
                      sheet={sheet}
                      number={index + 1}
                      items={byPage.get(sheet.id) ?? []}
                      pdf={pdfs.get(sheet.file)}
                      address={address(sheet)}
                      width={width}
                      onNote={({ before }) => setNote(before)}
                    />,
                  )}
                </li>
              ))}
            </ol>
          </div>
          {data.version > 0 && (
            <a
              href={addressOf(routes.takeWorksheet, { ...params, number: String(version ?? 0) })}
              download
              className={`${buttonClasses()} mt-3`}
            >
              <FileDown size={17} aria-hidden="true" />
              {say('worksheet_take')}
            </a>
          )}
        </>
      )}
      {large && (
        <Window open onClose={() => setLarge(false)} title={say('worksheet_title')} size="full">
          <WorksheetShown params={params} version={version} here={here} around={around} inWindow />
        </Window>
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
