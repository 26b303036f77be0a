import { addressOf, routes, type Sheet, type WorksheetPage } from '@oppen/contract'
import type { InkItem, MarginNote, Spot } from '@oppen/core/ink'
import { FileDown } from 'lucide-react'
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useWide } from '../../app/wide.js'
import { buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Off } from '../../parts/inputs.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { AddPages } from './AddPages.js'
import type { InkAutosave } from './inkAutosave.js'
import { NoteWindow } from './NoteWindow.js'
import { BEGIN, type Held, type Pen } from './pens.js'
import { SheetView } from './SheetView.js'
import { PhoneToolbar, Toolbar } from './Toolbar.js'
import { usePdfs } from './usePages.js'

type Props = {
  readonly params: SubmissionParams
  readonly locked: boolean
  readonly page: WorksheetPage
  readonly autosave: InkAutosave
}

const KEYS: Readonly<Record<string, Held>> = {
  p: 'pen',
  b: 'pencil',
  f: 'felt',
  h: 'highlighter',
  e: 'eraser',
  t: 'text',
  n: 'note',
  m: 'move',
}

type Noting = { readonly page: string; readonly spot: Spot; readonly before: MarginNote | null }

/** A worksheet to write and draw on. */
export function Worksheet({ params, locked, page, autosave }: Props) {
  const [pen, setPen] = useState<Pen>(BEGIN)
  const [zoom, setZoom] = useState(1)
  const [noting, setNoting] = useState<Noting | null>(null)
  const wide = useWide()
  const place = useRef<HTMLDivElement>(null)
  const width = useWidth(place) * zoom
  const address = (sheet: Sheet) => addressOf(routes.seeSheet, { ...params, sheetId: sheet.id })
  const pdfs = usePdfs(page.sheets, address)
  const byPage = useByPage(autosave.items)
  const remove = useCommand<Sheet>({
    do: sheet => {
      const sheetIds = page.sheets.filter(one => one.id !== sheet.id).map(one => one.id)
      return call(routes.orderSheets, params, { sheetIds })
    },
    again: [reads.worksheet(params).queryKey, reads.submission(params).queryKey],
    done: () => {
      const sheetIds = page.sheets.map(one => one.id)
      showToast(say('worksheet_page_gone'), () => void call(routes.orderSheets, params, { sheetIds }))
    },
  })
  const keys = (event: KeyboardEvent) => {
    if (locked) return
    const { target, key } = event
    if (target instanceof HTMLTextAreaElement || target instanceof HTMLInputElement) return
    const command = event.ctrlKey || event.metaKey
    const held = KEYS[key.toLowerCase()]
    if (command && key.toLowerCase() === 'z') event.shiftKey ? autosave.redo() : autosave.undo()
    else if (command && key.toLowerCase() === 'y') autosave.redo()
    else if (!command && !event.altKey && held) setPen({ ...pen, held })
    else return
    event.preventDefault()
  }
  const tools = { pen, onPen: setPen, autosave, zoom, onZoom: setZoom }
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: hears the keys of the tools from whatever in it has the focus
    <div onKeyDown={keys}>
      {!locked && wide && <Toolbar {...tools} />}
      {remove.words && <Problem words={remove.words} />}
      <div ref={place} className="overflow-x-auto pt-3">
        <ol className="flex flex-col gap-4">
          {page.sheets.map((sheet, index) => (
            <li key={sheet.id} className="relative w-max">
              <SheetView
                sheet={sheet}
                number={index + 1}
                items={byPage.get(sheet.id) ?? NONE}
                pdf={pdfs.get(sheet.file)}
                address={address(sheet)}
                width={width}
                {...(!locked && { pen })}
                onEdit={edit => autosave.do(edit)}
                onNote={({ spot, before }) => setNoting({ page: sheet.id, spot, before })}
              />
              {sheet.own && !locked && (
                <span className="absolute top-1 end-1 rounded bg-sheet/90">
                  <Off
                    label={say('worksheet_page_off', { number: index + 1 })}
                    onClick={() => remove.go(sheet)}
                  />
                </span>
              )}
            </li>
          ))}
        </ol>
      </div>
      {!locked && !wide && <PhoneToolbar {...tools} />}
      <div className="mt-3 flex flex-wrap gap-2">
        {!locked && <AddPages params={params} />}
        {autosave.version > 0 && (
          <a
            href={addressOf(routes.takeWorksheet, { ...params, number: '0' })}
            download
            className={buttonClasses()}
          >
            <FileDown size={17} aria-hidden="true" />
            {say('worksheet_take')}
          </a>
        )}
      </div>
      {noting && (
        <NoteWindow
          params={params}
          {...noting}
          onEdit={locked ? undefined : edit => autosave.do(edit)}
          onClose={() => setNoting(null)}
        />
      )}
    </div>
  )
}

const NONE: readonly InkItem[] = []

/** What stands on each page, in the order in which it came; the same list while nothing on a page changes. */
export function useByPage(items: ReadonlyMap<string, InkItem>): ReadonlyMap<string, readonly InkItem[]> {
  const before = useRef<ReadonlyMap<string, readonly InkItem[]>>(new Map())
  return useMemo(() => {
    const pages = new Map<string, InkItem[]>()
    for (const item of items.values()) {
      const list = pages.get(item.page)
      if (list) list.push(item)
      else pages.set(item.page, [item])
    }
    const kept = new Map(
      [...pages].map(([page, list]) => {
        const old = before.current.get(page)
        const same = old?.length === list.length && old.every((item, at) => item === list[at])
        return [page, same ? old : list] as const
      }),
    )
    before.current = kept
    return kept
  }, [items])
}

/** How wide a part of the page is, as it changes. */
export function useWidth(place: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0)
  useEffect(() => {
    const element = place.current
    if (!element) return
    const watch = new ResizeObserver(() => setWidth(Math.min(element.clientWidth, 900)))
    watch.observe(element)
    return () => watch.disconnect()
  }, [place])
  return width
}
