import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Tie } from '@oppen/contract'
import type { AccountId, PlaceId, WorkId } from '@oppen/core/ids'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { QUIZ, unsentHere, WATCHED } from '../../app/device.js'
import { DeviceStore } from '../../testing/deviceStore.js'
import { attemptLooked } from '../kinds/quiz/attemptLooked.js'
import { inkStore } from '../worksheets/inkStore.js'
import { draftKey, localDraftsOf, openedDraft } from './localDrafts.js'
import { readPendingHandIn, savePendingHandIn } from './pendingHandIn.js'
import { sendUnsent } from './sendUnsent.js'

const ann = 'ann' as AccountId
const tie = { role: 'pupil', classId: 'c1', placeId: 'p1' } as unknown as Tie
const base = { html: '<p></p>', version: 2, savedAt: 1, lineage: [{ run: 'r', from: 1 }] }
const local = (html: string, at = 1) => ({ html, base, dirty: true, at, aside: [], given: [] })
const draft = draftKey('ann', 'w1', 'p1')
const pressed = { pressedAt: 5, html: '<p>mine</p>', as: null }
const stroke = (id: string) =>
  ({
    id,
    put: { kind: 'text', id, page: 's', x: 1, y: 1, colour: 'blue', size: 12, text: id },
    sent: false,
  }) as const

type Asked = { readonly route: string; readonly body: Record<string, unknown> }

let server: Server
let asked: Asked[]
/** Which routes refuse. */
let refusing: readonly string[]
/** What kind of work it is. */
let kind: 'assignment' | 'quiz'
/** What the server has as the text of the draft. */
let text: string
const realFetch = globalThis.fetch

const answerOf = (route: string, body: Record<string, unknown>): unknown => {
  if (route.startsWith('PUT') && route.endsWith('/draft')) {
    text = String(body.html)
    return { version: 3, savedAt: 1, lineage: [], html: null }
  }
  if (route.endsWith('/worksheet/ink')) return { version: 7, savedAt: 1, lineage: [] }
  if (route.startsWith('PUT') && route.endsWith('/answers')) {
    const answers = body.answers as { questionId: string }[]
    return {
      savedAt: 1,
      saved: answers.map(({ questionId }) => ({ questionId, version: 4 })),
      over: [],
      changed: [],
    }
  }
  if (route.endsWith('/quiz'))
    return {
      attempts: [{ number: 2, handedInAt: null }],
      sections: [{ questions: [{ version: 4 }, { version: 1 }] }],
    }
  if (route.startsWith('GET'))
    return { draft: { html: text, version: 3 }, work: { kind, details: {} }, worksheet: { version: 6 } }
  return {}
}

