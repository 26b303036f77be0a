import type { Edition } from '@oppen/core/copy'
import { idOf } from '@oppen/core/copy'
import { BASE, forgetPage, keptPages, makeRoom, PAGE, readKept } from '../../app/device.js'
import type { Draft, Drafts } from './copyKeeper.js'

/** Where the device keeps one copy of one person, so that a shared tablet never shows another's words. */
export const draftKey = (accountId: string, workId: string, placeId: string): string =>
  `${PAGE}${accountId} ${workId} ${placeId}`

type Kept = Omit<Draft, 'base'>

function read(key: string): Draft | undefined {
  const kept = readKept<Kept>(key)
  return kept && { ...kept, base: readKept<Edition>(BASE + key.slice(PAGE.length)) ?? null }
}

/** Keeps a text under a name; what is only kept to be safe gives way to it. False where there is no room at all. */
function put(key: string, text: string): boolean {
  for (;;) {
    try {
      localStorage.setItem(key, text)
      return true
    } catch {
      if (!makeRoom()) return false
    }
  }
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
      const whole = id === written || !from || put(base, JSON.stringify(from))
      if (whole) written = id
      return put(own, JSON.stringify(page)) && whole
    },
    settle: () => {
      for (const key of found) if (key !== own) forgetPage(key)
      found = []
    },
  }
}

const open = new Set<string>()

/** Says that a copy is open on this page, which sees to its draft itself. Gives the way to say that it is closed. */
export function openedCopy(copy: string): () => void {
  open.add(copy)
  return () => void open.delete(copy)
}

export type LeftDraft = {
  readonly key: string
  readonly workId: string
  readonly placeId: string
  readonly draft: Draft
}

/** What one person wrote on this device that the server has not confirmed, and that is not open on the page. */
export function leftDrafts(accountId: string): LeftDraft[] {
  return keptPages(accountId).flatMap(key => {
    const [workId = '', placeId = ''] = key.slice(PAGE.length + accountId.length + 1).split(' ')
    const draft = read(key)
    if (!draft?.dirty || open.has(draftKey(accountId, workId, placeId))) return []
    return [{ key, workId, placeId, draft }]
  })
}
