import { baseLanguage, isScreenLanguage, LOCALES } from '../language/index.js'
import { foldLetters } from '../texts/index.js'

/** The languages that cards and messages to families are written in, by BCP 47 tag, each by its own name. */
export const LANGUAGES = {
  en: 'English',
  pt: 'Português',
  es: 'Español',
  fr: 'Français',
  de: 'Deutsch',
} as const

export type Language = keyof typeof LANGUAGES

/** How days and times are written in a language (BCP 47). */
export const localeOf = (language: Language): string =>
  isScreenLanguage(language) ? LOCALES[language] : language

export const isLanguage = (tag: string): tag is Language => Object.hasOwn(LANGUAGES, tag)

const ALSO: Readonly<Record<string, Language>> = {
  portuguese: 'pt',
  portugues: 'pt',
  spanish: 'es',
  espanol: 'es',
  french: 'fr',
  francais: 'fr',
  german: 'de',
  deutsch: 'de',
  english: 'en',
}

/** Reads a language by its tag ("pt", "pt-PT") or name; null for one that Oppen does not write. */
export function readLanguage(text: string): Language | null {
  const tag = foldLetters(text.slice(0, 80)).trim()
  const base = baseLanguage(tag)
  return isLanguage(base) ? base : (ALSO[tag] ?? null)
}
