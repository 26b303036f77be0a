/** The languages that every screen is written in, each by its own name: the folders of `words/` with all namespaces. */
export const SCREEN_LANGUAGES = { en: 'English', pt: 'Português' } as const

export type ScreenLanguage = keyof typeof SCREEN_LANGUAGES

/** How days, times and numbers are written in a language (BCP 47). */
const LOCALES: Readonly<Record<ScreenLanguage, string>> = { en: 'en-GB', pt: 'pt-PT' }

const KEY = 'oppen language'

const isScreenLanguage = (tag: string): tag is ScreenLanguage => Object.hasOwn(SCREEN_LANGUAGES, tag)

/** The first of some languages (BCP 47) that screens are written in; English where there is none. */
export function screenLanguage(wanted: readonly string[]): ScreenLanguage {
  return wanted.map(tag => tag.split('-')[0] ?? '').find(isScreenLanguage) ?? 'en'
}

const chosenHere = (): string[] => {
  const chosen = globalThis.localStorage?.getItem(KEY)
  return chosen ? [chosen] : []
}

/** The language of this page: as it was chosen last on this device, else as the browser asks for. */
export const language: ScreenLanguage = screenLanguage([
  ...chosenHere(),
  ...(globalThis.localStorage ? navigator.languages : []),
])

/** How days, times and numbers are written on this page. */
export const LOCALE: string = LOCALES[language]

/**
 * Takes in the language of whoever is signed in; null where they chose none. Gives whether the page has to be loaded
 * anew for it: its words belong to one language for as long as it is open.
 */
export function takeInLanguage(chosen: string | null): boolean {
  if (chosen === null) localStorage.removeItem(KEY)
  else localStorage.setItem(KEY, chosen)
  return screenLanguage(chosen === null ? navigator.languages : [chosen]) !== language
}