beforeEach(async () => {
  // what stayed in the test before is looked at anew
  openedDraft(draft)()
  Object.assign(globalThis, { localStorage: new DeviceStore() })
  asked = []
  refusing = []
  text = ''
  kind = 'assignment'
  server = createServer((request, response) => {
    let sent = ''
    request.on('data', part => {
      sent += part
    })
    request.on('end', () => {
      const route = `${request.method} ${request.url?.replace('/api/classes/c1/works/w1/submissions/p1', '')}`
      const body = sent ? JSON.parse(sent) : {}
      asked.push({ route, body })
      const refused = refusing.includes(route)
      response.writeHead(refused ? 409 : 200, { 'content-type': 'application/json' })
      const answer = refused ? { error: { code: 'draft_changed', params: {} } } : answerOf(route, body)
      response.end(JSON.stringify(answer))
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

const send = () => sendUnsent({ accountId: ann, ties: [tie] })
const routesAsked = () => asked.map(one => one.route)

describe('what was left on this device', () => {
  it('of a video goes as it was numbered, and is kept no more', async () => {
    const open = { position: 9, stretches: [{ from: 5, to: 9 }], stopped: [], back: [], passed: [] }
    localStorage.setItem(
      `${WATCHED}ann w1 p1 tab`,
      JSON.stringify({ sealed: [{ ...open, number: 3 }], open, last: 3 }),
    )
    expect(await send()).toEqual({ submissions: 1, handIns: 0 })
    expect(asked.map(({ route, body }) => [route, body.number])).toEqual([
      ['PUT /video/watched/tab', 3],
      ['PUT /video/watched/tab', 4],
    ])
    expect(unsentHere('ann')).toEqual([])
  })

  it('of a video that is refused stays here, and holds up no hand-in', async () => {
    refusing = ['PUT /video/watched/tab']
    const open = { position: 9, stretches: [], stopped: [], back: [], passed: [] }
    localStorage.setItem(`${WATCHED}ann w1 p1 tab`, JSON.stringify({ sealed: [], open, last: 0 }))
    text = '<p>mine</p>'
    savePendingHandIn(draft, pressed)
    expect(await send()).toEqual({ submissions: 1, handIns: 1 })
    expect(unsentHere('ann')).toEqual(['w1 p1'])
  })

  it('is sent when its person is in again, and then it is not kept here any more', async () => {
    localDraftsOf(draft).write(local('<p>mine</p>'))
    localDraftsOf(draftKey('bo', 'w1', 'p2')).write(local('<p>not mine</p>'))
    expect(await send()).toEqual({ submissions: 1, handIns: 0 })
    expect(asked).toMatchObject([{ route: 'PUT /draft', body: { html: '<p>mine</p>', base: 2, run: 'r' } }])
    expect(unsentHere('ann')).toEqual([])
    expect(unsentHere('bo')).toHaveLength(1)
  })

  it('goes in the order in which it belongs: words, strokes, and the hand-in of both with its own time', async () => {
    localDraftsOf(draft).write(local('<p>mine</p>'))
    inkStore('ann w1 p1').keep(stroke('one'))
    inkStore('ann w1 p1').keep({ id: 'two', put: null, sent: false })
    inkStore('ann w1 p1').keep({ ...stroke('three'), sent: true })
    savePendingHandIn(draft, pressed)
    expect(await send()).toEqual({ submissions: 1, handIns: 1 })
    expect(routesAsked()).toEqual(['PUT /draft', 'PUT /worksheet/ink', 'GET ', 'POST /hand-in'])
    expect(asked[1]?.body).toMatchObject({ put: [{ id: 'one' }], drop: ['two'] })
    expect(asked[3]?.body).toMatchObject({ version: 3, ink: 7, press: { pressedAt: 5 } })
    expect(unsentHere('ann')).toEqual([])
    expect(inkStore('ann w1 p1').all()).toHaveLength(3)
  })

  it('hands in what had been saved before the press as well', async () => {
    text = '<p>mine</p>'
    savePendingHandIn(draft, pressed)
    expect(await send()).toEqual({ submissions: 1, handIns: 1 })
    expect(asked.at(-1)?.body).toMatchObject({ version: 3, ink: 6 })
  })

  it('hands in nothing that was not looked at: a page that is another by now waits for its pupil', async () => {
    text = '<p>from another device</p>'
    savePendingHandIn(draft, pressed)
    expect(await send()).toEqual({ submissions: 0, handIns: 0 })
    expect(await send()).toEqual({ submissions: 0, handIns: 0 })
    expect(routesAsked()).toEqual(['GET '])
    expect(readPendingHandIn(draft)).toEqual(pressed)
  })

  it('brings along the texts that were held and not gone on with', async () => {
    localDraftsOf(draft).write({ ...local('<p>mine</p>'), aside: ['<p>other</p>'] })
    await send()
    expect(asked[0]?.body).toMatchObject({ html: '<p>mine</p>', aside: ['<p>other</p>'] })
  })

  it('stays where it is refused, with its hand-in, and is not asked for again until its page was open', async () => {
    refusing = ['PUT /draft']
    localDraftsOf(draft).write(local('<p>mine</p>'))
    savePendingHandIn(draft, pressed)
    expect(await send()).toEqual({ submissions: 0, handIns: 0 })
    expect(await send()).toEqual({ submissions: 0, handIns: 0 })
    expect(routesAsked()).toEqual(['PUT /draft'])
    expect(unsentHere('ann')).toEqual(['w1 p1'])
    expect(readPendingHandIn(draft)).toEqual(pressed)
    openedDraft(draft)()
    await send()
    expect(routesAsked()).toEqual(['PUT /draft', 'PUT /draft'])
  })

  it('is an answer to a quiz with the time for which it waited, and the hand-in of that attempt', async () => {
    kind = 'quiz'
    const answer = { kind: 'text', text: 'tide' }
    const kept = { answer, version: 3, flagged: true, changedAt: Date.now() - 60_000 }
    localStorage.setItem(`${QUIZ}ann w1 p1 2`, JSON.stringify({ q1: kept }))
    savePendingHandIn(draft, { ...pressed, html: attemptLooked(2) })
    expect(await send()).toEqual({ submissions: 1, handIns: 1 })
    expect(routesAsked()).toEqual(['PUT /answers', 'GET ', 'GET /quiz', 'POST /hand-in'])
    const [saved] = asked
    expect(saved?.body).toMatchObject({
      attempt: 2,
      answers: [{ questionId: 'q1', answer, version: 3, flagged: true }],
    })
    const [{ waited }] = (saved?.body.answers ?? []) as unknown as [{ waited: number }]
    expect(waited).toBeGreaterThanOrEqual(60_000)
    expect(asked.at(-1)?.body).toMatchObject({ version: 5 })
    expect(unsentHere('ann')).toEqual([])
  })

  it('hands in no other attempt than the one that was looked at', async () => {
    kind = 'quiz'
    savePendingHandIn(draft, { ...pressed, html: attemptLooked(1) })
    expect(await send()).toEqual({ submissions: 0, handIns: 0 })
    expect(readPendingHandIn(draft)).not.toBeNull()
  })

  it('stays where the place is the person’s no more', async () => {
    localDraftsOf(draftKey('ann', 'w1', 'gone')).write(local('<p>of another class</p>'))
    expect(await send()).toEqual({ submissions: 0, handIns: 0 })
    expect(asked).toEqual([])
    expect(unsentHere('ann')).toHaveLength(1)
  })

  it('is left to its page while that is open', async () => {
    localDraftsOf(draftKey('ann', 'w1' as WorkId, 'p1' as PlaceId)).write(local('<p>mine</p>'))
    const close = openedDraft(draft)
    expect(await send()).toEqual({ submissions: 0, handIns: 0 })
    close()
    expect(await send()).toEqual({ submissions: 1, handIns: 0 })
  })
})
