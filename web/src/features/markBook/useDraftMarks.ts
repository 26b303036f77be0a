import { type MarkBookPage, MOST_CELLS, type RefusedCell, routes } from '@oppen/contract'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { call, Refusal, Unreachable } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { shownMark, withUnsent } from './book.js'
import { forgetMarks, keepMark, type UnsentMark, unsentMarks } from './unsentMarks.js'

/** What was typed into one cell: the text, or null for none; and the mark that it stands for, where that can be read here. */
export type Typed = {
  readonly workId: WorkId
  readonly placeId: PlaceId
  readonly text: string | null
  readonly mark: number | null
}

/** Where a server could not be reached it is asked again after so long, in milliseconds. */
const AGAIN = 4_000

/** The classes whose marks are being sent from this page, whichever screens of it are open. */
const sending = new Set<string>()

/**
 * Marks that are typed into a mark book: shown at once, sent together as soon as those before have arrived, and kept on this device
 * until then, also where the page is left. `refused` are those that could not be kept by the server, with the reason.
 */
export function useDraftMarks(classId: ClassId) {
  const client = useQueryClient()
  const { account } = useMe()
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const left = () => unsentMarks(account.id, classId)
  const [unsent, setUnsent] = useState<readonly UnsentMark[]>([])
  const [unreachable, setUnreachable] = useState(false)
  const [refused, setRefused] = useState<readonly RefusedCell[]>([])
  const refuse = (cells: readonly RefusedCell[]) =>
    cells.length && setRefused(before => [...before, ...cells])

  const sendSome = async (cells: readonly UnsentMark[]): Promise<boolean> => {
    try {
      const sent = cells.map(({ workId, placeId, mark, was }) => ({ workId, placeId, mark, was }))
      const reply = await call(routes.setDraftMarks, { classId }, { cells: sent })
      // what was sent is shown until it has been read again
      await client.refetchQueries({ queryKey: reads.markBook(classId).queryKey })
      setUnreachable(false)
      refuse(reply.refused)
    } catch (error) {
      if (mayComeThrough(error)) return false
      // what cannot be sent at all is not sent again and again
      refuse(cells.map(({ workId, placeId }) => ({ workId, placeId, code: 'unknown' })))
    }
    forgetMarks(account.id, classId, cells)
    return true
  }

  const flush = async () => {
    if (sending.has(classId)) return
    sending.add(classId)
    clearTimeout(timer.current)
    let arrived = true
    for (let cells = left(); arrived && cells.length; cells = left()) {
      arrived = await sendSome(cells.slice(0, MOST_CELLS))
      setUnsent(left())
    }
    sending.delete(classId)
    if (arrived) return
    setUnreachable(true)
    timer.current = setTimeout(() => void flush(), AGAIN)
  }

  // biome-ignore lint/correctness/useExhaustiveDependencies: what an earlier visit left is sent once
  useEffect(() => {
    setUnsent(left())
    void flush()
    return () => clearTimeout(timer.current)
  }, [account.id, classId])

  /** Sets cells; gives how they stood before, for undo. */
  const set = (cells: readonly Typed[]): Typed[] => {
    const stored = client.getQueryData<MarkBookPage>(reads.markBook(classId).queryKey)
    if (!stored) return []
    const page = withUnsent(stored, left(), account.shownName)
    const before: Typed[] = []
    for (const { workId, placeId, text, mark } of cells) {
      const cell = page.pupils.find(one => one.placeId === placeId)?.cells.find(one => one.workId === workId)
      if (!cell) continue
      const was = shownMark(cell)
      before.push({ workId, placeId, text: was === null ? null : String(was / 100), mark: was })
      const kept = keepMark(account.id, classId, { workId, placeId, mark: text, was, value: mark })
      if (!kept) refuse([{ workId, placeId, code: 'unknown' }])
    }
    setUnsent(left())
    void flush()
    return before
  }

  return { set, unsent, unreachable, refused, forgetRefused: () => setRefused([]) }
}

/** Whether the same may be taken a little later: who was signed out signs in again, and a server that is down comes back. */
const mayComeThrough = (error: unknown): boolean =>
  error instanceof Unreachable ||
  (error instanceof Refusal && (error.status === 401 || error.status === 429 || error.status >= 500))
