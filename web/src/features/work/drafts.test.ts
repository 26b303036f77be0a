import { beforeEach, describe, expect, it } from 'vitest'
import { forgetConfirmed, leftHere } from '../../app/device.js'
import { DeviceStore } from '../../testing/deviceStore.js'
import { draftKey, draftsOf, isOpen, openedCopy, unsent } from './drafts.js'

/** How much fits into the store of the device. */
let room = Number.POSITIVE_INFINITY

const base = { html: '<p></p>', version: 2, savedAt: 1, lineage: [{ run: 'r', from: 1 }] }
const draft = (html: string, at = 1) => ({ html, base, dirty: true, at, aside: [], given: [] })

beforeEach(() => {
  Object.assign(globalThis, { localStorage: new DeviceStore(() => room) })
  room = Number.POSITIVE_INFINITY
})

describe('what was written on this device', () => {
  it('is kept for one person, one submission and one place', () => {
    draftsOf(draftKey('ann', 'w1', 'p1')).write(draft('<p>mine</p>'))
    expect(draftsOf(draftKey('bo', 'w1', 'p1')).all()).toEqual([])
    expect(draftsOf(draftKey('ann', 'w1', 'p1')).all()).toEqual([draft('<p>mine</p>')])
    expect(unsent(draftKey('ann', 'w1', 'p1'))).toMatchObject([{ draft: draft('<p>mine</p>') }])
    expect(leftHere('ann')).toEqual(['w1 p1'])
    expect(leftHere('bo')).toEqual([])
    // a name that begins like another’s is another
    expect(leftHere('an')).toEqual([])
  })

  it('is seen to by its page while that is open', () => {
    const key = draftKey('ann', 'w1', 'p1')
    const close = openedCopy(key)
    expect(isOpen(key)).toBe(true)
    close()
    expect(isOpen(key)).toBe(false)
  })

  it('is written by each page under a name of its own, and taken over by the next', () => {
    const key = draftKey('ann', 'w1', 'p1')
    draftsOf(key).write(draft('<p>first tab</p>', 1))
    draftsOf(key).write(draft('<p>second tab</p>', 2))
    const third = draftsOf(key)
    expect(third.all().map(one => one.html)).toEqual(['<p>second tab</p>', '<p>first tab</p>'])
    third.write(draft('<p>third</p>', 3))
    third.settle()
    expect(draftsOf(key).all()).toEqual([draft('<p>third</p>', 3)])
  })

  it('that the server has is forgotten when its person signs out; what it has not stays', () => {
    draftsOf(draftKey('ann', 'w1', 'p1')).write({ ...draft('<p>saved</p>'), dirty: false })
    draftsOf(draftKey('ann', 'w2', 'p1')).write(draft('<p>not saved</p>'))
    forgetConfirmed('ann')
    expect(draftsOf(draftKey('ann', 'w1', 'p1')).all()).toEqual([])
    expect(Object.keys(localStorage)).toHaveLength(2)
    expect(leftHere('ann')).toHaveLength(1)
  })

  it('that the server has gives way where the device is full; a device with no room says so', () => {
    draftsOf(draftKey('ann', 'w1', 'p1')).write({ ...draft('<p>saved</p>'), dirty: false })
    draftsOf(draftKey('ann', 'w2', 'p1')).write(draft('<p>not saved</p>'))
    room = JSON.stringify({ ...localStorage }).length + 10
    expect(draftsOf(draftKey('ann', 'w3', 'p1')).write(draft('<p>new</p>'))).toBe(true)
    expect(leftHere('ann')).toEqual(['w2 p1', 'w3 p1'])
    expect(draftsOf(draftKey('ann', 'w4', 'p1')).write(draft('x'.repeat(1_000)))).toBe(false)
    expect(leftHere('ann')).toHaveLength(2)
  })
})
