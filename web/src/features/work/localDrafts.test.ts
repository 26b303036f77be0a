import { beforeEach, describe, expect, it } from 'vitest'
import { forgetConfirmed, unsentHere } from '../../app/device.js'
import { DeviceStore } from '../../testing/deviceStore.js'
import { draftKey, isOpen, localDraftsOf, openedDraft, unsent } from './localDrafts.js'

/** How much fits into the store of the device. */
let room = Number.POSITIVE_INFINITY

const base = { html: '<p></p>', version: 2, savedAt: 1, lineage: [{ run: 'r', from: 1 }] }
const local = (html: string, at = 1) => ({ html, base, dirty: true, at, aside: [], given: [] })

beforeEach(() => {
  Object.assign(globalThis, { localStorage: new DeviceStore(() => room) })
  room = Number.POSITIVE_INFINITY
})

describe('what was written on this device', () => {
  it('is kept for one person, one submission and one place', () => {
    localDraftsOf(draftKey('ann', 'w1', 'p1')).write(local('<p>mine</p>'))
    expect(localDraftsOf(draftKey('bo', 'w1', 'p1')).all()).toEqual([])
    expect(localDraftsOf(draftKey('ann', 'w1', 'p1')).all()).toEqual([local('<p>mine</p>')])
    expect(unsent(draftKey('ann', 'w1', 'p1'))).toMatchObject([{ local: local('<p>mine</p>') }])
    expect(unsentHere('ann')).toEqual(['w1 p1'])
    expect(unsentHere('bo')).toEqual([])
    // a name that begins like another’s is another
    expect(unsentHere('an')).toEqual([])
  })

  it('is seen to by its page while that is open', () => {
    const key = draftKey('ann', 'w1', 'p1')
    const close = openedDraft(key)
    expect(isOpen(key)).toBe(true)
    close()
    expect(isOpen(key)).toBe(false)
  })

  it('is written by each page under a name of its own, and taken over by the next', () => {
    const key = draftKey('ann', 'w1', 'p1')
    localDraftsOf(key).write(local('<p>first tab</p>', 1))
    localDraftsOf(key).write(local('<p>second tab</p>', 2))
    const third = localDraftsOf(key)
    expect(third.all().map(one => one.html)).toEqual(['<p>second tab</p>', '<p>first tab</p>'])
    third.write(local('<p>third</p>', 3))
    third.settle()
    expect(localDraftsOf(key).all()).toEqual([local('<p>third</p>', 3)])
  })

  it('that the server has is forgotten when its person signs out; what it has not stays', () => {
    localDraftsOf(draftKey('ann', 'w1', 'p1')).write({ ...local('<p>saved</p>'), dirty: false })
    localDraftsOf(draftKey('ann', 'w2', 'p1')).write(local('<p>not saved</p>'))
    forgetConfirmed('ann')
    expect(localDraftsOf(draftKey('ann', 'w1', 'p1')).all()).toEqual([])
    expect(Object.keys(localStorage)).toHaveLength(2)
    expect(unsentHere('ann')).toHaveLength(1)
  })

  it('that the server has gives way where the device is full; a device with no room says so', () => {
    localDraftsOf(draftKey('ann', 'w1', 'p1')).write({ ...local('<p>saved</p>'), dirty: false })
    localDraftsOf(draftKey('ann', 'w2', 'p1')).write(local('<p>not saved</p>'))
    room = JSON.stringify({ ...localStorage }).length + 10
    expect(localDraftsOf(draftKey('ann', 'w3', 'p1')).write(local('<p>new</p>'))).toBe(true)
    expect(unsentHere('ann')).toEqual(['w2 p1', 'w3 p1'])
    expect(localDraftsOf(draftKey('ann', 'w4', 'p1')).write(local('x'.repeat(1_000)))).toBe(false)
    expect(unsentHere('ann')).toHaveLength(2)
  })
})
