import { type ComponentType, type LazyExoticComponent, lazy, use } from 'react'
import { loadWords, type Namespace } from '../words/wording.js'
import { Unreachable } from './api.js'

const AGAIN = 3_000
const RENEWED = 'oppen renewed'
/** A page that was loaded anew for a file that was gone is not loaded anew again so soon. */
const SOON = 60_000

/**
 * A part of a page in a file of its own, fetched when it is first shown. Without a network it is asked for again until
 * it comes; the page stands meanwhile, with whatever its `Suspense` shows in the place of the part. `namespaces` is the
 * wording that it says besides what every screen has. `preload` fetches it before: it is shown at once then.
 */
// biome-ignore lint/suspicious/noExplicitAny: any component, as React types its own `lazy`
export function part<C extends ComponentType<any>>(
  load: () => Promise<{ default: C }>,
  namespaces: readonly Namespace[] = [],
): LazyExoticComponent<C> & { readonly preload: () => Promise<unknown> } {
  const file = onceHere(() => untilItComes(() => withWords(load, namespaces)))
  return Object.assign(lazy(file.thenable), { preload: file.load })
}

/**
 * Something that is fetched once. `get` is for the render of a component: it gives what is here and suspends until it
 * is; a promise alone would suspend once more for what has come already, and React shows late what follows a fallback.
 * `thenable` is the same for `lazy`.
 */
export function onceHere<T>(fetch: () => Promise<T>) {
  let coming: Promise<T> | undefined
  let here: { readonly it: T } | undefined
  const load = () => {
    coming ??= fetch().then(it => {
      here = { it }
      return it
    })
    return coming
  }
  return {
    load,
    get: (): T => (here ? here.it : use(load())),
    thenable: (): Promise<T> => {
      if (!here) return load()
      const { it } = here
      // biome-ignore lint/suspicious/noThenProperty: called at once, as no promise does
      return { then: (done: (it: T) => void) => done(it) } as Promise<T>
    },
    /** Whoever comes after this asks for it anew. */
    forget: () => {
      coming = undefined
    },
  }
}

/** A file together with the wording that it says. */
async function withWords<T>(load: () => Promise<T>, namespaces: readonly Namespace[]): Promise<T> {
  const [loaded] = await Promise.all([load(), loadWords(namespaces)])
  return loaded
}

/** Asks for something again until it comes. */
export async function untilItComes<T>(load: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await load()
    } catch {
      await renewWhereGone()
      await new Promise(done => setTimeout(done, AGAIN))
    }
  }
}

/** A file that is fetched when somebody needs it, with the wording it says. Rejects with `Unreachable`. */
export async function fetched<T>(load: () => Promise<T>, namespaces: readonly Namespace[] = []): Promise<T> {
  try {
    return await withWords(load, namespaces)
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
  if (import.meta.env.SSR) return
  const answers = await fetch('/healthz', { cache: 'no-store' }).then(
    answer => answer.ok,
    () => false,
  )
  const last = Number(sessionStorage.getItem(RENEWED))
  if (!answers || Date.now() - last < SOON) return
  sessionStorage.setItem(RENEWED, String(Date.now()))
  location.reload()
}
