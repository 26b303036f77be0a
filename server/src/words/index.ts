import { LANGUAGES, type Language } from '@oppen/core/register'
import { createInstance } from 'i18next'

/** What the server writes itself: mail, cards, what it puts into files, and what it is doing while it starts. */
const NAMESPACES = ['mail', 'digest', 'news', 'cards', 'paper', 'starting'] as const

/** The languages of which a namespace has a file; the others say it in English. */
const WRITTEN: Readonly<Record<(typeof NAMESPACES)[number], readonly Language[]>> = {
  mail: Object.keys(LANGUAGES) as Language[],
  cards: Object.keys(LANGUAGES) as Language[],
  digest: ['en', 'pt'],
  news: ['en', 'pt'],
  paper: ['en', 'pt'],
  starting: ['en', 'pt'],
}

const words = createInstance()
await words.init({
  lng: 'en',
  fallbackLng: 'en',
  ns: [],
  defaultNS: 'mail',
  fallbackNS: [...NAMESPACES],
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false, prefix: '{', suffix: '}' },
})
for (const namespace of NAMESPACES)
  for (const language of WRITTEN[namespace]) {
    const { default: wording } = await import(`../../../words/${language}/${namespace}.json`, {
      with: { type: 'json' },
    })
    words.addResourceBundle(language, namespace, wording)
  }

type Words = typeof import('../../../words/en/mail.json') &
  typeof import('../../../words/en/cards.json') &
  typeof import('../../../words/en/digest.json') &
  typeof import('../../../words/en/news.json') &
  typeof import('../../../words/en/paper.json') &
  typeof import('../../../words/en/starting.json')

type Key = Exclude<keyof Words, 'default'>
type StemOf<K> = K extends `${infer Stem}_one` ? Stem : never
/** A key of the wording; one with plurals goes without the part that says which. */
export type ServerWordKey = Key | StemOf<Key>

export type Say = (key: ServerWordKey, said?: Readonly<Record<string, string | number>>) => string

/** What the server says in a language, with what the wording names put in; in English where it is not written yet. */
export const sayIn =
  (language: Language): Say =>
  (key, said = {}) =>
    words.t(key, { ...said, lng: language })
