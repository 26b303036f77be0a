import type { Draft } from './copyKeeper.js'

const MARK = 'oppen copy '

/** Where the device keeps one copy of one person, so that a shared tablet never shows another's words. */
export const draftKey = (accountId: string, workId: string, placeId: string): string =>
  `${MARK}${accountId} ${workId} ${placeId}`

/** The device's own store for one copy of one person. */
export function draftsOf(key: string) {
  return {
    read: (): Draft | undefined => {
      const text = localStorage.getItem(key)
      return text ? (JSON.parse(text) as Draft) : undefined
    },
    write: (draft: Draft) => localStorage.setItem(key, JSON.stringify(draft)),
    clear: () => localStorage.removeItem(key),
  }
}

const open = new Set<string>()

/** Says that a copy is open on this page, which sees to its draft itself. Gives the way to say that it is closed. */
export function openedCopy(key: string): () => void {
  open.add(key)
  return () => void open.delete(key)
}

export type LeftDraft = { readonly key: string; readonly workId: string; readonly placeId: string }

/** What one person wrote on this device that the server has not confirmed, and that is not open on the page. */
export function leftDrafts(accountId: string): LeftDraft[] {
  return Object.keys(localStorage).flatMap(key => {
    if (!key.startsWith(`${MARK}${accountId} `) || open.has(key)) return []
    const [workId = '', placeId = ''] = key.slice(MARK.length + accountId.length + 1).split(' ')
    return [{ key, workId, placeId }]
  })
}
