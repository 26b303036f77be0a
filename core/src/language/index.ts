/** The languages that every screen is written in, each by its own name: the folders of `words/` with all namespaces. */
export const SCREEN_LANGUAGES = { en: 'English', pt: 'Português' } as const

export type ScreenLanguage = keyof typeof SCREEN_LANGUAGES

/** The language of a tag (BCP 47), without a place or a script: "pt" of "pt-PT". */
export const baseLanguage = (tag: string): string => tag.toLowerCase().split(/[-_]/)[0] ?? ''

/** How days, times and numbers are written in each of them (BCP 47). */
export const LOCALES: Readonly<Record<ScreenLanguage, string>> = { en: 'en-GB', pt: 'pt-PT' }

/** Languages that are written from right to left (Unicode CLDR, `layout/orientation`, from memory). */
const FROM_THE_RIGHT: ReadonlySet<string> = new Set([
  'ar',
  'ckb',
  'dv',
  'fa',
  'he',
  'ps',
  'sd',
  'ug',
  'ur',
  'yi',
])

/** In which direction a language is written, as pages say it. */
export const directionOf = (language: string): 'ltr' | 'rtl' =>
  FROM_THE_RIGHT.has(baseLanguage(language)) ? 'rtl' : 'ltr'

export const isScreenLanguage = (tag: string): tag is ScreenLanguage => Object.hasOwn(SCREEN_LANGUAGES, tag)

/** The first of some languages (BCP 47 tags) that screens are written in; English where there is none. */
export function screenLanguage(wanted: readonly string[]): ScreenLanguage {
  return wanted.map(baseLanguage).find(isScreenLanguage) ?? 'en'
}
