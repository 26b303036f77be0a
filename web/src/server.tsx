import type { PageState, ReadOf } from '@oppen/contract'
import { QueryClient } from '@tanstack/react-query'
import { renderToString } from 'react-dom/server'
import { StaticRouter } from 'react-router'
import { prepareScreen } from './app/firstScreen.js'
import { Page } from './app/Page.js'
import { missingReads, noteMissing, setPageState } from './app/pageState.js'
import { Screens } from './app/Screens.js'
import { loadWords } from './words/wording.js'

/** Either the HTML of a screen, or what it needs to be given besides. */
export type Rendered = { readonly html: string } | { readonly missing: readonly ReadOf[] }

/**
 * Renders the screen at an address (a path with its query) with the answers that it is given. In the language of this
 * file, and one after the other: what is rendered belongs to one person. Throws where the screen cannot be rendered.
 */
export async function renderScreen(address: string, state: PageState): Promise<Rendered> {
  // what did not come with the page does not come later either
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } })
  setPageState(state)
  noteMissing()
  try {
    await loadWords(['everyday'])
    const prepared = await Promise.allSettled([
      prepareScreen(client, new URL(address, 'http://localhost').pathname),
    ])
    const missing = missingReads()
    if (missing.length) return { missing }
    const html = renderToString(
      <Page client={client}>
        <StaticRouter location={address}>
          <Screens />
        </StaticRouter>
      </Page>,
    )
    // what fails within is rendered as what waits for it, which nobody needs to see sooner
    if (!html.includes('<h1')) throw new Error(`nothing of ${address} was rendered`, { cause: prepared })
    return { html }
  } finally {
    client.clear()
    setPageState({ answers: {}, rendered: null, styles: [] })
  }
}
