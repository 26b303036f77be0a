import createHyphenator from 'hyphen'
import patterns from 'hyphen/patterns/en-us.js'
import { cutsBetween, type Nucleus } from './cuts.js'
import { EXCEPTIONS } from './exceptions.js'

const HYPHEN = '\u00ad'
const hyphenate = createHyphenator(patterns, { hyphenChar: HYPHEN, minWordLength: 1 })

/**
 * Where the syllables of an English word begin behind its first. There are as many as there are vowels that are heard; where they part
 * is what hyphenation patterns say (those of TeX) and, where these say nothing because too few letters would stand alone, the rule
 * that consonants begin a syllable where a word could begin so. What follows no rule is listed.
 */
export function englishCuts(word: string): number[] {
  const listed = EXCEPTIONS.get(word) ?? (word.endsWith('s') ? EXCEPTIONS.get(word.slice(0, -1)) : undefined)
  if (listed) return [...listed]
  const nuclei = nucleiOf(word)
  const hyphens = hyphensOf(word)
  return cutsBetween(word, nuclei, consonantsStaying).map((cut, index) => {
    const from = nuclei[index]?.[1] ?? 0
    const to = nuclei[index + 1]?.[0] ?? 0
    return hyphens.find(hyphen => hyphen >= from && hyphen <= to) ?? cut
  })
}

function hyphensOf(word: string): number[] {
  let at = 0
  return hyphenate(word)
    .split(HYPHEN)
    .slice(0, -1)
    .map(part => {
      at += part.length
      return at
    })
}

/** Consonants that begin a syllable together. */
const ONSET =
  /^(?:[bcfgps]l|[bcdfgptw]r|ch|dw|gh|kn|ph|phr|qu|s[chkmnptw]|sch|scr|shr|sph|spl|spr|squ|str|th|thr|tw|wh)$/
/** Those of them that two syllables share all the same: "his-to-ry", "dis-cov-er". */
const SHARED = /^(?:s[ckmnptw]|gh|kn|tw|dw)$/

function consonantsStaying(consonants: string, after: string): number {
  const { length } = consonants
  // "lit-tle", "ta-bled": the consonant before the l goes with it
  if (consonants.endsWith('l') && /^e[sd]?$/.test(after) && length > 1)
    return consonants.endsWith('ckl') ? 2 : length - 2
  if (length < 2) return consonants === 'x' ? 1 : 0
  if (/^(?:ck|ng|gh)$/.test(consonants)) return 2
  if (ONSET.test(consonants) && length === 2 && !SHARED.test(consonants)) return 0
  for (let stay = 1; stay < length; stay++) if (ONSET.test(consonants.slice(stay))) return stay
  return length - 1
}

/** The vowels of a word that are heard. */
function nucleiOf(word: string): readonly Nucleus[] {
  const nuclei: Nucleus[] = []
  for (const { index, 0: vowels } of word.matchAll(/(?<!^)y(?![aeiou])|(?<=[^aeiou])y|[aeiou]+/g)) {
    // the u of "quick" is none, and a y goes with the vowel before it
    const from = word[index - 1] === 'q' && vowels.startsWith('u') ? index + 1 : index
    const to = index + vowels.length
    const last = nuclei.at(-1)
    if (last && last[1] === from) nuclei[nuclei.length - 1] = [last[0], to]
    else if (to > from) nuclei.push([from, to])
  }
  const last = nuclei.at(-1)
  if (nuclei.length > 1 && last && isSilent(word, last)) nuclei.pop()
  return nuclei
    .filter((nucleus, index) => index === 0 || index === nuclei.length - 1 || !endsPart(word, nucleus))
    .flatMap(nucleus => parted(word, nucleus))
}

/** The last e of "home", "homes", "jumped" and "league", but not that of "little", "boxes" and "planted". */
function isSilent(word: string, [from, to]: Nucleus): boolean {
  const vowels = word.slice(from, to)
  const before = word.slice(0, from)
  const end = word.slice(to)
  if (vowels === 'ue') return /[gq]$/.test(before) && /^s?$/.test(end)
  if (vowels !== 'e' || !/^[sd]?$/.test(end)) return false
  if (/[^aeiouylrw]l$/.test(before)) return false
  if (end === 's') return !/(?:[sxzcg]|ch|sh)$/.test(before)
  return end === '' || !/[td]r?$/.test(before)
}

/** What is said as it is alone, with its silent e, also where more follows. */
const PART =
  /^(?:base|before|bone|care|cave|cheese|close|eve|eye|face|fire|fore|game|grape|here|home|horse|house|lake|life|like|line|lone|love|make|more|name|nine|note|one|pine|place|plate|race|rose|safe|shoe|side|some|space|stone|store|take|there|time|type|use|voice|wave|where|white|whole|wide|wise)$/
/** What is hung on a word without changing how it is said. */
const ENDING = /^(?:ly|less|ful|ness|ment|some|man|men|thing|work|where|body|time|side|way|self)/

/** The silent e of "homework", "something", "entirely" and "careless". */
function endsPart(word: string, [from, to]: Nucleus): boolean {
  const before = word.slice(0, from)
  const after = word.slice(to)
  if (word.slice(from, to) !== 'e' || !/[^aeiouy]$/.test(before) || !/^[^aeiouy]/.test(after)) return false
  return PART.test(word.slice(0, to)) || (ENDING.test(after) && !/[^aeiouy][lr]$/.test(before))
}

/** Vowels beside one another that are two: "li-on", "pi-an-o", "be-ing", "hap-pi-er". */
function parted(word: string, [from, to]: Nucleus): Nucleus[] {
  const cut = cutOfVowels(word.slice(from, to), word.slice(0, from), word.slice(to))
  return cut
    ? [
        [from, from + cut],
        [from + cut, to],
      ]
    : [[from, to]]
}

function cutOfVowels(vowels: string, before: string, after: string): number {
  if (vowels.length < 2) return 0
  if (/i$/.test(vowels) && after.startsWith('ng')) return vowels.length - 1
  const inside = /[aeiouy]/.test(before)
  if (vowels === 'ie' && inside && /^(?:rs?|st)$/.test(after)) return 1
  // "mil-lion" and "fa-mil-iar" are said as if there were a y
  if (/^i[ao]/.test(vowels) && inside && /[ln]$/.test(before) && /^[nr]/.test(after)) return 0
  if (/^i[aou]/.test(vowels) && before && !/[tcsgx]$/.test(before)) return 1
  if (/^(?:eo|ua|uo)$/.test(vowels)) return /[gq]$/.test(before) ? 0 : 1
  return vowels === 'uou' ? 1 : 0
}
