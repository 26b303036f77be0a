import { describe, expect, it } from 'vitest'
import { dateOf, dateText, momentOf, momentText, timeOf, timeText } from './value.js'

describe('the text of a date field', () => {
  it('is what the contract takes, and comes back as it was', () => {
    for (const text of ['2026-10-14', '2028-02-29', '0002-10-14']) expect(dateText(dateOf(text))).toBe(text)
    for (const text of ['2026-10-14T17:00', '2026-03-29T01:30']) expect(momentText(momentOf(text))).toBe(text)
    for (const text of ['00:00', '09:05', '23:59']) expect(timeText(timeOf(text))).toBe(text)
  })

  it('is empty where there is nothing whole, and days that are none are nothing', () => {
    for (const text of ['', '2026-02-30', '2026-13-01', '14/10/2026']) expect(dateOf(text)).toBeNull()
    for (const text of ['', '2026-10-14T', 'T17:00', '2026-10-14T25:00']) expect(momentOf(text)).toBeNull()
    for (const text of ['', '24:00', '9']) expect(timeOf(text)).toBeNull()
    expect([dateText(null), momentText(null), timeText(null)]).toEqual(['', '', ''])
  })
})
