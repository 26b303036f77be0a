import { type Script, scriptsIn } from '@oppen/core/texts'

/**
 * The letters of each writing system that Oppen's own do not have: files by what is written together, fetched as a page
 * needs them.
 */
const FONTS_OF_SCRIPT: Readonly<Record<Script, () => Promise<unknown>>> = {
  general: () => import('@fontsource-variable/noto-sans/index.css'),
  arabic: () => import('@fontsource-variable/noto-sans-arabic/index.css'),
  armenian: () => import('@fontsource-variable/noto-sans-armenian/index.css'),
  bengali: () => import('@fontsource-variable/noto-sans-bengali/index.css'),
  ethiopic: () => import('@fontsource-variable/noto-sans-ethiopic/index.css'),
  georgian: () => import('@fontsource-variable/noto-sans-georgian/index.css'),
  gujarati: () => import('@fontsource-variable/noto-sans-gujarati/index.css'),
  gurmukhi: () => import('@fontsource-variable/noto-sans-gurmukhi/index.css'),
  hebrew: () => import('@fontsource-variable/noto-sans-hebrew/index.css'),
  kannada: () => import('@fontsource-variable/noto-sans-kannada/index.css'),
  khmer: () => import('@fontsource-variable/noto-sans-khmer/index.css'),
  lao: () => import('@fontsource-variable/noto-sans-lao/index.css'),
  malayalam: () => import('@fontsource-variable/noto-sans-malayalam/index.css'),
  myanmar: () => import('@fontsource-variable/noto-sans-myanmar/index.css'),
  sinhala: () => import('@fontsource-variable/noto-sans-sinhala/index.css'),
  tamil: () => import('@fontsource-variable/noto-sans-tamil/index.css'),
  telugu: () => import('@fontsource-variable/noto-sans-telugu/index.css'),
  thai: () => import('@fontsource-variable/noto-sans-thai/index.css'),
  chinese: () => import('@fontsource-variable/noto-sans-sc/index.css'),
  japanese: () => import('@fontsource-variable/noto-sans-jp/index.css'),
  korean: () => import('@fontsource-variable/noto-sans-kr/index.css'),
}

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
    FONTS_OF_SCRIPT[script]().catch(() => there.delete(script))
  }
}

/** Brings the letters of what is typed or pasted before anything of it is saved. */
export function loadScriptFontsAsTyped(page: Document): void {
  page.addEventListener('beforeinput', event =>
    loadScriptFonts(event.data ?? event.dataTransfer?.getData('text/plain') ?? ''),
  )
}
