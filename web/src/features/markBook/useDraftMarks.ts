import { type DraftMark, type MarkBookPage, MOST_CELLS, type RefusedCell, routes } from '@oppen/contract'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { call, Refusal, Unreachable } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { shownMark, type Unsent, withUnsent } from './book.js'

/** What was typed into one cell: the text, or null for none; and the mark that it stands for, where that can be read here. */
export type Typed = {
  readonly workId: WorkId
  readonly placeId: PlaceId
  readonly text: string | null
  readonly mark: number | null
}

type Pending = DraftMark & Unsent

/** Where a server could not be reached it is asked again after so long, in milliseconds. */
const AGAIN = 4_000

function readKept(key: string): Pending[] {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '[]') as Pending[]
  } catch {
    return []
  }
}

/**
 * Marks that are typed into a mark book: shown at once, sent one after the other, and kept on this device until they have arrived,
 * also where the page is left. `refused` are those that could not be kept, with the reason.
 */
export function useDraftMarks(classId: ClassId) {
  const client = useQueryClient()
  const { account } = useMe()
  const key = `oppen marks ${account.id} ${classId}`
  const queue = useRef<Pending[]>([])
  const sending = useRef(false)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const [unsent, setUnsent] = useState<readonly Pending[]>([])
  const [unreachable, setUnreachable] = useState(false)
  const [refused, setRefused] = useState<readonly RefusedCell[]>([])

  const keep = () => {
    setUnsent([...queue.current])
    if (queue.current.length) localStorage.setItem(key, JSON.stringify(queue.current))
    else localStorage.removeItem(key)
  }

  const flush = async () => {
    if (sending.current) return
    sending.current = true
    clearTimeout(timer.current)
    while (queue.current.length) {
      // of one cell the last word alone would do, but each says what stood there before
      const cells = queue.current.slice(0, MOST_CELLS)
      try {
        const sent = cells.map(({ workId, placeId, mark, was }) => ({ workId, placeId, mark, was }))
        const reply = await call(routes.setDraftMarks, { classId }, { cells: sent })
        // what was sent is shown until it has been read again
        await client.refetchQueries({ queryKey: reads.markBook(classId).queryKey })
        queue.current = queue.current.slice(cells.length)
        setUnreachable(false)
        if (reply.refused.length) setRefused(before => [...before, ...reply.refused])
      } catch (error) {
        if (mayComeThrough(error)) {
          setUnreachable(true)
          timer.current = setTimeout(() => void flush(), AGAIN)
          break
        }
        // what cannot be sent at all is not sent again and again
        const reason = { code: 'unknown' }
        setRefused(before => [
          ...before,
          ...cells.map(({ workId, placeId }) => ({ workId, placeId, ...reason })),
        ])
        queue.current = queue.current.slice(cells.length)
      }
      keep()
    }
    sending.current = false
    keep()
  }

  // biome-ignore lint/correctness/useExhaustiveDependencies: what an earlier visit left is sent once
  useEffect(() => {
    queue.current = readKept(key)
    if (queue.current.length) void flush()
    return () => clearTimeout(timer.current)
  }, [key])

  /** Sets cells; gives how they stood before, for undo. */
  const set = (cells: readonly Typed[]): Typed[] => {
    const stored = client.getQueryData<MarkBookPage>(reads.markBook(classId).queryKey)
    if (!stored) return []
    const page = withUnsent(stored, queue.current, account.shownName)
    const before: Typed[] = []
    for (const { workId, placeId, text, mark } of cells) {
      const cell = page.pupils.find(one => one.placeId === placeId)?.cells.find(one => one.workId === workId)
      if (!cell) continue
      const was = shownMark(cell)
      before.push({ workId, placeId, text: was === null ? null : String(was / 100), mark: was })
      queue.current.push({ workId, placeId, mark: text, was, value: mark })
    }
    keep()
    void flush()
    return before
  }

  return { set, unsent, unreachable, refused, forgetRefused: () => setRefused([]) }
}

/** Whether the same may be taken a little later: who was signed out signs in again, and a server that is down comes back. */
const mayComeThrough = (error: unknown): boolean =>
  error instanceof Unreachable ||
  (error instanceof Refusal && (error.status === 401 || error.status === 429 || error.status >= 500))
