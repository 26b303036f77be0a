import { routes } from '@oppen/contract'
import type { ReadingMarkId } from '@oppen/core/ids'
import { call } from '../../../../app/api.js'
import { notYet } from '../../../../app/delivery.js'
import { keep, MARKS, readKept } from '../../../../app/device.js'
import type { SubmissionParams } from '../../../../app/queries.js'
import type { Mark, MarkChange } from './marksAutosave.js'

const startOf = (accountId: string, { workId, placeId }: SubmissionParams): string =>
  `${MARKS}${accountId} ${workId} ${placeId} `

/** What this device keeps of marks of one submission that have not arrived. */
export function keptMarks(accountId: string, params: SubmissionParams) {
  const start = startOf(accountId, params)
  return {
    read: (): Record<string, MarkChange> =>
      Object.fromEntries(
        Object.keys(localStorage)
          .filter(key => key.startsWith(start))
          .flatMap(key => {
            const change = readKept<MarkChange>(key)
            return change ? [[key.slice(start.length), change]] : []
          }),
      ),
    keep: (id: string, change: MarkChange | undefined): boolean => {
      if (change) return keep(start + id, JSON.stringify(change))
      localStorage.removeItem(start + id)
      return true
    },
  }
}

/** Sends one change of a mark. Rejects as `call` does. */
export function sendMark(params: SubmissionParams, id: ReadingMarkId, mark: Mark | null): Promise<unknown> {
  const address = { ...params, markId: id }
  if (!mark) return call(routes.removeReadingMark, address)
  const { colour, anchor, note } = mark
  return call(routes.saveReadingMark, address, { colour, anchor, note })
}

/**
 * Sends the marks of one submission that were left on this device. One that is refused stays, and holds up no other: its page says
 * why when it is opened. Gives whether anything arrived; rejects as `call` does where nothing can be sent.
 */
export async function sendMarks(accountId: string, params: SubmissionParams): Promise<boolean> {
  const kept = keptMarks(accountId, params)
  let some = false
  for (const [id, { mark, at }] of Object.entries(kept.read())) {
    try {
      await sendMark(params, id as ReadingMarkId, mark)
    } catch (error) {
      if (notYet(error)) throw error
      continue
    }
    some = true
    // unless it was changed in another tab meanwhile
    if (kept.read()[id]?.at === at) kept.keep(id, undefined)
  }
  return some
}
