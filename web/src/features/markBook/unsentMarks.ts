import type { DraftMark } from '@oppen/contract'
import { keep, readKept } from '../../app/device.js'
import type { Unsent } from './book.js'

/** A mark that was typed and has not arrived: what stood there before it, as it was typed, and as a number. */
export type UnsentMark = DraftMark & Unsent

/** One entry for each cell, so that two screens of one teacher do not overwrite each other's. */
const prefixOf = (accountId: string, classId: string): string => `oppen mark ${accountId} ${classId} `

/** The marks of a class that one teacher typed on this device and that have not arrived. */
export function unsentMarks(accountId: string, classId: string): UnsentMark[] {
  const prefix = prefixOf(accountId, classId)
  return Object.keys(localStorage).flatMap(key => {
    const kept = key.startsWith(prefix) ? readKept<UnsentMark>(key) : undefined
    return kept ? [kept] : []
  })
}

const keyOf = (prefix: string, { workId, placeId }: UnsentMark): string => `${prefix}${workId} ${placeId}`

/** Keeps a mark until it has arrived, in place of one that was typed into its cell before. False where there is no room. */
export function keepMark(accountId: string, classId: string, mark: UnsentMark): boolean {
  return keep(keyOf(prefixOf(accountId, classId), mark), JSON.stringify(mark))
}

/** Forgets marks that have arrived, but for those that were typed over meanwhile. */
export function forgetMarks(accountId: string, classId: string, marks: readonly UnsentMark[]): void {
  const prefix = prefixOf(accountId, classId)
  for (const mark of marks) {
    const key = keyOf(prefix, mark)
    if (localStorage.getItem(key) === JSON.stringify(mark)) localStorage.removeItem(key)
  }
}
