import { once } from 'node:events'
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { PageState } from '@oppen/contract'
import {
  type BuiltClass,
  buildAccount,
  buildClass,
  buildTopic,
  buildWork,
  Person,
  type TestServer,
  takePlace,
  testServer,
} from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { createApp } from '../app.js'

/**
 * In the place of the built screens: says what it was given and in which language, asks for what its address names, and
 * hangs or fails as it is told.
 */
const SCREENS = `
const language = new URL(import.meta.url).searchParams.get('language')
export async function renderScreen(address, { answers }) {
  const { searchParams } = new URL(address, 'http://localhost')
  if (searchParams.has('hang')) await new Promise(() => {})
  if (searchParams.has('fail')) throw new Error('it cannot be rendered')
  const missing = JSON.parse(searchParams.get('missing') ?? '[]').filter(one => !(one.at in answers))
  if (missing.length) return { missing }
  return { html: '<h1 style="width:40%">' + language + ' ' + Object.keys(answers).join(' ') + '</h1>' }
}`
const TITLE = '</script><!--/visit--><script>stolen()</script>'

let folder: string
let school: TestServer
let server: Server
let own: BuiltClass
let foreign: BuiltClass
let pupil: Person
let address: string

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-first-'))
  await mkdir(join(folder, '.server'))
  await writeFile(join(folder, '.server', 'screens.mjs'), SCREENS)
  await writeFile(join(folder, 'index.html'), '<head></head><body><div id="root"></div></body>')
  school = await testServer()
  const { world } = school
  const teacher = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const other = await buildAccount(world, 'teacher', 'Ms Dunlin')
  const child = await buildAccount(world, 'pupil', 'Wren Hale')
  const plan = { yearLabel: '', groups: { Heron: ['Wren Hale'] } }
  own = await buildClass(world, { ...plan, name: 'Tides', teacher })
  foreign = await buildClass(world, { ...plan, name: 'Stars above', teacher: other })
  await takePlace(world, own, 'Wren Hale', child)
  const topicId = await buildTopic(world, own, 'Moon')
  await buildWork(world, own, { topicId, title: TITLE })
  server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  server.on('request', createApp(world, { webFolder: folder, listening: address }))
  pupil = await school.person().signIn('wren.hale')
  // the thread is there once its first screen has been rendered
  await vi.waitFor(async () => expect((await visit('/today')).root).toContain('<h1'), 20_000)
})
afterAll(async () => {
  server.closeAllConnections()
  server.close()
  await school.stop()
  await rm(folder, { recursive: true, force: true })
})

type Visit = { readonly html: string; readonly root: string; readonly state: PageState | undefined }

/** A page as a browser gets it. */
async function visit(path: string, headers: Record<string, string> = {}, who = pupil): Promise<Visit> {
  const one = new Person(address)
  one.cookie = who.cookie
  const answer = await one.fetch(path, { headers })
  const html = await answer.text()
  expect([answer.status, answer.headers.get('cache-control')]).toEqual([200, 'no-store'])
  const json = /<script type="application\/json" id="page-state">(.*?)<\/script>/s.exec(html)?.[1]
  return {
    html,
    root: /<div id="root".*?<\/div>/s.exec(html)?.[0] ?? '',
    state: json ? JSON.parse(json) : undefined,
  }
}
const statuses = ({ state }: Visit) =>
  Object.fromEntries(Object.entries(state?.answers ?? {}).map(([at, [status]]) => [at, status]))
const topicsOf = ({ classId }: BuiltClass) => `/api/classes/${classId}/topics`
const missing = (...asked: object[]) => `missing=${encodeURIComponent(JSON.stringify(asked))}`

