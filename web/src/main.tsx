import { directionOf } from '@oppen/core/language'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode, Suspense } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { firstScreen } from './app/firstScreen.js'
import { part, untilItComes } from './app/part.js'
import { queryClient } from './app/queryClient.js'
import { Screens } from './app/Screens.js'
import { loadScriptFontsAsTyped } from './app/scriptFonts.js'
import { useToasts } from './parts/toast.js'
import { language } from './words/language.js'
import { loadWords } from './words/wording.js'
import './style.css'

const Toasts = part(() => import('./parts/Toasts.js'))

/** What was just done, once there is something to say. */
function Said() {
  if (!useToasts().length) return null
  return (
    <Suspense fallback={null}>
      <Toasts />
    </Suspense>
  )
}

// the screens are kept on the device once everything else has had its turn
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  window.addEventListener('load', () =>
    setTimeout(() => void navigator.serviceWorker.register('/sw.js').catch(() => undefined), 2_000),
  )

const root = document.getElementById('root')
if (!root) throw new Error('the page has no root')
document.documentElement.lang = language
document.documentElement.dir = directionOf(language)
await Promise.all([untilItComes(() => loadWords(['everyday'])), firstScreen()])
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <BrowserRouter>
        <Screens />
      </BrowserRouter>
      <Said />
    </QueryClientProvider>
  </StrictMode>,
)

loadScriptFontsAsTyped(document)

// what can go wrong is said after somebody has done something; nothing waits for it
void loadWords(['problems']).catch(() => undefined)
