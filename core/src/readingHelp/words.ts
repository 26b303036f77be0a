/** Sorts of words, by the names that schools use for them. */
export const WORD_KINDS = [
  'noun',
  'verb',
  'adjective',
  'adverb',
  'pronoun',
  'preposition',
  'conjunction',
  'determiner',
  'numeral',
  'interjection',
] as const
export type WordKind = (typeof WORD_KINDS)[number]

/** What is shown of the words of a whole text: nothing, their syllables, or one sort of them. */
export const SHOWINGS = ['nothing', 'syllables', ...WORD_KINDS] as const
export type Showing = (typeof SHOWINGS)[number]

/** Languages that families of a school may know best (BCP 47). */
export const KNOWN_LANGUAGES = [
  ...['ar', 'bg', 'bn', 'cs', 'da', 'de', 'el', 'en', 'es', 'et', 'fa', 'fi', 'fr', 'he', 'hi'],
  ...['hr', 'hu', 'hy', 'it', 'ja', 'ka', 'ko', 'lt', 'lv', 'mn', 'ne', 'nl', 'pa', 'pl', 'ps'],
  ...['pt', 'ro', 'ru', 'sk', 'sl', 'so', 'sq', 'sr', 'sv', 'sw', 'ta', 'th', 'ti', 'tr', 'uk'],
  ...['ur', 'vi', 'zh'],
] as const
export type KnownLanguage = (typeof KNOWN_LANGUAGES)[number]
