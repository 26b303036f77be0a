import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkStops, MOST_STOPS, type Stop, stopHolding, stopMet } from './index.js'

const stop = (at: number, id = `s${at}`): Stop => ({ id, at })
const NONE: ReadonlySet<string> = new Set()

describe('stops', () => {
  it.each([
    [[], 60, null],
    [[stop(0), stop(60)], 60, null],
    [[stop(61)], 60, { code: 'stop_outside', params: { second: 61 } }],
    [[stop(61)], null, null],
    [[stop(-1)], null, { code: 'stop_outside' }],
    [[stop(Number.NaN)], null, { code: 'stop_outside' }],
    [[stop(20), stop(10), stop(10.5)], 60, { code: 'stops_close', params: { second: 10.5 } }],
    [Array.from({ length: MOST_STOPS + 1 }, (_, at) => stop(at * 2)), null, { code: 'stops_many' }],
  ])('%#: of a video can be posted, or are refused', (stops, length, refusal) => {
    const checked = checkStops(stops, length)
    if (refusal) expect(checked).toMatchObject({ ok: false, refusal })
    else expect(checked.ok).toBe(true)
  })

  it('are met one after the other, each once, in whatever pieces the video is played', () => {
    const moments = fc.uniqueArray(fc.integer({ min: 0, max: 100 }), { maxLength: 12 })
    const steps = fc.array(fc.double({ min: 0.01, max: 30, noNaN: true }), { minLength: 40, maxLength: 80 })
    const property = fc.property(moments, steps, (at, pieces) => {
      const stops = at.map(one => stop(one))
      const done = new Set<string>()
      const met: number[] = []
      let now = 0
      for (const piece of [...pieces, 200]) {
        const to = now + piece
        for (;;) {
          const next = stopMet(stops, { from: now, to }, done)
          if (!next) break
          met.push(next.at)
          done.add(next.id)
          now = next.at
        }
        now = to
      }
      return JSON.stringify(met) === JSON.stringify([...at].sort((one, other) => one - other))
    })
    fc.assert(property, { seed: 20_261_202 })
  })

  it('hold whoever goes past one that is not done with, the earliest first', () => {
    const stops = [stop(30), stop(10), stop(20)]
    expect(stopHolding(stops, 25, NONE)?.at).toBe(10)
    expect(stopHolding(stops, 25, new Set(['s10']))?.at).toBe(20)
    expect(stopHolding(stops, 10, NONE)).toBeUndefined()
    expect(stopHolding(stops, 99, new Set(['s10', 's20', 's30']))).toBeUndefined()
  })

  it('at the moment from which is played are met: the page may have been closed there', () => {
    expect(stopMet([stop(10)], { from: 10, to: 10.2 }, NONE)?.id).toBe('s10')
    expect(stopMet([stop(10)], { from: 10, to: 10.2 }, new Set(['s10']))).toBeUndefined()
  })
})
