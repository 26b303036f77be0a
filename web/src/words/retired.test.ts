import { readdirSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'

const ROOT = resolve(import.meta.dirname, '../../..')
const WORDS = readFileSync(join(ROOT, 'docs/WORDS.md'), 'utf8')

/** The patterns of the table of retired words in docs/WORDS.md. */
const retired = [...(WORDS.split('\n## Retired\n')[1] ?? '').matchAll(/^\| `(.+?)` +\| (.+?) +\|$/gm)].map(
  ([, pattern = '', instead = '']) => ({ pattern: new RegExp(pattern.replaceAll('\\|', '|')), instead }),
)

const FOLDER = join(ROOT, 'words/en')

/** Every wording of a file, with its key. */
const wordingOf = (file: string): [key: string, wording: string][] =>
  Object.entries(JSON.parse(readFileSync(join(FOLDER, file), 'utf8')))

describe('words that docs/WORDS.md retires', () => {
  it('are read from its table', () => {
    expect(retired.length).toBeGreaterThan(20)
    expect(retired.some(one => one.pattern.test('The secret is kept'))).toBe(true)
  })

  it.each(readdirSync(FOLDER))('stand nowhere in %s', file => {
    const wording = wordingOf(file)
    expect(wording.length).toBeGreaterThan(0)
    const found = wording.flatMap(([key, said]) =>
      retired.flatMap(({ pattern, instead }) =>
        pattern.test(said) ? [`${key}: “${said}” has ${pattern}; say ${instead}`] : [],
      ),
    )
    expect(found).toEqual([])
  })
})
