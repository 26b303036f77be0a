/** A stretch of vowels that are heard as one: from its first letter to behind its last. */
export type Nucleus = readonly [from: number, to: number]

/** Where the consonants between two vowels part: so many of them stay with the first. */
export type Staying = (consonants: string, after: string) => number

/** Where the syllables of a word begin behind its first, by its vowels and by what becomes of the consonants between them. */
export function cutsBetween(word: string, nuclei: readonly Nucleus[], staying: Staying): number[] {
  return nuclei.slice(1).map(([to], index) => {
    const [, from] = nuclei[index] as Nucleus
    return from + staying(word.slice(from, to), word.slice(to))
  })
}

/** A word in the parts that begin at some of its letters. */
export const partedAt = (word: string, cuts: readonly number[]): string[] =>
  [0, ...cuts].map((from, index) => word.slice(from, cuts[index]))
