import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join as pathOf } from 'node:path'
import fc from 'fast-check'
import { afterAll, describe, expect, it } from 'vitest'
import { blocksOf, isWellFormed, join, mergeTexts, sayingOf } from './index.js'

const page = (...blocks: string[]) => blocks.map(text => `<p>${text}</p>`).join('')

describe('two texts joined', () => {
  const base = page('The fog comes in.', 'It stays low.', 'Then it lifts.')

  it.each([
    [
      'blocks changed in different places',
      page('The fog rolls in.', 'It stays low.', 'Then it lifts.'),
      page('The fog comes in.', 'It stays low.', 'Then it lifts at noon.'),
      page('The fog rolls in.', 'It stays low.', 'Then it lifts at noon.'),
    ],
    [
      'a block added here and another there',
      page('Morning.', 'The fog comes in.', 'It stays low.', 'Then it lifts.'),
      page('The fog comes in.', 'It stays low.', 'Then it lifts.', 'Noon.'),
      page('Morning.', 'The fog comes in.', 'It stays low.', 'Then it lifts.', 'Noon.'),
    ],
    [
      'other words of one block',
      page('The fog rolls in.', 'It stays low.', 'Then it lifts.'),
      page('The fog comes in slowly from the sea.', 'It stays low.', 'Then it lifts.'),
      undefined,
    ],
    [
      'one took out what the other left alone',
      page('It stays low.', 'Then it lifts.'),
      page('The fog comes in.', 'It stays low.', 'Then it lifts at noon.'),
      page('It stays low.', 'Then it lifts at noon.'),
    ],
    [
      'both the same change',
      page('A.', 'It stays low.', 'Then it lifts.'),
      page('A.', 'It stays low.', 'Then it lifts.'),
      page('A.', 'It stays low.', 'Then it lifts.'),
    ],
  ])('%s', (_, mine, theirs, expected) => {
    const joined = join(base, mine, theirs)
    if (expected) expect(joined).toEqual({ html: expected, doubled: 0 })
    expect(isWellFormed(joined.html)).toBe(true)
  })

  it('keep both where they changed the same words, mine first', () => {
    const joined = join(
      base,
      page('The fog rolls in.', 'It stays low.', 'Then it lifts.'),
      page('The fog creeps in.', 'It stays low.', 'Then it lifts.'),
    )
    expect(joined).toEqual({
      html: page('The fog rolls in.', 'The fog creeps in.', 'It stays low.', 'Then it lifts.'),
      doubled: 1,
    })
  })

  it('join the words of one block', () => {
    expect(
      join(
        page('one two three four five six'),
        page('ONE two three four five six'),
        page('one two three four five SIX'),
      ),
    ).toEqual({ html: page('ONE two three four five SIX'), doubled: 0 })
  })

  it('whose beginning nobody knows have everything of both', () => {
    expect(mergeTexts(page('a', 'b', 'mine', 'd'), page('a', 'd', 'theirs'))).toEqual({
      html: page('a', 'b', 'mine', 'd', 'theirs'),
      doubled: 0,
    })
    expect(mergeTexts(page('mine'), page('theirs'))).toEqual({ html: page('mine', 'theirs'), doubled: 1 })
  })

  it('never come out with tags crossed', () => {
    const joined = join('<p>a b c d e</p>', '<p>a <strong>b c</strong> d e</p>', '<p>a b <em>c d</em> e</p>')
    expect(isWellFormed(joined.html)).toBe(true)
  })

  it('hold every word that either wrote, whatever they wrote', () => {
    const word = fc.constantFrom('sea', 'fog', 'hill', 'wet', 'dry', 'rain')
    const text = fc.array(word, { minLength: 1, maxLength: 5 }).map(words => words.join(' '))
    const blocks = fc.array(text, { maxLength: 6 })
    fc.assert(
      fc.property(blocks, blocks, blocks, (from, one, other) => {
        const mine = page(...one.map(words => `${words} mine`))
        const theirs = page(...other.map(words => `${words} theirs`))
        const joined = join(page(...from), mine, theirs)
        expect(isWellFormed(joined.html)).toBe(true)
        const said = sayingOf(joined.html)
        const count = (in_: string, what: string) => in_.split(what).length - 1
        expect(count(said, 'mine')).toBe(one.length)
        expect(count(said, 'theirs')).toBe(other.length)
      }),
    )
  })
})

/** git's own three-way merge (https://git-scm.com/docs/git-merge-file), which shares no code with ours. */
describe('against git merge-file, block by block', () => {
  const folder = mkdtempSync(pathOf(tmpdir(), 'oppen-join-'))
  afterAll(() => rmSync(folder, { recursive: true, force: true }))

  function byGit(base: string[], mine: string[], theirs: string[]): { lines: string[]; conflicts: number } {
    const files = { mine, base, theirs }
    for (const [name, lines] of Object.entries(files))
      writeFileSync(pathOf(folder, name), lines.map(line => `${line}\n`).join(''))
    const paths = Object.keys(files).map(name => pathOf(folder, name))
    const run = spawnSync('git', ['merge-file', '-p', '--union', ...paths], { encoding: 'utf8' })
    const plain = spawnSync('git', ['merge-file', '-p', ...paths], { encoding: 'utf8' })
    if (run.error) throw run.error
    return { lines: run.stdout.split('\n').filter(Boolean), conflicts: plain.status ?? 0 }
  }

  it('every merge that git makes without a conflict, ours makes the same', () => {
    let clean = 0
    let both = 0
    // lines that do not repeat, so that there is one way to see what was changed
    const edit = fc.array(fc.tuple(fc.nat(11), fc.constantFrom('change', 'drop', 'add')), { maxLength: 3 })
    const base = Array.from({ length: 12 }, (_, index) => `<p>block${index}</p>`)
    const edited = (who: string, edits: [number, string][]) =>
      base.flatMap((block, index) => {
        const kinds = edits.filter(([at]) => at === index).map(([, kind]) => kind)
        const here = kinds.includes('drop')
          ? []
          : kinds.includes('change')
            ? [`<p>${who}${index}</p>`]
            : [block]
        return kinds.includes('add') ? [...here, `<p>${who}-added${index}</p>`] : here
      })
    fc.assert(
      fc.property(edit, edit, (mineEdits, theirEdits) => {
        const mine = edited('mine', mineEdits)
        const theirs = edited('theirs', theirEdits)
        const git = byGit(base, mine, theirs)
        const ours = join(base.join(''), mine.join(''), theirs.join(''))
        if (git.conflicts === 0) {
          clean += 1
          expect(blocksOf(ours.html)).toEqual(git.lines)
        } else {
          both += 1
        }
        for (const written of [...mine, ...theirs].filter(line => !base.includes(line)))
          expect(ours.html).toContain(written)
      }),
      { numRuns: 150 },
    )
    expect(clean).toBeGreaterThan(50)
    expect(both).toBeGreaterThan(5)
  })
})
