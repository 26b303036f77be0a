import type { Lineage, Saved } from '@oppen/core/draft'

/** What this device keeps of drafts: the words of each page, and the version that they began from. */
export const PAGE = 'oppen page '
export const BASE = 'oppen base '
/** Strokes and words on worksheets, each under a name of its own, and the version last confirmed. */
export const INK = 'oppen ink '
export const INK_BASE = 'oppen inkbase '
/** And hand-ins that were pressed and have not arrived. */
export const PRESS = 'oppen press '
/** Answers to quizzes that have not arrived. */
export const QUIZ = 'oppen quiz '

/** Marks in passages that have not arrived, each under a name of its own. */
export const MARKS = 'oppen marks '

/** What was watched of videos and has not arrived, by the page that played it. */
export const WATCHED = 'oppen watched '

/** Files that have not arrived, in a store of their own. */
export const KEPT_FILES = 'oppen files'

type Page = { readonly dirty: boolean; readonly at: number }

/** What is kept under a name of ours; nothing where it cannot be read. */
export function readKept<T>(key: string): T | undefined {
  try {
    const text = localStorage.getItem(key)
    return text === null ? undefined : (JSON.parse(text) as T)
  } catch {
    return undefined
  }
}

/** A version that is kept under a name of ours; `trail` is what its lineage was called until November 2026. */
export function readVersion<T extends Saved>(key: string): T | undefined {
  const kept = readKept<T & { readonly trail?: Lineage }>(key)
  return kept && { ...kept, lineage: kept.lineage ?? kept.trail ?? [] }
}

/** The names under which pages of one person are kept, or of everybody who used this device. */
export const keptPages = (accountId = ''): string[] =>
  Object.keys(localStorage).filter(key => key.startsWith(accountId ? `${PAGE}${accountId} ` : PAGE))

export function forgetPage(key: string): void {
  localStorage.removeItem(key)
  localStorage.removeItem(BASE + key.slice(PAGE.length))
}

/** Pages that the server has, and that are kept only to tell whether it was set back. */
const confirmed = (accountId = ''): { key: string; at: number }[] =>
  keptPages(accountId).flatMap(key => {
    const page = readKept<Page>(key)
    return page && !page.dirty ? [{ key, at: page.at }] : []
  })

/** Forgets what the server has of a person: somebody else may be next at this device. */
export function forgetConfirmed(accountId: string): void {
  for (const { key } of confirmed(accountId)) forgetPage(key)
  for (const key of sentInk(accountId)) localStorage.removeItem(key)
}

/** Strokes that the server has. */
const sentInk = (accountId = ''): string[] =>
  Object.keys(localStorage).filter(
    key => key.startsWith(accountId ? `${INK}${accountId} ` : INK) && readKept<{ sent: boolean }>(key)?.sent,
  )

/** The submissions of one person, as work and place, of which something is kept here that has not arrived. */
export function unsentHere(accountId: string): string[] {
  const left = new Set<string>()
  for (const key of Object.keys(localStorage))
    for (const kind of [PAGE, INK, PRESS, QUIZ, MARKS, WATCHED]) {
      if (!key.startsWith(`${kind}${accountId} `)) continue
      if (kind === PAGE && !readKept<Page>(key)?.dirty) continue
      if (kind === INK && readKept<{ sent: boolean }>(key)?.sent !== false) continue
      left.add(
        key
          .slice(kind.length + accountId.length + 1)
          .split(' ')
          .slice(0, 2)
          .join(' '),
      )
    }
  return [...left]
}

/** Whether files of anybody are kept here that have not arrived. */
export async function unsentFiles(): Promise<boolean> {
  const store = await globalThis.caches?.open(KEPT_FILES)
  return !!(await store?.keys())?.length
}

/** Makes room by forgetting what the server has, the oldest first. Gives whether there was anything to forget. */
export function makeRoom(): boolean {
  const oldest = confirmed().sort((one, other) => one.at - other.at)
  for (const { key } of oldest.slice(0, Math.ceil(oldest.length / 2))) forgetPage(key)
  const drawn = oldest.length ? [] : sentInk()
  for (const key of drawn) localStorage.removeItem(key)
  return oldest.length + drawn.length > 0
}

/** Keeps a text under a name; what is only kept to be safe gives way to it. False where there is no room at all. */
export function keep(key: string, text: string): boolean {
  for (;;) {
    try {
      localStorage.setItem(key, text)
      return true
    } catch {
      if (!makeRoom()) return false
    }
  }
}
