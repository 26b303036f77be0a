import { createInstance } from 'i18next'
import { everyday } from './en/everyday.js'

/** The wording that is known so far, in the reader's language. */
export const words = createInstance()
void words.init({
  lng: 'en',
  resources: { en: { translation: { ...everyday } } },
  keySeparator: false,
  nsSeparator: false,
  initAsync: false,
  interpolation: { escapeValue: false, prefix: '{', suffix: '}' },
})

/** Takes in wording that comes with a screen of its own. */
export function learn(more: Readonly<Record<string, string>>): void {
  words.addResourceBundle('en', 'translation', more, true, true)
}
