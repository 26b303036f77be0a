import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Tie } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { draftKey, draftsOf, leftDrafts, openedCopy } from './drafts.js'
import { sendLeftDrafts } from './leftDrafts.js'

/** A store as browsers have it, for one device. */
class DeviceStore {
  [name: string]: unknown
  getItem(key: string) {
    return (this[key] as string | undefined) ?? null
  }
  setItem(key: string, value: string) {
    this[key] = value
  }
  removeItem(key: string) {
    delete this[key]
  }
}

const ann = 'ann' as AccountId
const tie = { role: 'pupil', classId: 'c1', placeId: 'p1' } as unknown as Tie
const draft = (html: string, at = 1) => ({ html, base: 2, at })

let server: Server
let asked: { url: string; body: { html: string; base: number } }[]
let answer: number
const realFetch = globalThis.fetch

beforeEach(async () => {
  Object.assign(globalThis, { localStorage: new DeviceStore() })
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
          answer === 200 ? { version: 3, savedAt: 1 } : { error: { code: 'copy_changed', params: {} } },
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
    expect(draftsOf(draftKey('bo', 'w1', 'p1')).read()).toBeUndefined()
    expect(leftDrafts('ann')).toEqual([{ key: draftKey('ann', 'w1', 'p1'), workId: 'w1', placeId: 'p1' }])
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
      { url: '/api/classes/c1/works/w1/pieces/p1/copy', body: { html: '<p>mine</p>', base: 2 } },
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
})
