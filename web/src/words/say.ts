import { createInstance } from 'i18next'
import { en } from './en.js'

export type WordKey = keyof typeof en extends infer K
  ? K extends `${infer Base}_one`
    ? Base
    : K extends `${infer Base}_other`
      ? Base
      : K
  : never

export type Said = Readonly<Record<string, string | number>>

const words = createInstance()
void words.init({
  lng: 'en',
  resources: { en: { translation: en } },
  keySeparator: false,
  nsSeparator: false,
  initAsync: false,
  interpolation: { escapeValue: false, prefix: '{', suffix: '}' },
})

/** The words for a key in the reader's language, with what they name put in; `count` chooses the plural. */
export function say(key: WordKey, said: Said = {}): string {
  return words.t(key, said)
}
