import { baseLanguage } from '../language/index.js'
import { partedAt } from './cuts.js'
import { englishCuts } from './english.js'
import { portugueseCuts } from './portuguese.js'

const CUTS: Readonly<Record<string, (word: string) => number[]>> = { en: englishCuts, pt: portugueseCuts }

/** The longest word that is parted; what is longer is none that a child reads. */
const LONGEST = 40

/** Whether syllables are known in a language (BCP 47). */
export const knowsSyllables = (language: string): boolean => baseLanguage(language) in CUTS

/**
 * The syllables of a word, which make it again when they are joined; a hyphen or an apostrophe stays where it is.
 * Undefined where Oppen knows none in its language (BCP 47), or where it is no word of letters.
 */
export function syllablesOf(word: string, language: string): string[] | undefined {
  const cutsOf = CUTS[baseLanguage(language)]
  if (!cutsOf || word.length > LONGEST || !/^\p{L}[\p{L}\p{M}'’-]*$/u.test(word)) return undefined
  const whole = word.normalize('NFC')
  const small = whole.toLowerCase()
  // what is no letter of Latin script cannot be parted by its rules
  if (small.length !== whole.length || !/^[a-zà-öø-ÿœ'’-]+$/.test(small)) return undefined
  return [...whole.matchAll(/[^-]+-?|-/g)].flatMap(({ 0: part }) => partOf(part, cutsOf))
}

function partOf(part: string, cutsOf: (word: string) => number[]): string[] {
  // "don't" is one part: the apostrophe and what follows belong to what stands before
  const letters = part.toLowerCase().match(/^[^'’-]+/)?.[0] ?? ''
  return letters ? partedAt(part, cutsOf(letters)) : [part]
}
