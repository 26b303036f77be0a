import { describe, expect, it } from 'vitest'
import { monthChoices } from './monthChoices.js'

describe('the months of a newsletter', () => {
  it('run from half a year before to a year after, over the turn of the year', () => {
    const choices = monthChoices('2026-10-14', '2026-11')
    expect(choices[0]).toEqual({ value: '2026-04', label: 'April 2026' })
    expect(choices.at(-1)).toEqual({ value: '2027-10', label: 'October 2027' })
    expect(choices).toHaveLength(19)
  })
  it('hold the one that was chosen long ago, in its order', () => {
    expect(monthChoices('2026-10-14', '2025-01')[0]).toEqual({ value: '2025-01', label: 'January 2025' })
  })
})
