import { routes } from '@oppen/contract'
import type { ReadingMarkId } from '@oppen/core/ids'
import { call } from '../../../../app/api.js'
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

/** Sends the marks of one submission that were left on this device. Gives whether anything arrived; rejects as `call` does. */
export async function sendMarks(accountId: string, params: SubmissionParams): Promise<boolean> {
  const kept = keptMarks(accountId, params)
  const left = Object.entries(kept.read())
  for (const [id, { mark }] of left) {
    await sendMark(params, id as ReadingMarkId, mark)
    kept.keep(id, undefined)
  }
  return left.length > 0
}
