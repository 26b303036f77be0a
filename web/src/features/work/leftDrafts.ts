import { routes, type Tie } from '@oppen/contract'
import { idOf } from '@oppen/core/copy'
import type { AccountId, WorkId } from '@oppen/core/ids'
import { call } from '../../app/api.js'
import { forgetPage, readKept } from '../../app/device.js'
import type { Draft } from './copyKeeper.js'
import { leftDrafts } from './drafts.js'

type Writer = { readonly accountId: AccountId; readonly ties: readonly Tie[] }

/**
 * Sends what somebody wrote on this device and was not saved before they were signed out, as soon as the same
 * person is in again. What was changed elsewhere meanwhile stays here until its page is opened, which shows both.
 * Gives how many arrived.
 */
export async function sendLeftDrafts({ accountId, ties }: Writer): Promise<number> {
  let arrived = 0
  for (const { key, workId, placeId, draft } of leftDrafts(accountId)) {
    const tie = ties.find(one => one.placeId === placeId && one.role === 'pupil')
    if (!tie?.placeId) continue
    const params = { classId: tie.classId, workId: workId as WorkId, placeId: tie.placeId }
    const run = draft.base && idOf(draft.base).run
    try {
      await call(routes.saveCopy, params, { html: draft.html, base: draft.base?.version ?? 0, run })
      arrived += 1
      if (readKept<Draft>(key)?.at === draft.at) forgetPage(key)
    } catch {
      // it stays on the device, and its page says why when it is opened
    }
  }
  return arrived
}
