import { EMPTY_WORK } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { parsePoints } from './points.js'
import { withSpot } from './spot.js'
import { weekChoices } from './weekChoices.js'

const week = '2026-10-12'

describe('a form put into another week or lane', () => {
  it('takes the times that the lane suggests while nobody has set any', () => {
    const ready = { ...EMPTY_WORK, ...withSpot(EMPTY_WORK, { week, lane: 'getReady' }) }
    expect(ready).toMatchObject({
      week,
      lane: 'getReady',
      rules: { due: { is: 'lesson', edge: 'start', n: 1 } },
    })
    const after = { ...ready, ...withSpot(ready, { lane: 'followUp' }) }
    expect(after.rules.due).toEqual({ is: 'fixed', local: '2026-10-16T17:00' })
    expect(withSpot(after, { week: '2026-10-19' })).toMatchObject({
      rules: { due: { is: 'fixed', local: '2026-10-23T17:00' } },
    })
  })

  it('keeps the times that somebody has set', () => {
    const due = { is: 'fixed', local: '2026-10-14T12:00' } as const
    const set = { ...EMPTY_WORK, week, lane: 'followUp' as const, rules: { ...EMPTY_WORK.rules, due } }
    expect(withSpot(set, { lane: 'getReady' })).toEqual({ week, lane: 'getReady' })
    expect(withSpot(set, { week: null })).toEqual({ week: null, lane: null })
  })
})

it('the weeks to choose from are numbered, but for the closed ones, which say what closes them', () => {
  const choices = weekChoices({
    zone: 'Europe/Lisbon',
    terms: [{ name: 'Autumn', from: '2026-10-12', to: '2026-11-06' }],
    closures: [{ name: 'Break', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null }],
    rotation: null,
    weekdays: [1, 2, 3, 4, 5],
  })
  expect(choices).toEqual([
    { value: '2026-10-12', label: '1 · 12 Oct' },
    { value: '2026-10-19', label: '2 · 19 Oct' },
    { value: '2026-10-26', label: '– · 26 Oct · Break' },
    { value: '2026-11-02', label: '3 · 2 Nov' },
  ])
})

it('typed points are hundredths, or nothing while they cannot be read', () => {
  expect([parsePoints('8.5'), parsePoints('ten'), parsePoints(null)]).toEqual([850, null, null])
})
