import {
  type BookCell,
  type DraftMark,
  type MarkBookPage,
  MOST_CELLS,
  type RefusedCell,
  routes,
} from '@oppen/contract'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { call, Unreachable } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'

/** What was typed into one cell: the text, or null for none; and the mark that it stands for, where that can be read here. */
export type Typed = {
  readonly workId: WorkId
  readonly placeId: PlaceId
  readonly text: string | null
  readonly mark: number | null
}

type Pending = DraftMark & { readonly mark: string | null }

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
  const [unsent, setUnsent] = useState(0)
  const [unreachable, setUnreachable] = useState(false)
  const [refused, setRefused] = useState<readonly RefusedCell[]>([])

  const keep = () => {
    setUnsent(queue.current.length)
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
        const reply = await call(routes.setDraftMarks, { classId }, { cells })
        queue.current = queue.current.slice(cells.length)
        setUnreachable(false)
        if (reply.refused.length) setRefused(before => [...before, ...reply.refused])
      } catch (error) {
        if (error instanceof Unreachable) {
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
    if (!queue.current.length) void client.invalidateQueries({ queryKey: reads.markBook(classId).queryKey })
  }

  // biome-ignore lint/correctness/useExhaustiveDependencies: what an earlier visit left is sent once
  useEffect(() => {
    queue.current = readKept(key)
    if (queue.current.length) void flush()
    return () => clearTimeout(timer.current)
  }, [key])

  /** Sets cells; gives how they stood before, for undo. */
  const set = (cells: readonly Typed[]): Typed[] => {
    const page = client.getQueryData<MarkBookPage>(reads.markBook(classId).queryKey)
    if (!page) return []
    const before: Typed[] = []
    const wanted = new Map(cells.map(one => [`${one.workId} ${one.placeId}`, one]))
    const pupils = page.pupils.map(pupil => ({
      ...pupil,
      cells: pupil.cells.map((cell): BookCell => {
        const typed = wanted.get(`${cell.workId} ${pupil.placeId}`)
        if (!typed) return cell
        const was = cell.draftMark ?? cell.mark ?? null
        const { workId } = cell
        before.push({
          workId,
          placeId: pupil.placeId,
          text: was === null ? null : String(was / 100),
          mark: was,
        })
        queue.current.push({ workId, placeId: pupil.placeId, mark: typed.text, was })
        const { draftMark: _, draftBy: __, ...rest } = cell
        return typed.mark === null || typed.mark === cell.mark
          ? rest
          : { ...rest, draftMark: typed.mark, draftBy: account.shownName }
      }),
    }))
    // a mark that is there is not taken away by nothing: only what was typed over it is
    client.setQueryData<MarkBookPage>(reads.markBook(classId).queryKey, { ...page, pupils })
    keep()
    void flush()
    return before
  }

  return { set, unsent, unreachable, refused, forgetRefused: () => setRefused([]) }
}
