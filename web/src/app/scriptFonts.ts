import { type Script, scriptsIn } from '@oppen/core/texts'

const there = new Set<Script>()

/**
 * Fetches the style sheets of the letters that a text needs; `style.css` names their families for a page that has any.
 * What cannot be fetched is asked for with the next text.
 */
export function loadScriptFonts(text: string): void {
  // the server only writes; it is the page that shows
  if (import.meta.env.SSR) return
  for (const script of scriptsIn(text)) {
    if (there.has(script)) continue
    there.add(script)
    document.documentElement.dataset.scripts = ''
    import('./fontsOfScript.js')
      .then(({ FONTS_OF_SCRIPT }) => FONTS_OF_SCRIPT[script]())
      .catch(() => there.delete(script))
  }
}

/** Brings the letters of what is typed or pasted before anything of it is saved. */
export function loadScriptFontsAsTyped(page: Document): void {
  page.addEventListener('beforeinput', event =>
    loadScriptFonts(event.data ?? event.dataTransfer?.getData('text/plain') ?? ''),
  )
}
