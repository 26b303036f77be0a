/** A sound of a spoken word: its sign in the International Phonetic Alphabet, and when it begins, in seconds. */
export type SpeechSound = { readonly sign: string; readonly at: number }

const VOWEL = /[aeiouyæøœɐɑɒɔəɘɚɛɜɝɞɤɨɪɯɵɶʉʊʌʏᵻ]|[lmnr]\u0329/

/**
 * When each syllable of a spoken word begins, in seconds: the first with the word, each other with the last consonant before its vowel.
 * Undefined where not so many vowels are heard as there are syllables.
 */
export function syllableTimes(sounds: readonly SpeechSound[], syllables: number): number[] | undefined {
  const heard = sounds.filter(({ sign }) => sign !== '')
  const vowels = heard.flatMap(({ sign }, index) => (VOWEL.test(sign) ? [index] : []))
  const [first] = heard
  if (!first || vowels.length !== syllables) return undefined
  return vowels.map((vowel, number) => {
    if (number === 0) return first.at
    const before = vowels[number - 1] as number
    return (heard[vowel - 1 > before ? vowel - 1 : vowel] as SpeechSound).at
  })
}
