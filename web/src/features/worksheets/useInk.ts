import { routes, type WorksheetPage } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react'
import { call } from '../../app/api.js'
import { onInkSaved } from '../../app/live.js'
import { type PieceParams, reads } from '../../app/queries.js'
import { later, reach } from '../../app/reaching.js'
import { useMe } from '../../app/session.js'
import { useKeeping } from '../../app/useKeeping.js'
import { InkKeeper } from './inkKeeper.js'
import { inkStore } from './inkStore.js'

/** The worksheet of a piece, kept safe while it is open. */
export function useInk(params: PieceParams, page: WorksheetPage): InkKeeper {
  const { account } = useMe()
  const client = useQueryClient()
  const { classId, workId, placeId } = params
  // biome-ignore lint/correctness/useExhaustiveDependencies: one keeper for as long as it is open; news comes by `heard`
  const keeper = useMemo(
    () =>
      new InkKeeper(
        {
          save: (put, drop) =>
            reach(() =>
              call(routes.saveInk, { classId, workId, placeId }, { put: [...put], drop: [...drop] }),
            ),
          read: () => call(routes.seeWorksheet, { classId, workId, placeId }).catch(() => undefined),
          store: inkStore(`${account.id} ${workId} ${placeId}`),
          later,
        },
        page,
      ),
    [account.id, classId, workId, placeId],
  )
  useKeeping(keeper)
  // drawn on another device or in another tab: read again, and taken in below
  useEffect(
    () =>
      onInkSaved(
        { workId, placeId },
        event =>
          void keeper.settled().then(() => {
            if (event.version <= keeper.version) return
            void client.invalidateQueries({
              queryKey: reads.worksheet({ classId, workId, placeId }).queryKey,
            })
          }),
      ),
    [keeper, client, classId, workId, placeId],
  )
  useEffect(() => keeper.heard(page), [keeper, page])
  const snapshot = useCallback(() => keeper.status, [keeper])
  useSyncExternalStore(keeper.subscribe, snapshot)
  return keeper
}
