import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useState } from 'react'
import { call, Unreachable } from '../../app/api.js'
import { type PieceParams, reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import type { InkKeeper } from '../worksheets/inkKeeper.js'
import type { CopyKeeper } from './copyKeeper.js'
import { draftKey } from './drafts.js'
import { dropPress, type KeptPress, keepPress, readPress, sendPress } from './press.js'

const RETRY = 5_000

export type HandingIn = {
  /** A hand-in that waits until Oppen answers. */
  readonly press: KeptPress | null
  /** Whether it has just arrived. */
  readonly arrived: boolean
  readonly busy: boolean
  readonly problem: unknown
  /** Hands in, or keeps the press where nothing can be sent. Gives whether the window can close. */
  readonly go: (as: PlaceId | null) => Promise<boolean>
  readonly callOff: () => void
}

/** Handing in, also while there is no network: the press is kept, shown as waiting, and sent with its time. */
export function useHandIn(params: PieceParams, keeper: CopyKeeper, ink: InkKeeper | null = null): HandingIn {
  const { account } = useMe()
  const client = useQueryClient()
  const { classId, workId, placeId } = params
  const copy = draftKey(account.id, workId, placeId)
  const [press, setPress] = useState(() => readPress(copy))
  const [arrived, setArrived] = useState(false)
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<unknown>()

  const callOff = useCallback(() => {
    dropPress(copy)
    setPress(null)
  }, [copy])

  const done = useCallback(async () => {
    callOff()
    setArrived(true)
    await client.invalidateQueries({ queryKey: reads.piece({ classId, workId, placeId }).queryKey })
  }, [callOff, client, classId, workId, placeId])

  const { status } = keeper
  const inkStatus = ink?.status
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the worksheet is waiting for is looked at anew as it changes
  useEffect(() => {
    if (!press) return
    // another text came in between: nobody has looked at what would be handed in
    if (status.is === 'conflict' || status.is === 'refused') callOff()
    if (status.is !== 'saved' && status.is !== 'empty') return
    // the worksheet goes first, also the one that is still being opened
    if (ink === undefined || ink?.dirty) return
    let gone = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const send = async () => {
      clearTimeout(timer)
      try {
        await sendPress(
          { classId, workId, placeId },
          { version: keeper.version, ink: inkVersion(ink) },
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
  }, [press, status, inkStatus, keeper, ink, callOff, done, classId, workId, placeId])

  const wait = (as: PlaceId | null) => {
    const kept = { pressedAt: Date.now(), as }
    if (!keepPress(copy, kept)) throw new Unreachable('the device has no room')
    setPress(kept)
  }

  const go = async (as: PlaceId | null) => {
    setBusy(true)
    setProblem(undefined)
    try {
      await Promise.all([keeper.flush(), ink?.flush()])
      if (ink?.status.is === 'refused') throw ink.status.error
      if (keeper.status.is === 'conflict') return true
      if (keeper.status.is === 'refused') throw keeper.status.error
      if (keeper.status.is === 'unsaved' || ink?.status.is === 'unsaved') wait(as)
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
      await call(routes.handIn, params, { version: keeper.version, ink: inkVersion(ink), as })
    } catch (error) {
      if (!(error instanceof Unreachable)) throw error
      wait(as)
      return
    }
    await done()
  }

  return { press, arrived, busy, problem, go, callOff }
}

const inkVersion = (ink: InkKeeper | null | undefined): number | null => ink?.version || null
