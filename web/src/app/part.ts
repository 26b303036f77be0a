import { type ComponentType, lazy } from 'react'
import { Unreachable } from './api.js'

const AGAIN = 3_000
const RENEWED = 'oppen renewed'
/** A page that was loaded anew for a file that was gone is not loaded anew again so soon. */
const SOON = 60_000

/**
 * A part of a page in a file of its own, fetched when it is first shown. Without a network it is asked for again until
 * it comes; the page stands meanwhile, with whatever its `Suspense` shows in the place of the part.
 */
// biome-ignore lint/suspicious/noExplicitAny: any component, as React types its own `lazy`
export function part<C extends ComponentType<any>>(load: () => Promise<{ default: C }>) {
  return lazy(() => untilItComes(load))
}

async function untilItComes<T>(load: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await load()
    } catch {
      await renewWhereGone()
      await new Promise(done => setTimeout(done, AGAIN))
    }
  }
}

/** A screen in a file of its own, fetched when somebody goes there. Rejects with `Unreachable`. */
export async function fetched<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load()
  } catch (error) {
    await renewWhereGone()
    throw new Unreachable((error as Error).message)
  }
}

/**
 * A file that does not come though the server answers is one of an Oppen that was renewed meanwhile: the page is loaded
 * anew. What is not saved is kept on the device.
 */
async function renewWhereGone(): Promise<void> {
  const answers = await fetch('/healthz', { cache: 'no-store' }).then(
    answer => answer.ok,
    () => false,
  )
  const last = Number(sessionStorage.getItem(RENEWED))
  if (!answers || Date.now() - last < SOON) return
  sessionStorage.setItem(RENEWED, String(Date.now()))
  location.reload()
}
