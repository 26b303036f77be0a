import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Tie } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { forgetConfirmed } from '../../app/device.js'
import { draftKey, draftsOf, leftDrafts, openedCopy } from './drafts.js'
import { sendLeftDrafts } from './leftDrafts.js'

/** How much fits into the store of the device. */
let room = Number.POSITIVE_INFINITY

/** A store as browsers have it, for one device. */
class DeviceStore {
  [name: string]: unknown
  getItem(key: string) {
    return (this[key] as string | undefined) ?? null
  }
  setItem(key: string, value: string) {
    if (JSON.stringify({ ...this, [key]: value }).length > room) throw new Error('QuotaExceededError')
    this[key] = value
  }
  removeItem(key: string) {
    delete this[key]
  }
}

const ann = 'ann' as AccountId
const tie = { role: 'pupil', classId: 'c1', placeId: 'p1' } as unknown as Tie
const base = { html: '<p></p>', version: 2, savedAt: 1, trail: [{ run: 'r', from: 1 }] }
const draft = (html: string, at = 1) => ({ html, base, dirty: true, at, aside: [], given: [] })

let server: Server
let asked: { url: string; body: { html: string; base: number } }[]
let answer: number
const realFetch = globalThis.fetch

beforeEach(async () => {
  Object.assign(globalThis, { localStorage: new DeviceStore() })
  room = Number.POSITIVE_INFINITY
  asked = []
  answer = 200
  server = createServer((request, response) => {
    let text = ''
    request.on('data', part => {
      text += part
    })
    request.on('end', () => {
      asked.push({ url: request.url ?? '', body: JSON.parse(text) })
      response.writeHead(answer, { 'content-type': 'application/json' })
      response.end(
        JSON.stringify(
          answer === 200
            ? { version: 3, savedAt: 1, trail: [], html: null }
            : { error: { code: 'copy_changed', params: {} } },
        ),
      )
    })
  })
  await new Promise<void>(ready => server.listen(0, ready))
  const { port } = server.address() as AddressInfo
  // pages ask their own address; here there is no page
  globalThis.fetch = (path, init) => realFetch(new URL(String(path), `http://127.0.0.1:${port}`), init)
})
afterEach(async () => {
  globalThis.fetch = realFetch
  await new Promise(done => server.close(done))
})

describe('what was written on this device', () => {
  it('is kept for one person, one piece and one place', () => {
    draftsOf(draftKey('ann', 'w1', 'p1')).write(draft('<p>mine</p>'))
    expect(draftsOf(draftKey('bo', 'w1', 'p1')).all()).toEqual([])
    expect(draftsOf(draftKey('ann', 'w1', 'p1')).all()).toEqual([draft('<p>mine</p>')])
    expect(leftDrafts('ann')).toMatchObject([{ workId: 'w1', placeId: 'p1', draft: draft('<p>mine</p>') }])
    expect(leftDrafts('bo')).toEqual([])
    // a name that begins like another’s is another
    expect(leftDrafts('an')).toEqual([])
  })

  it('is not left while its page is open', () => {
    const key = draftKey('ann', 'w1', 'p1')
    draftsOf(key).write(draft('<p>mine</p>'))
    const close = openedCopy(key)
    expect(leftDrafts('ann')).toEqual([])
    close()
    expect(leftDrafts('ann')).toHaveLength(1)
  })

  it('is sent when its person is in again, and then it is not kept here any more', async () => {
    draftsOf(draftKey('ann', 'w1', 'p1')).write(draft('<p>mine</p>'))
    draftsOf(draftKey('bo', 'w1', 'p2')).write(draft('<p>not mine</p>'))
    expect(await sendLeftDrafts({ accountId: ann, ties: [tie] })).toBe(1)
    expect(asked).toMatchObject([
      { url: '/api/classes/c1/works/w1/pieces/p1/copy', body: { html: '<p>mine</p>', base: 2, run: 'r' } },
    ])
    expect(leftDrafts('ann')).toEqual([])
    expect(leftDrafts('bo')).toHaveLength(1)
  })

  it('stays where it cannot be sent: refused, or of a place that is the person’s no more', async () => {
    answer = 409
    draftsOf(draftKey('ann', 'w1', 'p1')).write(draft('<p>mine</p>'))
    draftsOf(draftKey('ann', 'w1', 'gone')).write(draft('<p>of another class</p>'))
    expect(await sendLeftDrafts({ accountId: ann, ties: [tie] })).toBe(0)
    expect(asked).toHaveLength(1)
    expect(leftDrafts('ann')).toHaveLength(2)
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
    expect(leftDrafts('ann')).toHaveLength(1)
  })

  it('that the server has gives way where the device is full; a device with no room says so', () => {
    draftsOf(draftKey('ann', 'w1', 'p1')).write({ ...draft('<p>saved</p>'), dirty: false })
    draftsOf(draftKey('ann', 'w2', 'p1')).write(draft('<p>not saved</p>'))
    room = JSON.stringify({ ...localStorage }).length + 10
    expect(draftsOf(draftKey('ann', 'w3', 'p1')).write(draft('<p>new</p>'))).toBe(true)
    expect(leftDrafts('ann').map(one => one.draft.html)).toEqual(['<p>not saved</p>', '<p>new</p>'])
    expect(draftsOf(draftKey('ann', 'w4', 'p1')).write(draft('x'.repeat(1_000)))).toBe(false)
    expect(leftDrafts('ann')).toHaveLength(2)
  })
})