describe('a page of somebody who is in', () => {
  it('has the screen in its address, who is in and what the screen reads', async () => {
    const page = await visit(`/c/${own.classId}/topics`)
    expect(statuses(page)).toEqual({ '/api/me': 200, [topicsOf(own)]: 200 })
    expect(page.root).toBe(
      `<div id="root" data-rendered data-wide="true"><h1 data-style="0">en /api/me ${topicsOf(own)}</h1></div>`,
    )
    expect(page.state?.styles).toEqual(['width:40%'])
    const nonce = /<style nonce="([^"]+)">\[data-style="0"\]\{width:40%\}<\/style>/.exec(page.html)?.[1]
    expect(nonce).toBeTruthy()
  })

  it('reads what is of a pupil and what is of a class as what it is, whatever else the address names', async () => {
    const placeId = (await pupil.get('me', {})).ties[0]?.placeId
    for (const [path, read] of [
      [`/c/${own.classId}/progress/${placeId}`, `/api/classes/${own.classId}/progress/${placeId}`],
      [`/c/${own.classId}/talk`, `/api/spaces/${own.classId}/talk`],
    ] as const)
      expect(statuses(await visit(path)), path).toMatchObject({ [read]: 200 })
  })

  it('reads the same as a request of its own would', async () => {
    const { state } = await visit(`/c/${own.classId}/topics`)
    const answer = await pupil.fetch(topicsOf(own))
    expect(state?.answers[topicsOf(own)]).toEqual([200, await answer.json()])
  })

  it('is not broken by what somebody wrote, and what belongs to the visit ends where it ends', async () => {
    const { html, state } = await visit(`/c/${own.classId}/topics`)
    expect(JSON.stringify(state)).toContain(TITLE)
    expect(html).not.toContain('stolen()<')
    expect(html.split('<!--/visit-->')).toHaveLength(2)
    // as the service worker keeps it
    const kept = html.replace(/<!--visit-->.*<!--\/visit-->/s, '')
    expect(kept).not.toMatch(/Tides|Wren|stolen|data-style/)
  })

  it('speaks the language that they chose, else that of their browser', async () => {
    const asBrowser = await visit('/today', { 'accept-language': 'pt-PT' })
    expect(asBrowser.root).toContain('<h1 data-style="0">pt ')
    await pupil.get('chooseLanguage', {}, { language: 'pt' })
    expect((await visit('/today', { 'accept-language': 'en-GB' })).state?.rendered?.language).toBe('pt')
    await pupil.get('chooseLanguage', {}, { language: null })
    expect((await visit('/today', { 'accept-language': 'en-GB' })).state?.rendered?.language).toBe('en')
  })

  it.each([
    ['by a header of its own', { 'sec-ch-ua-mobile': '?1' }, false],
    ['by its name', { 'user-agent': 'Mozilla/5.0 (iPhone) Mobile/15E148' }, false],
    ['and a tablet is none', { 'user-agent': 'Mozilla/5.0 (Linux; Android 14; Tablet)' }, true],
  ])('is rendered narrow for a phone, known %s', async (_, headers, wide) => {
    expect((await visit('/today', headers)).state?.rendered?.wide).toBe(wide)
  })

  it('has what a screen asks for besides, as far as they may see it', async () => {
    const mine = {
      name: 'seeAbout',
      params: { classId: own.classId },
      at: `/api/classes/${own.classId}/about`,
    }
    const page = await visit(`/c/${own.classId}/topics?${missing(mine)}`)
    expect(statuses(page)[mine.at]).toBe(200)
    expect(page.root).toContain(mine.at)
    const theirs = {
      ...mine,
      params: { classId: foreign.classId },
      at: `/api/classes/${foreign.classId}/about`,
    }
    const refused = await visit(`/c/${own.classId}/topics?${missing(theirs)}`)
    expect(refused.state?.answers[theirs.at]).toEqual([404, { error: { code: 'not_found' } }])
    expect(refused.root).toBe('<div id="root"></div>')
  })

  it('changes nothing, whatever a screen asks for', async () => {
    const change = { name: 'signOut', params: {}, at: '/api/sign-out' }
    expect(statuses(await visit(`/today?${missing(change)}`))['/api/sign-out']).toBe(404)
    expect(statuses(await visit('/today'))).toEqual({ '/api/me': 200, '/api/today': 200 })
  })
})

describe('a page has nothing of a class', () => {
  it('for whoever is not in it', async () => {
    const page = await visit(`/c/${foreign.classId}/topics`)
    expect(page.state?.answers[topicsOf(foreign)]).toEqual([404, { error: { code: 'not_found' } }])
    expect(page.html).not.toContain('Stars above')
    expect(page.root).toBe('<div id="root"></div>')
  })

  it('for whoever is not signed in, or no more', async () => {
    const gone = await school.person().signIn('wren.hale')
    const { cookie } = gone
    await gone.get('signOut', {})
    gone.cookie = cookie
    for (const who of [school.person(), gone]) {
      const page = await visit(`/c/${own.classId}/topics`, {}, who)
      expect(statuses(page)).toEqual({ '/api/me': 401, [topicsOf(own)]: 401 })
      expect(page.root).toBe('<div id="root"></div>')
      expect(page.html).not.toContain('Tides')
    }
  })

  it.each(['/', '/come/abc', '/tablet', '/nowhere/at/all'])('where nobody has to be in: %s', async path => {
    const page = await visit(path)
    expect([page.root, page.state]).toEqual(['<div id="root"></div>', undefined])
  })

  it('at an address that is none', async () => {
    const page = await visit('/c/%22%3E%3Cscript%3E/topics')
    expect(Object.values(statuses(page))).toEqual([200, 404])
    expect(page.html).not.toContain('"><script>')
  })
})

describe('a page is whole', () => {
  it('where its screen cannot be rendered', async () => {
    const page = await visit('/today?fail')
    expect(page.root).toBe('<div id="root"></div>')
    expect(statuses(page)).toEqual({ '/api/me': 200, '/api/today': 200 })
  })

  it('where that takes too long, and those that come after are rendered again', async () => {
    const page = await visit('/today?hang')
    expect(page.root).toBe('<div id="root"></div>')
    expect(statuses(page)).toEqual({ '/api/me': 200, '/api/today': 200 })
    expect(page.state?.rendered).toBeNull()
    await expect.poll(async () => (await visit('/today')).root, { timeout: 10_000 }).toContain('<h1')
  })

  it('for sixty who come at once', async () => {
    // on a busy machine none of them may be rendered in time; each is whole
    const rendered = async () => {
      const pages = await Promise.all(Array.from({ length: 60 }, () => visit('/today')))
      for (const page of pages) expect(statuses(page)).toEqual({ '/api/me': 200, '/api/today': 200 })
      return pages.some(({ root }) => root.includes('<h1'))
    }
    await expect.poll(rendered, { timeout: 45_000 }).toBe(true)
  })
})
