import { LOCALE } from '../../words/language.js'

/** What a language (BCP 47) is called in that of the page; its tag where it has no name. */
export function languageName(tag: string): string {
  try {
    return new Intl.DisplayNames(LOCALE, { type: 'language' }).of(tag) ?? tag
  } catch {
    return tag
  }
}
