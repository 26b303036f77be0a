import { PAGE_STATE, type PageState } from '@oppen/contract'
import { directionOf } from '@oppen/core/language'
import { createRoot, hydrateRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { firstScreen } from './app/firstScreen.js'
import { Page } from './app/Page.js'
import { dropAnswers, renderedAs, renderedStyles, setPageState } from './app/pageState.js'
import { untilItComes } from './app/part.js'
import { queryClient } from './app/queryClient.js'
import { Screens } from './app/Screens.js'
import { loadScriptFonts, loadScriptFontsAsTyped } from './app/scriptFonts.js'
import { guardLooking, seenAsHeader } from './app/seeAs.js'
import { language } from './words/language.js'
import { loadWords } from './words/wording.js'
import './style.css'

// the screens are kept on the device once everything else has had its turn
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  const keep = () =>
    setTimeout(() => void navigator.serviceWorker.register('/sw.js').catch(() => undefined), 2_000)
  // the page is shown before it runs: it may be there as a whole by now
  if (document.readyState === 'complete') keep()
  else window.addEventListener('load', keep)
}

const root = document.getElementById('root')
if (!root) throw new Error('the page has no root')
document.documentElement.lang = language
document.documentElement.dir = directionOf(language)

// what the server sent is what a teacher sees: a page that is looked at as somebody else asks anew
const sent = seenAsHeader() ? undefined : document.getElementById(PAGE_STATE)?.textContent
guardLooking()
if (sent) {
  setPageState(JSON.parse(sent) as PageState)
  loadScriptFonts(sent)
}
await Promise.all([untilItComes(() => loadWords(['everyday'])), firstScreen(queryClient)])
dropAnswers()
const page = (
  <Page client={queryClient}>
    <BrowserRouter>
      <Screens />
    </BrowserRouter>
  </Page>
)
// it is right from here on, whatever the server took it for
delete root.dataset.wide
if (renderedAs()?.language === language) {
  styleRendered(root, renderedStyles())
  // what differs, such as a minute that has passed meanwhile, React renders anew
  hydrateRoot(root, page, { onRecoverableError: () => undefined })
  // from here on React hears every key, also where it has not come to yet
  for (const element of root.querySelectorAll<HTMLElement>('[data-inert]')) {
    element.inert = false
    delete element.dataset.inert
  }
} else createRoot(root).render(page)

loadScriptFontsAsTyped(document)

// what can go wrong is said after somebody has done something; nothing waits for it
void loadWords(['problems']).catch(() => undefined)

/** Elements of the server have their styles from its sheet, which the content policy asks for; from here on they have their own. */
function styleRendered(within: Element, styles: readonly string[]): void {
  for (const element of within.querySelectorAll<HTMLElement | SVGElement>('[data-style]')) {
    element.style.cssText = styles[Number(element.dataset.style)] ?? ''
    delete element.dataset.style
  }
}
