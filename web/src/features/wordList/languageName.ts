import { KNOWN_LANGUAGES } from '@oppen/core/readingHelp'
import { LOCALE } from '../../words/language.js'

const names = new Intl.DisplayNames(LOCALE, { type: 'language' })

/** What a language (BCP 47) is called in that of the page; its tag where it has no name. */
export function languageName(tag: string): string {
  try {
    return names.of(tag) ?? tag
  } catch {
    return tag
  }
}

/** The languages that can be chosen, by their names. */
export const languageChoices = (): { readonly value: string; readonly label: string }[] =>
  KNOWN_LANGUAGES.map(value => ({ value, label: languageName(value) })).sort((a, b) =>
    a.label.localeCompare(b.label, LOCALE),
  )
