import { readdirSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { SCREEN_LANGUAGES, screenLanguage } from '@oppen/core/language'
import { describe, expect, it } from 'vitest'
import { NAMESPACES } from './wording.js'

const WORDS = resolve(import.meta.dirname, '../../../words')

const wordingOf = (language: string, file: string): Readonly<Record<string, string>> =>
  JSON.parse(readFileSync(join(WORDS, language, file), 'utf8'))

const filesOf = (language: string): string[] => readdirSync(join(WORDS, language)).sort()

const PLURAL = /_(zero|one|two|few|many|other)$/

/** The key without its plural form, where it has one: "other" is there in every language. */
function baseOf(key: string, wording: object): string {
  const base = key.replace(PLURAL, '')
  return base !== key && `${base}_other` in wording ? base : key
}

/** Keys without their plural forms: which forms there are depends on the language. */
const keysOf = (wording: object): string[] =>
  [...new Set(Object.keys(wording).map(key => baseOf(key, wording)))].sort()

const placesIn = (wording = ''): string[] =>
  [...new Set([...wording.matchAll(/\{(\w+)\}/g)].map(found => found[1] ?? ''))].sort()

const whole = Object.keys(SCREEN_LANGUAGES)
const others = whole.filter(language => language !== 'en')
const pairs = others.flatMap(language => filesOf('en').map(file => [language, file] as const))

it('every file of wording is known', () => {
  const named = NAMESPACES.map(namespace => `${namespace}.json`)
  expect(filesOf('en')).toEqual(expect.arrayContaining(named))
  for (const language of whole) expect(filesOf(language)).toEqual(filesOf('en'))
})

describe.each(pairs)('the wording of %s in %s', (language, file) => {
  const english = wordingOf('en', file)
  const own = wordingOf(language, file)

  it('has the same keys', () => {
    expect(keysOf(own)).toEqual(keysOf(english))
  })

  it('names the same things', () => {
    for (const [key, wording] of Object.entries(own)) {
      const theirs = english[key] ?? english[`${baseOf(key, own)}_other`]
      expect(placesIn(wording), key).toEqual(placesIn(theirs))
    }
  })

  it('is empty only where English is', () => {
    for (const [key, wording] of Object.entries(own))
      if (key in english) expect(!wording, key).toBe(!english[key])
  })
})

// CLDR by way of ECMA-402, which fractions of a count do not reach: counts are whole numbers
describe.each(whole)('the plurals of %s', language => {
  const counts = Array.from({ length: 200 }, (_, n) => n)
  const forms = [...new Set(counts.map(n => new Intl.PluralRules(language).select(n)))].sort()

  it(`are ${forms.join(' and ')}`, () => {
    for (const file of filesOf(language)) {
      const wording = wordingOf(language, file)
      const keys = Object.keys(wording)
      for (const base of keysOf(wording).filter(key => !keys.includes(key))) {
        const own = keys.filter(key => baseOf(key, wording) === base)
        expect(own.map(key => key.slice(base.length + 1)).sort(), `${file} ${base}`).toEqual(forms)
      }
    }
  })
})

describe('the language of a page', () => {
  it.each([
    [['pt-PT', 'en'], 'pt'],
    [['pt-BR'], 'pt'],
    [['fr-FR', 'pt', 'en'], 'pt'],
    [['fr-FR', 'de'], 'en'],
    [['constructor'], 'en'],
    [[], 'en'],
  ] as const)('of a browser that asks for %j is %s', (wanted, expected) => {
    expect(screenLanguage(wanted)).toBe(expected)
  })
})
