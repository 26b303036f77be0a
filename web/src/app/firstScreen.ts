import { screenAt } from '@oppen/contract'
import type { QueryClient } from '@tanstack/react-query'
import { firstReads } from './firstReads.js'
import { loadPhoneBars } from './phone.js'
import type { Prepared } from './prepared.js'
import { loadScreen } from './screenFiles.js'
import { beginsNarrow } from './wide.js'

/** A page waits no longer for its first screen to be whole, in milliseconds: then it shows what there is. */
const PATIENCE = 800

/**
 * Resolves once the screen in the address can be shown as a whole: its file, who is in, and what it firstReads first. What
 * is shown in part is followed by the rest much later: React holds back what replaces a fallback. Never rejects; what
 * fails is for the screen to say.
 */
export async function firstScreen(client: QueryClient): Promise<void> {
  const patience = new Promise<void>(done => setTimeout(done, PATIENCE))
  await Promise.race([prepareScreen(client, location.pathname).catch(() => undefined), patience])
}

/** Gets what the screen at an address needs before it can show anything. Rejects where something does not come. */
export async function prepareScreen(client: QueryClient, pathname: string): Promise<void> {
  const { screen, params } = screenAt(pathname) ?? {}
  if (!screen || !params) return
  const coming = loadScreen(screen)
  const bars = beginsNarrow() && !screen.outside ? loadPhoneBars() : undefined
  if (screen.outside) return void (await coming)
  const [file, me] = await Promise.all([coming, client.fetchQuery(firstReads.me()), bars])
  // without a network nothing is asked for, and what is kept is there at once
  if (import.meta.env.SSR || navigator.onLine)
    await file.prepare?.({ client, me, params: params as Prepared['params'] })
}
