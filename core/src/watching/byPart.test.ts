import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { classByPart, MOST_MOMENTS, type Moments, type Watching, withMoments, withPlayed } from './index.js'

const watching = (played: readonly [number, number][], more: Partial<Watching> = {}): Watching => ({
  watched: played.reduce<Watching['watched']>((all, [from, to]) => withPlayed(all, { from, to }), []),
  stopped: [],
  back: [],
  ...more,
})

describe('moments', () => {
  it('are counted by the second, against a plain list', () => {
    const seconds = fc.array(fc.double({ min: 0, max: 50, noNaN: true }), { maxLength: 60 })
    const property = fc.property(fc.array(seconds, { maxLength: 4 }), batches => {
      const counted = batches.reduce<Moments>(withMoments, [])
      const plain = batches.flat().map(Math.floor)
      return (
        counted.every(([second, times]) => plain.filter(one => one === second).length === times) &&
        counted.reduce((sum, [, times]) => sum + times, 0) === plain.length &&
        counted.every(([second], at) => at === 0 || second > (counted[at - 1]?.[0] ?? 0))
      )
    })
    fc.assert(property, { seed: 20_261_202 })
  })

  it('outside of any video, and more different ones than can be shown, are left out', () => {
    expect(withMoments([], [-1, Number.NaN, 1e9])).toEqual([])
    const many = Array.from({ length: MOST_MOMENTS + 5 }, (_, second) => second)
    expect(withMoments(withMoments([], many), [0, MOST_MOMENTS + 1])).toHaveLength(MOST_MOMENTS)
    expect(withMoments(withMoments([], many), [0])[0]).toEqual([0, 2])
  })
})

describe('a class, part by part', () => {
  it('is second by second where there are few: who saw it, what was played again, where it was stopped', () => {
    const parts = classByPart(
      [
        watching(
          [
            [0, 4],
            [1, 3],
          ],
          { stopped: [[2, 1]], back: [[3, 2]] },
        ),
        watching([[0, 2]], {
          stopped: [
            [2, 3],
            [4, 1],
          ],
        }),
      ],
      4,
    )
    expect(parts.map(({ seen }) => seen)).toEqual([2, 2, 1, 1])
    expect(parts.map(({ again }) => again)).toEqual([0, 1, 1, 0])
    // what was stopped at the very end belongs to the last second
    expect(parts.map(({ stopped }) => stopped)).toEqual([0, 0, 4, 1])
    expect(parts.map(({ back }) => back)).toEqual([0, 0, 0, 2])
  })

  it('is in parts of whole seconds that make the whole, and lose nothing', () => {
    const length = fc.integer({ min: 1, max: 5_000 })
    const property = fc.property(length, fc.integer({ min: 1, max: 400 }), (seconds, most) => {
      const one = watching([[0, seconds]], {
        stopped: [
          [0, 1],
          [seconds, 2],
        ],
      })
      const parts = classByPart([one, one], seconds, most)
      return (
        parts.length <= most &&
        parts[0]?.from === 0 &&
        parts.at(-1)?.to === seconds &&
        parts.every((part, at) => at === 0 || part.from === parts[at - 1]?.to) &&
        parts.every(({ seen, again }) => seen === 2 && again === 0) &&
        parts.reduce((sum, { stopped }) => sum + stopped, 0) === 6
      )
    })
    fc.assert(property, { seed: 20_261_202 })
    expect(classByPart([], 0)).toEqual([])
  })
})
