import { LOCALES, type ScreenLanguage, screenLanguage } from '@oppen/core/language'

const KEY = 'oppen language'

const chosenHere = (): string[] => {
  const chosen = globalThis.localStorage?.getItem(KEY)
  return chosen ? [chosen] : []
}

const ofBrowser = (): readonly string[] => (globalThis.localStorage ? navigator.languages : [])

/** On the server each language has screens of its own: it stands in the address of their file. */
const ofFile = (): string[] => new URL(import.meta.url).searchParams.getAll('language')

/** The language of this page: as it was chosen last on this device, else as the browser asks for. */
export const language: ScreenLanguage = screenLanguage(
  import.meta.env.SSR ? ofFile() : [...chosenHere(), ...ofBrowser()],
)

/** How days, times and numbers are written on this page. */
export const LOCALE: string = LOCALES[language]

/**
 * Takes in a chosen language, or that none is chosen. True where the page has to be loaded anew for it: what it says
 * belongs to one language for as long as it is open.
 */
export function takeInLanguage(chosen: ScreenLanguage | null): boolean {
  try {
    if (chosen === null) localStorage.removeItem(KEY)
    else localStorage.setItem(KEY, chosen)
  } catch {
    // a device without room keeps the language it has
  }
  return screenLanguage([...chosenHere(), ...ofBrowser()]) !== language
}
