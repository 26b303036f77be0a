import { routes } from '@oppen/contract'
import { sameText } from '@oppen/core/draft'
import type { PlaceId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { call, Said, Unreachable } from '../../app/api.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { say } from '../../words/say.js'
import type { InkAutosave } from '../worksheets/inkAutosave.js'
import type { DraftAutosave } from './draftAutosave.js'
import { draftKey } from './localDrafts.js'
import {
  dropPendingHandIn,
  type PendingHandIn,
  readPendingHandIn,
  savePendingHandIn,
  sendPendingHandIn,
} from './pendingHandIn.js'

const RETRY = 5_000

export type HandingIn = {
  /** A hand-in that waits until Oppen answers. */
  readonly press: PendingHandIn | null
  /** Whether it has just arrived. */
  readonly arrived: boolean
  readonly busy: boolean
  readonly problem: unknown
  /** Hands in, or keeps the press where nothing can be sent. Gives whether the window can close. */
  readonly go: (as: PlaceId | null) => Promise<boolean>
  readonly callOff: () => void
}

type Parts = {
  readonly autosave: DraftAutosave
  /** The worksheet; undefined while it is still being opened, null where there is none. */
  readonly ink?: InkAutosave | null | undefined
  /** Whether files are still on their way, and whether one was refused. */
  readonly filesComing?: boolean
  readonly filesRefused?: boolean
}

/**
 * Handing in, also while there is no network or while files are on their way: the press is kept, shown as waiting, and
 * sent with its time once all that belongs to it has arrived.
 */
export function useHandIn(
  params: SubmissionParams,
  { autosave, ink = null, filesComing = false, filesRefused = false }: Parts,
): HandingIn {
  const { account } = useMe()
  const client = useQueryClient()
  const { classId, workId, placeId } = params
  const draft = draftKey(account.id, workId, placeId)
  const [press, setPress] = useState(() => readPendingHandIn(draft))
  const waitedForFiles = useRef(false)
  const [arrived, setArrived] = useState(false)
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<unknown>()

  const callOff = useCallback(() => {
    dropPendingHandIn(draft)
    setPress(null)
  }, [draft])

  const done = useCallback(async () => {
    callOff()
    setArrived(true)
    await client.invalidateQueries({ queryKey: reads.submission({ classId, workId, placeId }).queryKey })
  }, [callOff, client, classId, workId, placeId])

  const { status } = autosave
  const inkStatus = ink?.status
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the worksheet is waiting for is looked at anew as it changes
  useEffect(() => {
    if (!press) return
    if (filesComing) waitedForFiles.current = true
    if (waitedForFiles.current && filesRefused) {
      waitedForFiles.current = false
      callOff()
      setProblem(new Said(say('handIn_file_refused')))
      return
    }
    // another text came in between: nobody has looked at what would be handed in
    if (status.is === 'conflict' || status.is === 'refused') callOff()
    if (status.is !== 'saved' && status.is !== 'empty') return
    // the worksheet goes first, also the one that is still being opened, and so do files
    if (ink === undefined || ink?.dirty || filesComing) return
    if (!sameText(autosave.html, press.html)) {
      callOff()
      setProblem(new Said(say('handIn_changed')))
      return
    }
    let gone = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const send = async () => {
      clearTimeout(timer)
      try {
        await sendPendingHandIn(
          { classId, workId, placeId },
          { version: autosave.version, ink: inkVersion(ink) },
          press,
        )
        if (!gone) await done()
      } catch (error) {
        if (gone) return
        if (error instanceof Unreachable) timer = setTimeout(() => void send(), RETRY)
        else {
          callOff()
          setProblem(error)
        }
      }
    }
    const online = () => void send()
    window.addEventListener('online', online)
    void send()
    return () => {
      gone = true
      clearTimeout(timer)
      window.removeEventListener('online', online)
    }
  }, [
    press,
    status,
    inkStatus,
    autosave,
    ink,
    filesComing,
    filesRefused,
    callOff,
    done,
    classId,
    workId,
    placeId,
  ])

  const wait = (as: PlaceId | null) => {
    const kept = { pressedAt: Date.now(), html: autosave.html, as }
    if (!savePendingHandIn(draft, kept)) throw new Unreachable('the device has no room')
    setPress(kept)
  }

  const go = async (as: PlaceId | null) => {
    setBusy(true)
    setProblem(undefined)
    try {
      await Promise.all([autosave.flush(), ink?.flush()])
      if (ink?.status.is === 'refused') throw ink.status.error
      if (autosave.status.is === 'conflict') return true
      if (autosave.status.is === 'refused') throw autosave.status.error
      if (autosave.status.is === 'unsaved' || ink?.status.is === 'unsaved' || filesComing) wait(as)
      else await arrive(as)
      return true
    } catch (error) {
      setProblem(error)
      return false
    } finally {
      setBusy(false)
    }
  }

  const arrive = async (as: PlaceId | null) => {
    try {
      await call(routes.handIn, params, { version: autosave.version, ink: inkVersion(ink), as })
    } catch (error) {
      if (!(error instanceof Unreachable)) throw error
      wait(as)
      return
    }
    await done()
  }

  return { press, arrived, busy, problem, go, callOff }
}

const inkVersion = (ink: InkAutosave | null | undefined): number | null => ink?.version || null
