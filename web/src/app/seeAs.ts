import type { SeenAs } from '@oppen/core/permissions'

/** As whom this page is looked at, and where its teacher came from; of this tab alone. */
const KEY = 'oppen as'

type Kept = { readonly as: string; readonly from: string }

const kept = (): Kept | undefined => {
  try {
    const text = globalThis.sessionStorage?.getItem(KEY)
    return text ? (JSON.parse(text) as Kept) : undefined
  } catch {
    return undefined
  }
}

/** What is sent with each request of a page that is looked at as somebody else; undefined for oneself. */
export const seenAsHeader = (): string | undefined => kept()?.as
/** Whether nothing can be changed here: as the stand-in, things can. */
export const looksOnly = (): boolean => !!kept() && !kept()?.as.startsWith('standIn.')

/** From here on this tab shows what somebody else sees; `as` is how it is written in a request (`seenAsText` of core). */
export function seeAs(asked: SeenAs, as: string): void {
  const from = location.pathname + location.search
  sessionStorage.setItem(KEY, JSON.stringify({ as, from } satisfies Kept))
  location.assign(asked.as === 'family' ? `/child/${asked.placeId}/progress` : `/c/${asked.classId}/week`)
}

/** Whoever is next at this tab is themselves. */
export const forgetSeenAs = (): void => globalThis.sessionStorage?.removeItem(KEY)

/** Back to oneself, where one came from. */
export function seeAsOneself(): void {
  const from = kept()?.from ?? '/today'
  forgetSeenAs()
  location.assign(from)
}

/** Where this page only shows, nothing is typed, pasted or dropped into it: it would be lost. */
export function guardLooking(): void {
  if (!looksOnly()) return
  for (const kind of ['beforeinput', 'paste', 'drop'])
    document.addEventListener(kind, event => event.preventDefault(), true)
}
