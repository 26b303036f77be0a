import { baseLanguage } from '../language/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import type { KnownLanguage } from '../readingHelp/words.js'

/** How long a listed word and what is said of it may be, and how many a class lists. */
export const WORD_LIMITS = { word: 60, meaning: 300, example: 300, translations: 20, many: 500 } as const

/** What a word is called in another language (BCP 47). */
export type Translation = { readonly language: KnownLanguage; readonly word: string }

/** A word with what it means, a sentence that has it, and what it is called in other languages. */
export type ListedWord = {
  readonly word: string
  readonly meaning: string
  readonly example: string
  readonly translations: readonly Translation[]
}

/** A word as it is looked for: without capitals and outer spaces, and written in one way (Unicode NFC). */
export const foldedWord = (word: string): string =>
  word
    .slice(0, WORD_LIMITS.word * 4)
    .normalize('NFC')
    .trim()
    .replaceAll(/\s+/g, ' ')
    .toLowerCase()

/**
 * A word as it was typed with what was said of it. Refuses `text_empty` where there is no word, `text_long` with what is too long, and
 * `word_unexplained` where nothing is said of it.
 */
export function readListedWord(typed: ListedWord): Outcome<ListedWord> {
  for (const what of ['word', 'meaning', 'example'] as const)
    if (typed[what].trim().length > WORD_LIMITS[what])
      return err('text_long', { what, most: WORD_LIMITS[what], got: typed[what].trim().length })
  const word = typed.word.trim().replaceAll(/\s+/g, ' ')
  if (!word) return err('text_empty', { what: 'word' })
  const translations = typed.translations
    .map(one => ({ language: one.language, word: one.word.trim() }))
    .filter(one => one.word)
  const long = translations.find(one => one.word.length > WORD_LIMITS.word)
  if (long) return err('text_long', { what: 'word', most: WORD_LIMITS.word, got: long.word.length })
  const read = { word, meaning: typed.meaning.trim(), example: typed.example.trim(), translations }
  if (!read.meaning && !read.example && !translations.length) return err('word_unexplained', { word })
  return ok(read)
}

type Ending = readonly [ending: RegExp, instead: string]

/** How a word of a text may have come from the one that a list has: the likeliest first. */
const ENDINGS: Readonly<Record<string, readonly Ending[]>> = {
  en: [
    [/[’']s$/, ''],
    [/ies$/, 'y'],
    [/ves$/, 'f'],
    [/ves$/, 'fe'],
    [/es$/, ''],
    [/s$/, ''],
    [/([^aeiou])\1ing$/, '$1'],
    [/ing$/, ''],
    [/ing$/, 'e'],
    [/ied$/, 'y'],
    [/([^aeiou])\1ed$/, '$1'],
    [/ed$/, ''],
    [/ed$/, 'e'],
  ],
  pt: [
    [/ões$/, 'ão'],
    [/ães$/, 'ão'],
    [/ais$/, 'al'],
    [/éis$/, 'el'],
    [/óis$/, 'ol'],
    [/ns$/, 'm'],
    [/es$/, ''],
    [/s$/, ''],
  ],
}

/** So short a word has no ending: "is" is not "i". */
const SHORTEST = 2

/** A word and what it may come from, such as "leaves", "leaf" and "leafe", each once; in small letters. */
export function formsOf(word: string, language: string): string[] {
  const folded = foldedWord(word)
  const forms = (ENDINGS[baseLanguage(language)] ?? []).flatMap(([ending, instead]) =>
    ending.test(folded) ? [folded.replace(ending, instead)] : [],
  )
  return [...new Set([folded, ...forms.filter(form => form.length > SHORTEST)])]
}

/** What a list says of a word that stands in a text in a language; the word as it stands goes before what it may come from. */
export function listedFor<W extends Pick<ListedWord, 'word'>>(
  word: string,
  language: string,
  list: readonly W[],
): W | undefined {
  const byWord = new Map(list.map(one => [foldedWord(one.word), one]))
  for (const form of formsOf(word, language)) {
    const found = byWord.get(form)
    if (found) return found
  }
  return undefined
}
