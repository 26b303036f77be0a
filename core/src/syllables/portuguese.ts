import { cutsBetween, type Nucleus } from './cuts.js'

const VOWEL = '[aeiouáéíóúâêôãõàüï]'
/** Diphthongs whose second vowel is the weaker one; they are never parted. */
const DIPHTHONG = /^(?:[aeoáéóâêô]i|[aeoáéóâê]u|ui|iu|ou|ãe|ão|õe|ai|uí(?!.))/
/** Consonants that begin a syllable together. */
const ONSET = /^(?:[bcdfgptv][lr]|[cln]h|[gq]u)$/

/**
 * Where the syllables of a Portuguese word begin behind its first (Acordo Ortográfico da Língua Portuguesa, 1990, Base XX, "Da divisão
 * silábica"): consonants that begin a word together stay together, of others the last goes with the vowel behind it, and vowels part
 * where they are no falling diphthong.
 */
export function portugueseCuts(word: string): number[] {
  return cutsBetween(word, nucleiOf(word), consonants => {
    if (consonants.length < 2) return 0
    return consonants.length - (ONSET.test(consonants.slice(-2)) ? 2 : 1)
  })
}

function nucleiOf(word: string): Nucleus[] {
  const nuclei: Nucleus[] = []
  for (const { index, 0: vowels } of word.matchAll(new RegExp(`${VOWEL}+`, 'g'))) {
    // the u of "quente", "água" and "guerra" goes with the consonant before it
    let at =
      /[qg]/.test(word[index - 1] ?? '') && /^u[^\b]/.test(vowels) && vowels.length > 1 ? index + 1 : index
    const end = index + vowels.length
    while (at < end) {
      const to = at + (isDiphthong(word, at, end) ? 2 : 1)
      nuclei.push([at, to])
      at = to
    }
  }
  return nuclei
}

/** Whether two vowels are one: "pai" and "saiu", but not "ra-i-nha", "ju-iz", "sa-ir" and "ba-ú". */
function isDiphthong(word: string, at: number, end: number): boolean {
  if (end - at < 2 || !DIPHTHONG.test(word.slice(at, at + 2))) return false
  const second = word[at + 1]
  // "sa-iu", "ca-iu": the two last are one
  if (end - at > 2 && /^(?:[aeo]iu|[ao]ui)/.test(word.slice(at, at + 3))) return false
  if (second !== 'i' && second !== 'u') return true
  const after = word.slice(at + 2)
  if (/^nh/.test(after)) return false
  // it closes a syllable with a consonant: "ju-iz", "ru-im", "sa-ir", "a-in-da"
  return !new RegExp(`^[lmnrz](?!${VOWEL}|h)`).test(after)
}
