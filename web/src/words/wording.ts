import { createInstance, type ResourceLanguage } from 'i18next'
import resourcesToBackend from 'i18next-resources-to-backend'
import { language } from './language.js'

/** The files of wording: what is said by every screen, what can go wrong, and what single screens say besides. */
export const NAMESPACES = [
  'everyday',
  'problems',
  'about',
  'answers',
  'calendar',
  'classroom',
  'doing',
  'finding',
  'joining',
  'people',
  'portfolio',
  'planning',
  'readingHelp',
  'register',
  'school',
  'settings',
  'markBook',
  'desk',
  'verdict',
  'talk',
  'digest',
  'news',
  'week',
  'quiz',
  'reading',
  'video',
  'form',
  'building',
  'results',
  'worksheets',
] as const

export type Namespace = (typeof NAMESPACES)[number]

/** Where they are: what the server alone says, in mail and on paper, is no file of a screen. */
const FILES = import.meta.glob<{ readonly default: ResourceLanguage }>([
  '../../../words/*/*.json',
  '!../../../words/*/{cards,mail,paper,starting}.json',
])

/** The wording in the language of the page. A key is the same in whatever namespace it stands. */
export const words = createInstance()

const begun = words
  .use(
    resourcesToBackend((of: string, namespace: string) =>
      FILES[`../../../words/${of}/${namespace}.json`]?.(),
    ),
  )
  .init({
    lng: language,
    fallbackLng: false,
    ns: ['everyday'],
    defaultNS: 'everyday',
    fallbackNS: [...NAMESPACES],
    keySeparator: false,
    nsSeparator: false,
    partialBundledLanguages: true,
    interpolation: { escapeValue: false, prefix: '{', suffix: '}' },
  })

/** Fetches wording that is not here yet. Rejects where it cannot be fetched. */
export async function loadWords(namespaces: readonly Namespace[]): Promise<void> {
  await begun
  const missing = namespaces.filter(namespace => !words.hasResourceBundle(language, namespace))
  if (missing.length) await words.reloadResources([language], missing)
  const lost = namespaces.find(namespace => !words.hasResourceBundle(language, namespace))
  if (lost) throw new Error(`the wording "${lost}" could not be fetched`)
}
