import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  furthestSeen,
  gapsOf,
  LONGEST_VIDEO,
  lengthPlayed,
  lengthSeen,
  mayGoTo,
  playedBySecond,
  type Run,
  reachedOf,
  type Stretch,
  seenOf,
  type Watched,
  withPlayed,
} from './index.js'

const LENGTH = 60
const stretch = fc
  .tuple(fc.double({ min: 0, max: LENGTH, noNaN: true }), fc.double({ min: 0, max: 20, noNaN: true }))
  .map(([from, long]): Stretch => ({ from, to: Math.min(LENGTH, from + long) }))
const all = (played: readonly Stretch[]): Run[] =>
  played.reduce<Run[]>((runs, one) => withPlayed(runs, one), [])

/** The same kept as a number for each second. */
function bySecond(played: readonly Stretch[]): number[] {
  const seconds = new Array<number>(LENGTH).fill(0)
  for (const { from, to } of played)
    for (let at = Math.round(from); at < Math.round(to); at++) seconds[at] = (seconds[at] ?? 0) + 1
  return seconds
}

const property = (holds: (watched: Watched, seconds: readonly number[]) => boolean) =>
  fc.assert(
    fc.property(fc.array(stretch, { maxLength: 40 }), played => holds(all(played), bySecond(played))),
    { seed: 20_261_202, numRuns: 500 },
  )

describe('what was watched, against a number for each second', () => {
  it('is in runs that do not touch with the same number, in their order', () =>
    property(
      (watched, seconds) =>
        watched.every(({ from, to }) => from < to) &&
        watched.every((run, at) => {
          const next = watched[at + 1]
          return !next || run.to < next.from || (run.to === next.from && run.times !== next.times)
        }) &&
        JSON.stringify(playedBySecond([watched], LENGTH)) === JSON.stringify(seconds),
    ))

  it('has the length of what was seen, and of what was played', () =>
    property(
      (watched, seconds) =>
        lengthSeen(watched) === seconds.filter(times => times > 0).length &&
        lengthPlayed(watched) === seconds.reduce((sum, times) => sum + times, 0) &&
        furthestSeen(watched) === seconds.findLastIndex(times => times > 0) + 1,
    ))

  it('is what was seen, what was seen again and what was not, which make the whole', () =>
    property((watched, seconds) => {
      const isIn = (parts: readonly Stretch[], at: number) =>
        parts.some(({ from, to }) => from <= at && at < to)
      const [once, twice, gaps] = [seenOf(watched), seenOf(watched, 2), gapsOf(watched, LENGTH)]
      const apart = (parts: readonly Stretch[]) =>
        parts.every((one, at) => one.to < (parts[at + 1]?.from ?? Infinity))
      return (
        [once, twice, gaps].every(apart) &&
        seconds.every(
          (times, at) =>
            isIn(once, at) === times > 0 && isIn(twice, at) === times > 1 && isIn(gaps, at) === (times === 0),
        )
      )
    }))

  it('is the same whether it arrives in one batch or one by one', () => {
    fc.assert(
      fc.property(
        fc.array(stretch, { maxLength: 20 }),
        fc.array(stretch, { maxLength: 20 }),
        (one, other) =>
          JSON.stringify(withPlayed(withPlayed([], ...one), ...other)) ===
          JSON.stringify(all([...one, ...other])),
      ),
      { seed: 20_261_202 },
    )
  })

  it('does not hang on the order in which it arrives', () => {
    const shuffled = fc
      .array(stretch, { maxLength: 20 })
      .chain(played =>
        fc.tuple(fc.constant(played), fc.shuffledSubarray(played, { minLength: played.length })),
      )
    fc.assert(
      fc.property(shuffled, ([played, other]) => JSON.stringify(all(played)) === JSON.stringify(all(other))),
      { seed: 20_261_202 },
    )
  })
})

describe('a stretch', () => {
  it('that is stopped within a second and gone on with counts each second once', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 59, noNaN: true }), stop => {
        expect(
          all([
            { from: 0, to: stop },
            { from: stop, to: 60 },
          ]),
        ).toEqual([{ from: 0, to: 60, times: 1 }])
      }),
      { seed: 20_261_202 },
    )
  })

  it.each([
    [{ from: 5, to: 5.2 }, []],
    [{ from: 9, to: 3 }, []],
    [{ from: Number.NaN, to: 4 }, []],
    [{ from: -8, to: 2 }, [{ from: 0, to: 2, times: 1 }]],
    [{ from: LONGEST_VIDEO - 1, to: 1e12 }, [{ from: LONGEST_VIDEO - 1, to: LONGEST_VIDEO, times: 1 }]],
  ])('%o adds %o', (played, added) => expect(withPlayed([], played)).toEqual(added))
})

describe('going to a place', () => {
  const watched = all([{ from: 0, to: 30 }])

  it('is possible back and within what was seen, and ahead only where skipping is', () => {
    expect([0, 29, 32].map(place => mayGoTo(place, watched, { skipping: false }).ok)).toEqual([
      true,
      true,
      true,
    ])
    expect(mayGoTo(33, watched, { skipping: false })).toMatchObject({
      refusal: { code: 'video_ahead', params: { furthest: 30 } },
    })
    expect(mayGoTo(59, watched, { skipping: true }).ok).toBe(true)
    expect(mayGoTo(5, [], { skipping: false }).ok).toBe(false)
  })

  it('that was jumped over does not count, unless what comes before was played with it', () => {
    const to = (...froms: number[]) => froms.map(from => ({ from, to: from + 10 }))
    const reached = (...froms: number[]) =>
      reachedOf(to(...froms), watched, { skipping: false }).map(({ from }) => from)
    expect(reached(0, 31, 60, 40, 51)).toEqual([0, 31, 40, 51])
    expect(reachedOf(to(60), watched, { skipping: true })).toHaveLength(1)
    expect(reachedOf(to(60), watched, { skipping: false, opened: [60] })).toHaveLength(1)
  })
})

it('of a class, second by second, is the sum of all, also of seconds behind the end', () => {
  const one = all([{ from: 0, to: 3 }])
  const other = all([
    { from: 2, to: 9 },
    { from: 2, to: 3 },
  ])
  expect(playedBySecond([one, other], 5)).toEqual([1, 1, 3, 1, 1])
  expect(playedBySecond([], 2)).toEqual([0, 0])
})

it('ahead is possible as far as a choice has led', () => {
  const watched = all([{ from: 0, to: 30 }])
  const may = (place: number) => mayGoTo(place, watched, { skipping: false, opened: [50] }).ok
  expect([40, 50, 52, 53].map(may)).toEqual([true, true, true, false])
})
