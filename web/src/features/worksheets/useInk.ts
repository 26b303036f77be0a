import { routes, type WorksheetPage } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react'
import { call } from '../../app/api.js'
import { later, reach } from '../../app/delivery.js'
import { onInkSaved } from '../../app/live.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { useAutosave } from '../../app/useAutosave.js'
import { InkAutosave } from './inkAutosave.js'
import { inkStore } from './inkStore.js'

/** The worksheet of a submission, kept safe while it is open. */
export function useInk(params: SubmissionParams, page: WorksheetPage): InkAutosave {
  const { account } = useMe()
  const client = useQueryClient()
  const { classId, workId, placeId } = params
  // biome-ignore lint/correctness/useExhaustiveDependencies: one autosave for as long as it is open; news comes by `heard`
  const autosave = useMemo(
    () =>
      new InkAutosave(
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
  useAutosave(autosave)
  // drawn on another device or in another tab: read again, and taken in below
  useEffect(
    () =>
      onInkSaved(
        { workId, placeId },
        event =>
          void autosave.settled().then(() => {
            if (event.version <= autosave.version) return
            void client.invalidateQueries({
              queryKey: reads.worksheet({ classId, workId, placeId }).queryKey,
            })
          }),
      ),
    [autosave, client, classId, workId, placeId],
  )
  useEffect(() => autosave.heard(page), [autosave, page])
  const snapshot = useCallback(() => autosave.status, [autosave])
  useSyncExternalStore(autosave.subscribe, snapshot)
  return autosave
}
