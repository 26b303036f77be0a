import { ERRORS, type ErrorCode } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { Refusal, Unreachable } from './api.js'
import { notYet, reach, retryAfter } from './delivery.js'

const refusal = (code: ErrorCode) => new Refusal(ERRORS[code].status, { code })

describe('what did not arrive', () => {
  it.each([
    [new Unreachable('no network'), 'unreachable'],
    [refusal('sign_in_needed'), 'signedOut'],
    [refusal('disk_full'), 'serverFull'],
    [refusal('busy'), 'unreachable'],
    [refusal('server_fault'), 'unreachable'],
    [refusal('too_many_attempts'), 'unreachable'],
  ] as const)('may arrive later: %s', async (error, why) => {
    expect(notYet(error)).toBe(why)
    expect(await reach(() => Promise.reject(error))).toEqual({ is: why })
  })

  it.each([
    [refusal('work_closed')],
    [refusal('draft_changed')],
    [refusal('not_found')],
    [new Error('a fault of the page')],
  ])('stays refused: %s', async error => {
    expect(notYet(error)).toBeUndefined()
    expect(await reach(() => Promise.reject(error))).toEqual({ is: 'refused', error })
  })

  it('is tried again, each time no sooner than before, and for good', () => {
    const waits = Array.from({ length: 20 }, (_, failed) => retryAfter(failed))
    expect(waits).toEqual([...waits].sort((one, other) => one - other))
    expect(waits[0]).toBeLessThan(5_000)
    expect(waits.at(-1)).toBe(30_000)
  })
})

it('what arrived comes with its answer', async () => {
  expect(await reach(async () => 7)).toEqual({ is: 'saved', saved: 7 })
})
