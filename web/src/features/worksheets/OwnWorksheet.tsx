import type { WorksheetPage } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import type { InkAutosave } from './inkAutosave.js'
import { useInk } from './useInk.js'
import { Worksheet } from './Worksheet.js'

type Props = {
  readonly params: SubmissionParams
  /** While a hand-in waits it is only looked at, and goes on being sent. */
  readonly locked: boolean
  /** Tells the page around it how the worksheet stands, with each change; null once it is closed. */
  readonly onState: (state: InkState | null) => void
}

/** How a worksheet that is open stands. */
export type InkState = {
  readonly autosave: InkAutosave
  readonly status: InkAutosave['status']
  /** Pages on which nothing stands, from 1. */
  readonly emptyPages: readonly number[]
}

/** The own worksheet of a pupil, read first. */
export default function OwnWorksheet({ params, locked, onState }: Props) {
  const time = useNow()
  const { data, error, refetch } = useQuery(reads.worksheet(params))
  if (error) return <Problem words={problemWords(error, time)} again={() => void refetch()} />
  if (!data) return <Waiting />
  return <Open params={params} locked={locked} page={data} onState={onState} />
}

function Open({ params, locked, page, onState }: Props & { readonly page: WorksheetPage }) {
  const autosave = useInk(params, page)
  const { status, items } = autosave
  useEffect(() => {
    const full = new Set([...items.values()].map(item => item.page))
    const emptyPages = page.sheets.flatMap((sheet, index) => (full.has(sheet.id) ? [] : [index + 1]))
    onState({ autosave, status, emptyPages })
  }, [autosave, status, items, page.sheets, onState])
  useEffect(() => () => onState(null), [onState])
  return <Worksheet params={params} locked={locked} page={page} autosave={autosave} />
}
