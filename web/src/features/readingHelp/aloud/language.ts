import { baseLanguage } from '@oppen/core/language'
/** What finds the language of a text: the likeliest, how likely each is, and whether that is sure (`eld`). */
export type Detector = {
  detect(text: string): {
    readonly language: string
    isReliable(): boolean
    getScores(): Readonly<Record<string, number>>
  }
}

/** So few letters say nothing of their language. */
const FEW = 8

/** The language of a text, by its letters; what is short or could be either is in the one that is expected. */
export function languageFound(detector: Detector, text: string, expected: string): string {
  const found = detector.detect(text.slice(0, 1_000))
  const base = baseLanguage(expected)
  if (!found.language || found.language === base) return expected
  const letters = text.match(/\p{L}/gu) ?? []
  const scores = found.getScores()
  const mine = scores[base] ?? 0
  // letters of another script cannot be of a language that has none of them
  if (mine === 0 && /[^\p{Script=Latin}]/u.test(letters.join(''))) return found.language
  if (letters.length < FEW) return expected
  return found.isReliable() || mine === 0 || mine < (scores[found.language] ?? 0) / 2
    ? found.language
    : expected
}
