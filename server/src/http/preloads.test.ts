import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { languagesOf, type Preloads, preloads } from './preloads.js'

let folder: string
const manifest = {
  'index.html': { file: 'assets/index-1.js', imports: ['_start.js'], css: ['assets/index-1.css'] },
  '_start.js': { file: 'assets/start-1.js' },
  '_shared.js': { file: 'assets/shared-1.js', imports: ['_start.js'] },
  'src/features/week/WeekScreen.tsx': {
    file: 'assets/WeekScreen-1.js',
    imports: ['_shared.js', '_start.js'],
  },
  'src/app/PhoneBars.tsx': { file: 'assets/PhoneBars-1.js', imports: ['_start.js'] },
  '../words/en/everyday.json': { file: 'assets/everyday-en.js' },
  '../words/pt/everyday.json': { file: 'assets/everyday-pt.js' },
  '../words/en/week.json': { file: 'assets/week-en.js' },
  '../words/pt/week.json': { file: 'assets/week-pt.js' },
  '../node_modules/x/atkinson-hyperlegible-next-latin-wght-normal.woff2': { file: 'assets/atkinson-1.woff2' },
  '../node_modules/x/noto-sans-thai-latin-wght-normal.woff2': { file: 'assets/noto-1.woff2' },
}
const hrefs = ({ letters, scripts }: Preloads) =>
  [...`${letters}${scripts}`.matchAll(/href="([^"]+)"/g)].map(found => found[1])

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-preloads-'))
  await mkdir(join(folder, '.vite'))
  await writeFile(join(folder, '.vite', 'manifest.json'), JSON.stringify(manifest))
})
afterAll(() => rm(folder, { recursive: true, force: true }))

describe('what comes with a page', () => {
  it('is the files of its screen, their words in the reader’s language, and the letters', () => {
    expect(hrefs(preloads(folder)('/c/k1/week', 'pt-PT,pt;q=0.9,en;q=0.8'))).toEqual([
      '/assets/atkinson-1.woff2',
      '/assets/WeekScreen-1.js',
      '/assets/shared-1.js',
      '/assets/everyday-pt.js',
      '/assets/week-pt.js',
    ])
  })

  it('has the bars of a phone for a phone, inside', () => {
    expect(hrefs(preloads(folder)('/c/k1/week', 'en', false))).toContain('/assets/PhoneBars-1.js')
    expect(hrefs(preloads(folder)('/', 'en', false))).not.toContain('/assets/PhoneBars-1.js')
  })

  it('is nothing at an address without a screen, or before the screens are built', () => {
    expect(hrefs(preloads(folder)('/nowhere', 'en'))).toEqual([])
    expect(hrefs(preloads(join(folder, 'none'))('/today', 'en'))).toEqual([])
  })
})

// the weights are those of the example in RFC 9110, 12.5.4
it.each([
  ['da, en-gb;q=0.8, en;q=0.7', ['da', 'en-gb', 'en']],
  ['en;q=0.7, da', ['da', 'en']],
  ['pt;q=0, en', ['en']],
  ['', []],
  [undefined, []],
])('a browser that asks for "%s" reads %j', (header, languages) => {
  expect(languagesOf(header)).toEqual(languages)
})
