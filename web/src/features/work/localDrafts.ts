import type { Edition } from '@oppen/core/draft'
import { idOf } from '@oppen/core/draft'
import { BASE, forgetPage, keep, keptPages, PAGE, readKept, readVersion } from '../../app/device.js'
import type { LocalDraft, LocalDrafts } from './draftAutosave.js'

/** Where the device keeps one draft of one person, so that a shared tablet never shows another's words. */
export const draftKey = (accountId: string, workId: string, placeId: string): string =>
  `${PAGE}${accountId} ${workId} ${placeId}`

type Kept = Omit<LocalDraft, 'base'>

function read(key: string): LocalDraft | undefined {
  const kept = readKept<Kept>(key)
  return kept && { ...kept, base: readVersion<Edition>(BASE + key.slice(PAGE.length)) ?? null }
}

let pages = 0
const PAGE_NAME = `${Date.now().toString(36)}${Math.random().toString(36).slice(2, 8)}`

/**
 * The device's own store for one draft of one person, as one page has it open. Each page writes under a name of its
 * own, so that two tabs never write over each other's words.
 */
export function localDraftsOf(draft: string): LocalDrafts {
  const own = `${draft} ${PAGE_NAME}${++pages}`
  const base = BASE + own.slice(PAGE.length)
  let found: string[] = []
  let written = ''
  return {
    all: () => {
      found = keptPages().filter(key => key.startsWith(`${draft} `))
      return found.flatMap(key => read(key) ?? []).sort((one, other) => other.at - one.at)
    },
    write: ({ base: from, ...page }) => {
      const id = from ? JSON.stringify(idOf(from)) : ''
      const whole = id === written || !from || keep(base, JSON.stringify(from))
      if (whole) written = id
      return keep(own, JSON.stringify(page)) && whole
    },
    settle: () => {
      for (const key of found) if (key !== own) forgetPage(key)
      found = []
    },
  }
}

/** How many parts of this page have each draft open. */
const open = new Map<string, number>()
const times = new Map<string, number>()

/** Says that a draft is open on this page, which sees to what is kept of it here. Gives the way to say that it is closed. */
export function openedDraft(draft: string): () => void {
  open.set(draft, (open.get(draft) ?? 0) + 1)
  times.set(draft, timesOpened(draft) + 1)
  const release = hold(draft)
  return () => {
    const left = (open.get(draft) ?? 1) - 1
    if (left) open.set(draft, left)
    else open.delete(draft)
    release()
  }
}

export const isOpen = (draft: string): boolean => open.has(draft)

/** How often a draft was opened since the page was loaded. */
export const timesOpened = (draft: string): number => times.get(draft) ?? 0

/** The other tabs see by a lock of the browser that a draft is open; where there are no locks they do not. */
function hold(draft: string): () => void {
  let release = (): void => undefined
  const closed = new Promise<void>(done => {
    release = done
  })
  void globalThis.navigator?.locks?.request(draft, { mode: 'shared' }, () => closed)
  return release
}

/** Does something for a draft that is open nowhere, in no tab of this browser; does nothing where it is. */
export async function whileClosed(draft: string, run: () => Promise<void>): Promise<void> {
  if (isOpen(draft)) return
  const locks = globalThis.navigator?.locks
  if (locks) await locks.request(draft, { ifAvailable: true }, async lock => (lock ? run() : undefined))
  else await run()
}

/** What was written of one draft on this device and the server has not confirmed, with the names it is kept under. */
export const unsent = (draft: string): { readonly key: string; readonly local: LocalDraft }[] =>
  keptPages()
    .filter(key => key.startsWith(`${draft} `))
    .flatMap(key => {
      const local = read(key)
      return local?.dirty ? [{ key, local }] : []
    })
