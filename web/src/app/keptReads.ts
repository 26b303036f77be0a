import type { Me } from '@oppen/contract'
import { Unreachable } from './api.js'
import { loadScriptFonts } from './scriptFonts.js'
import { seenAsHeader } from './seeAs.js'

/** What the device keeps of what was read, so that a page comes up again without a network. */
const KEPT = 'oppen kept 3'
/** What the service worker keeps of the pictures and printed pages of those submissions (`sw.js`). */
const KEPT_SHOWN = 'oppen kept files 2'
const ME = '/kept/me'
/** So many submissions are kept, the last opened ones. */
const MOST = 12

type Kept<T> = { readonly at: number; readonly data: T }

const store = (): Promise<Cache> | undefined => globalThis.caches?.open(KEPT)

async function put(path: string, data: unknown): Promise<void> {
  const cache = await store()
  await cache?.delete(path)
  await cache?.put(path, new Response(JSON.stringify({ at: Date.now(), data })))
}

async function get<T>(path: string): Promise<Kept<T> | undefined> {
  const answer = await (await store())?.match(path)
  if (!answer) return undefined
  const text = await answer.text()
  loadScriptFonts(text)
  return JSON.parse(text) as Kept<T>
}

/** Forgets everything that was kept: somebody else may be next at this device. */
export async function forgetReads(): Promise<void> {
  await globalThis.caches?.delete(KEPT)
  await globalThis.caches?.delete(KEPT_SHOWN)
}

/** Keeping is nothing that anybody waits for, and where it fails nothing is kept. */
const behind = (work: () => Promise<void>): void => void work().catch(() => undefined)

/**
 * Who is in. Without a network it is who was in last on this device, unless they signed out; the time goes on by the
 * clock of the device. Nothing is kept on a tablet that a class shares.
 */
export async function keepMe(read: () => Promise<Me>): Promise<Me> {
  if (seenAsHeader()) return read()
  try {
    const me = await read()
    behind(() => keepPerson(me))
    return me
  } catch (error) {
    if (!(error instanceof Unreachable)) {
      behind(forgetReads)
      throw error
    }
    const kept = await get<Me>(ME)
    if (!kept) throw error
    return { ...kept.data, now: kept.data.now + Math.max(0, Date.now() - kept.at) }
  }
}

async function keepPerson(me: Me): Promise<void> {
  const before = await get<Me>(ME)
  if (me.tablet || (before && before.data.account.id !== me.account.id)) await forgetReads()
  if (!me.tablet) await put(ME, me)
}

/** Something that one person read, under a name of its own; without a network as it was when it was last read. */
export async function keepRead<T>(name: string, read: () => Promise<T>): Promise<T> {
  const path = `/kept/${name}`
  try {
    const data = await read()
    behind(async () => {
      // only beside the pupil who was in: after a sign-out, on a shared tablet, or for a teacher, nothing is kept
      if ((await get<Me>(ME))?.data.account.kind !== 'pupil') return
      await put(path, data)
      await thin()
    })
    return data
  } catch (error) {
    const unreachable = error instanceof Unreachable
    // what is refused now is not for this person any more
    if (!unreachable) behind(async () => void (await (await store())?.delete(path)))
    const kept = unreachable ? await get<T>(path) : undefined
    if (!kept) throw error
    return kept.data
  }
}

async function thin(): Promise<void> {
  const cache = await store()
  const keys = (await cache?.keys()) ?? []
  const old = keys.filter(({ url }) => !url.endsWith(ME)).slice(0, -MOST)
  await Promise.all(old.map(key => cache?.delete(key)))
}
