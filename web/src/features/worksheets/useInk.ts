import { routes, type WorksheetPage } from '@oppen/contract'
import type { InkItem } from '@oppen/core/ink'
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react'
import { call, Refusal, Unreachable } from '../../app/api.js'
import type { PieceParams } from '../../app/queries.js'
import { beforeLeaving, useMe } from '../../app/session.js'
import { InkKeeper, type InkResult } from './inkKeeper.js'
import { inkStore } from './inkStore.js'

/** What the server may answer for a while, and then no more. */
const MAY_PASS: readonly string[] = ['busy', 'disk_full', 'server_fault', 'too_many_tries']

async function save(
  params: PieceParams,
  put: readonly InkItem[],
  drop: readonly string[],
): Promise<InkResult> {
  try {
    return { is: 'saved', saved: await call(routes.saveInk, params, { put: [...put], drop: [...drop] }) }
  } catch (error) {
    if (error instanceof Unreachable) return { is: 'unreachable' }
    if (!(error instanceof Refusal)) return { is: 'refused', error }
    if (error.code === 'sign_in_needed') return { is: 'signedOut' }
    return MAY_PASS.includes(error.code) ? { is: 'unreachable' } : { is: 'refused', error }
  }
}

/** The worksheet of a piece, kept safe while it is open. */
export function useInk(params: PieceParams, page: WorksheetPage): InkKeeper {
  const { account } = useMe()
  const { classId, workId, placeId } = params
  // biome-ignore lint/correctness/useExhaustiveDependencies: one keeper for as long as it is open; news comes by `heard`
  const keeper = useMemo(
    () =>
      new InkKeeper(
        {
          save: (put, drop) => save({ classId, workId, placeId }, put, drop),
          read: () => call(routes.seeWorksheet, { classId, workId, placeId }).catch(() => undefined),
          store: inkStore(`${account.id} ${workId} ${placeId}`),
          later: (run, milliseconds) => {
            const timer = setTimeout(run, milliseconds)
            return () => clearTimeout(timer)
          },
        },
        page,
      ),
    [account.id, classId, workId, placeId],
  )
  useEffect(() => {
    const stay = beforeLeaving(() => keeper.flush())
    keeper.begin()
    const send = () => void keeper.flush()
    window.addEventListener('pagehide', send)
    window.addEventListener('online', send)
    return () => {
      window.removeEventListener('pagehide', send)
      window.removeEventListener('online', send)
      stay()
      void keeper.flush()
    }
  }, [keeper])
  useEffect(() => keeper.heard(page), [keeper, page])
  const snapshot = useCallback(() => keeper.status, [keeper])
  useSyncExternalStore(keeper.subscribe, snapshot)
  return keeper
}
