import { routes, type WatchedBatch } from '@oppen/contract'
import type { ViewingId } from '@oppen/core/ids'
import { call } from '../../../app/api.js'
import { notYet } from '../../../app/delivery.js'
import { keep, readKept, WATCHED } from '../../../app/device.js'
import type { SubmissionParams } from '../../../app/queries.js'
import { whileClosed } from '../../work/localDrafts.js'
import { type KeptViewing, seal } from './watchedAutosave.js'

const startOf = (accountId: string, { workId, placeId }: SubmissionParams): string =>
  `${WATCHED}${accountId} ${workId} ${placeId} `

/** Under which name this device keeps what one page played and the server does not have. */
export const viewingKey = (accountId: string, params: SubmissionParams, viewingId: ViewingId): string =>
  startOf(accountId, params) + viewingId

/** Keeps what a page played; undefined forgets it. False where the device has no room. */
export function keepViewing(key: string, kept: KeptViewing | undefined): boolean {
  if (kept) return keep(key, JSON.stringify(kept))
  localStorage.removeItem(key)
  return true
}

export const sendBatch = (params: SubmissionParams, viewingId: ViewingId, batch: WatchedBatch) =>
  call(routes.saveWatched, { ...params, viewingId }, batch, {
    keepalive: JSON.stringify(batch).length < 20_000,
  })

/**
 * Sends what pages played that are closed by now. What is refused stays, and holds up nothing else. A page that is open in any tab sends
 * its own. Gives whether anything arrived; rejects as `call` does where nothing can be sent.
 */
export async function sendWatched(accountId: string, params: SubmissionParams): Promise<boolean> {
  const start = startOf(accountId, params)
  let some = false
  for (const key of Object.keys(localStorage).filter(one => one.startsWith(start)))
    await whileClosed(key, async () => {
      const kept = readKept<KeptViewing>(key)
      if (!kept) return localStorage.removeItem(key)
      // sealed before it goes, so that a cut here sends the same again
      const whole = seal(kept)
      keepViewing(key, whole)
      try {
        for (const batch of whole.sealed) {
          await sendBatch(params, key.slice(start.length) as ViewingId, batch)
          some = true
        }
      } catch (error) {
        if (notYet(error)) throw error
        return
      }
      localStorage.removeItem(key)
    })
  return some
}
