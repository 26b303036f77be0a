import type { Edition } from '@oppen/core/copy'
import { idOf } from '@oppen/core/copy'
import { BASE, forgetPage, keep, keptPages, PAGE, readKept, readVersion } from '../../app/device.js'
import type { Draft, Drafts } from './draftAutosave.js'

/** Where the device keeps one copy of one person, so that a shared tablet never shows another's words. */
export const draftKey = (accountId: string, workId: string, placeId: string): string =>
  `${PAGE}${accountId} ${workId} ${placeId}`

type Kept = Omit<Draft, 'base'>

function read(key: string): Draft | undefined {
  const kept = readKept<Kept>(key)
  return kept && { ...kept, base: readVersion<Edition>(BASE + key.slice(PAGE.length)) ?? null }
}

let pages = 0
const PAGE_NAME = `${Date.now().toString(36)}${Math.random().toString(36).slice(2, 8)}`

/**
 * The device's own store for one copy of one person, as one page has it open. Each page writes under a name of its
 * own, so that two tabs never write over each other's words.
 */
export function draftsOf(copy: string): Drafts {
  const own = `${copy} ${PAGE_NAME}${++pages}`
  const base = BASE + own.slice(PAGE.length)
  let found: string[] = []
  let written = ''
  return {
    all: () => {
      found = keptPages().filter(key => key.startsWith(`${copy} `))
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

const open = new Set<string>()
const times = new Map<string, number>()

/** Says that a copy is open on this page, which sees to its draft itself. Gives the way to say that it is closed. */
export function openedCopy(copy: string): () => void {
  open.add(copy)
  times.set(copy, timesOpened(copy) + 1)
  const release = hold(copy)
  return () => {
    open.delete(copy)
    release()
  }
}

export const isOpen = (copy: string): boolean => open.has(copy)

/** How often a copy was opened since the page was loaded. */
export const timesOpened = (copy: string): number => times.get(copy) ?? 0

/** The other tabs see by a lock of the browser that a copy is open; where there are no locks they do not. */
function hold(copy: string): () => void {
  let release = (): void => undefined
  const closed = new Promise<void>(done => {
    release = done
  })
  void globalThis.navigator?.locks?.request(copy, { mode: 'shared' }, () => closed)
  return release
}

/** Does something for a copy that is open nowhere, in no tab of this browser; does nothing where it is. */
export async function whileClosed(copy: string, run: () => Promise<void>): Promise<void> {
  if (isOpen(copy)) return
  const locks = globalThis.navigator?.locks
  if (locks) await locks.request(copy, { ifAvailable: true }, async lock => (lock ? run() : undefined))
  else await run()
}

/** What was written of one copy on this device and the server has not confirmed, with the names it is kept under. */
export const unsent = (copy: string): { readonly key: string; readonly draft: Draft }[] =>
  keptPages()
    .filter(key => key.startsWith(`${copy} `))
    .flatMap(key => {
      const draft = read(key)
      return draft?.dirty ? [{ key, draft }] : []
    })
