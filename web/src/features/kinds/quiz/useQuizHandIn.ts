import type { QuizPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useEffectEvent, useState } from 'react'
import { call, Unreachable } from '../../../app/api.js'
import { onceReachable } from '../../../app/delivery.js'
import type { SubmissionParams } from '../../../app/queries.js'
import { useMe } from '../../../app/session.js'
import { draftKey } from '../../work/localDrafts.js'
import {
  dropPendingHandIn,
  type PendingHandIn,
  readPendingHandIn,
  savePendingHandIn,
  sendPendingHandIn,
} from '../../work/pendingHandIn.js'
import { attemptLooked } from './attemptLooked.js'
import type { QuizAutosave } from './quizAutosave.js'
import { againOf } from './useQuiz.js'

const RETRY = 5_000

type Parts = {
  readonly attempt: QuizPage['attempts'][number]
  readonly autosave: QuizAutosave
  /** Whether recordings are still on their way. */
  readonly filesComing: boolean
}

export type QuizHandIn = {
  /** A hand-in that waits until Oppen answers. */
  readonly press: PendingHandIn | null
  readonly busy: boolean
  readonly problem: unknown
  /** Hands in, or keeps the press where nothing can be sent. Gives whether the window can close. */
  readonly go: (as: PlaceId | null) => Promise<boolean>
  readonly callOff: () => void
}

/**
 * Handing in an attempt, also while there is no network: the press is kept on the device, shown as waiting, and sent with
 * its time once every answer has arrived.
 */
export function useQuizHandIn(
  params: SubmissionParams,
  { attempt, autosave, filesComing }: Parts,
): QuizHandIn {
  const { account } = useMe()
  const client = useQueryClient()
  const draft = draftKey(account.id, params.workId, params.placeId)
  const looked = attemptLooked(attempt.number)
  const [press, setPress] = useState(() => {
    const kept = readPendingHandIn(draft)
    return kept?.html === looked ? kept : null
  })
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<unknown>()

  const callOff = () => {
    dropPendingHandIn(draft)
    setPress(null)
  }
  const done = async () => {
    callOff()
    await Promise.all(againOf(params).map(queryKey => client.invalidateQueries({ queryKey })))
  }
  const wait = (as: PlaceId | null) => {
    const kept = { pressedAt: Date.now(), html: looked, as }
    if (!savePendingHandIn(draft, kept)) throw new Unreachable('the device has no room')
    setPress(kept)
  }
  const arrive = async (as: PlaceId | null) => {
    try {
      await call(routes.handIn, params, { version: autosave.version, ink: null, as })
    } catch (error) {
      if (!(error instanceof Unreachable)) throw error
      wait(as)
      return
    }
    await done()
  }
  const go = async (as: PlaceId | null) => {
    setBusy(true)
    setProblem(undefined)
    try {
      await autosave.flush()
      if (autosave.status.is === 'refused') throw autosave.status.error
      if (autosave.status.is === 'unsaved' || filesComing) wait(as)
      else await arrive(as)
      return true
    } catch (error) {
      setProblem(error)
      return false
    } finally {
      setBusy(false)
    }
  }

  const send = useEffectEvent(async (pressed: PendingHandIn) => {
    try {
      await sendPendingHandIn(params, { version: autosave.version, ink: null }, pressed)
      await done()
      return true
    } catch (error) {
      if (error instanceof Unreachable) return false
      callOff()
      setProblem(error)
      return true
    }
  })
  const ready = !autosave.dirty && autosave.status.is !== 'unsaved' && !filesComing
  useEffect(() => {
    if (!press || !ready) return
    let stop: (() => void) | undefined
    let gone = false
    const again = async () => {
      if (!(await send(press)) && !gone) stop = onceReachable(() => void again(), RETRY)
    }
    void again()
    return () => {
      gone = true
      stop?.()
    }
  }, [press, ready])

  return { press, busy, problem, go, callOff }
}
