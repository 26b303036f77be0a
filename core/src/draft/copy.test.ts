import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Instant } from '../ids/index.js'
import {
  blocksOf,
  compare,
  continueLineage,
  countWords,
  descendsFrom,
  isWellFormed,
  KEEP_EVERY,
  type KeptVersion,
  keepFor,
  type Lineage,
  thinOut,
} from './index.js'

describe('where a version came from', () => {
  const saves = (...ids: [string, number][]): Lineage =>
    ids.reduce<Lineage>((lineage, [run, version]) => continueLineage(lineage, { run, version }), [])

  it('every version of one run came before the last', () => {
    const lineage = saves(['a', 1], ['a', 2], ['a', 3])
    expect(lineage).toEqual([{ run: 'a', from: 1 }])
    const draft = { lineage, version: 3 }
    expect([0, 1, 3, 4].map(version => descendsFrom(draft, { run: 'a', version }))).toEqual([
      false,
      true,
      true,
      false,
    ])
  })

  it('a version saved after the backup was made is a text of its own', () => {
    // saved as 1 to 3, backed up; then 4 to 7 in the same run; brought back to 3, and another device went on
    const lineage = saves(['a', 1], ['a', 3], ['b', 4], ['b', 9])
    const draft = { lineage, version: 9, savedAt: 0 as Instant }
    expect(descendsFrom(draft, { run: 'a', version: 3 })).toBe(true)
    expect(descendsFrom(draft, { run: 'a', version: 7 })).toBe(false)
    expect(descendsFrom(draft, { run: 'b', version: 7 })).toBe(true)
    expect(descendsFrom(draft, { run: 'c', version: 5 })).toBe(false)

    const before = { lineage: saves(['a', 1]), version: 3, savedAt: 0 as Instant }
    const unknown = { ...before, version: 7 }
    expect(compare(before, draft)).toBe('behind')
    expect(compare(draft, before)).toBe('ahead')
    expect(compare(unknown, draft)).toBe('apart')
    // set back and not written in since: what the device has is the newer
    expect(compare(unknown, before)).toBe('ahead')
    expect(compare(draft, draft)).toBe('same')
  })

  it('agrees with a server that remembers every save and every backup', () => {
    const step = fc.oneof(
      fc.constant('save' as const),
      fc.constant('restart' as const),
      fc.constant('backup' as const),
      fc.constant('restore' as const),
    )
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), steps => {
        type State = { lineage: Lineage; version: number; line: string[] }
        let state: State = { lineage: [], version: 0, line: [] }
        let backup = state
        let run = 0
        const everSaved = new Map<string, { run: string; version: number }>()
        for (const one of steps) {
          if (one === 'restart' || one === 'restore') run += 1
          if (one === 'backup') backup = state
          if (one === 'restore') state = backup
          if (one !== 'save') continue
          const id = { run: `r${run}`, version: state.version + 1 }
          const name = `${id.run} ${id.version}`
          everSaved.set(name, id)
          state = {
            lineage: continueLineage(state.lineage, id),
            version: id.version,
            line: [...state.line, name],
          }
        }
        for (const [name, id] of everSaved)
          expect(descendsFrom(state, id), name).toBe(state.line.includes(name))
      }),
    )
  })
})

describe('earlier texts', () => {
  const now = 10_000_000
  it.each([
    [
      'the first save over a fresh one keeps it',
      { length: 20, savedAt: now - 1_000, keptAt: null },
      25,
      'pause',
    ],
    [
      'typing on within three minutes keeps nothing',
      { length: 20, savedAt: now - 1_000, keptAt: now - 60_000 },
      25,
      null,
    ],
    [
      'typing for three minutes keeps one',
      { length: 900, savedAt: now - 1_000, keptAt: now - KEEP_EVERY },
      905,
      'pause',
    ],
    [
      'coming back after a pause keeps what was there',
      { length: 900, savedAt: now - KEEP_EVERY, keptAt: now - KEEP_EVERY },
      905,
      'pause',
    ],
    [
      'taking all out keeps what was there',
      { length: 900, savedAt: now - 1_000, keptAt: now - 2_000 },
      0,
      'cut',
    ],
    [
      'taking a word out keeps nothing',
      { length: 900, savedAt: now - 1_000, keptAt: now - 2_000 },
      880,
      null,
    ],
    [
      'taking a short sentence out of a long text keeps nothing',
      { length: 900, savedAt: now - 1_000, keptAt: now - 2_000 },
      820,
      null,
    ],
  ] as const)('%s', (_, before, length, why) => {
    expect(keepFor(before, length, now)).toBe(why)
  })

  it('thin out with age, but never what was chosen against, cut, or younger than a day', () => {
    const hour = 3_600_000
    const today = 30 * 24 * hour
    const versions: KeptVersion[] = Array.from({ length: 20 * 24 * 4 }, (_, index) => ({
      version: index + 1,
      savedAt: today - index * (hour / 4),
      why: index % 97 === 0 ? 'cut' : 'pause',
    }))
    const gone = new Set(thinOut(versions, today))
    const left = versions.filter(({ version }) => !gone.has(version))
    const aged = (from: number, to: number) =>
      left.filter(one => today - one.savedAt >= from && today - one.savedAt < to && one.why === 'pause')
        .length
    expect(left.filter(one => one.why === 'cut')).toEqual(versions.filter(one => one.why === 'cut'))
    expect(aged(0, 24 * hour)).toBe(24 * 4 - 1)
    expect(aged(48 * hour, 72 * hour)).toBe(24)
    expect(aged(10 * 24 * hour, 15 * 24 * hour)).toBe(5)
  })
})

describe('pages', () => {
  it('are their outermost blocks, and these put together are the page', () => {
    const html =
      '<h2>Fog</h2><p>It <strong>rolls</strong> in<br>low</p><ul><li><p>a</p></li></ul><hr><p><span data-tex="a > b"></span></p>loose'
    expect(blocksOf(html)).toEqual([
      '<h2>Fog</h2>',
      '<p>It <strong>rolls</strong> in<br>low</p>',
      '<ul><li><p>a</p></li></ul>',
      '<hr>',
      '<p><span data-tex="a > b"></span></p>',
      'loose',
    ])
    fc.assert(
      fc.property(fc.string(), text => {
        expect(blocksOf(text).join('')).toBe(text)
      }),
    )
  })

  it.each([
    ['<p>a <strong>b</strong><br></p>', true],
    ['<p><strong>a<em>b</strong></em></p>', false],
    ['<p>a', false],
    ['a</p>', false],
    ['<p><span data-tex="x</p>"></span></p>', true],
  ])('%s is well formed: %s', (html, expected) => expect(isWellFormed(html)).toBe(expected))

  // word boundaries as in the example of UAX #29, figure 1 (https://unicode.org/reports/tr29/#Word_Boundaries)
  it('are counted in words by the boundaries of Unicode', () => {
    const example = 'The quick (“brown”) fox can’t jump 32.3 feet, right?'
    expect(countWords(`<p>${example}</p>`)).toBe(9)
    expect(countWords('<p>un<strong>believ</strong>able</p><p>two&nbsp;words</p>')).toBe(3)
    expect(countWords('<p></p><hr>')).toBe(0)
    expect(countWords('<p>他喜欢海</p>', 'zh')).toBeGreaterThan(1)
  })
})
