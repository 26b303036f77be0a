import { readFileSync } from 'node:fs'
import { runInNewContext } from 'node:vm'
import { caches, Request, Response, setGlobalOrigin } from 'undici'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'

/**
 * The service worker as browsers run it: its events are given by hand, the caches are those of the Service Workers
 * standard, by undici, and the network answers what a test says.
 */
// a port that is closed to every fetch: nothing here asks for anything outside
const ORIGIN = 'http://127.0.0.1:9'
const SOURCE = readFileSync(new URL('sw.js', import.meta.url), 'utf8')
const PICTURE = '/api/classes/c1/works/w1/submissions/p1/files/f1'

type Network = (path: string) => Response | Promise<Response>
type Heard = {
  request: Request
  waitUntil: (work: Promise<unknown>) => void
  respondWith: (answer: Promise<Response>) => void
}

let network: Network
let asked: string[]
let heard: Map<string, (event: Heard) => void>

function begin(build = 'one', files: readonly string[] = ['/assets/start-1.js']): void {
  heard = new Map()
  const self = {
    location: { origin: ORIGIN },
    addEventListener: (name: string, run: (event: Heard) => void) => heard.set(name, run),
    skipWaiting: async () => undefined,
    clients: { claim: async () => undefined },
  }
  const fetch = async (request: Request) => {
    const { pathname } = new URL(request.url)
    asked.push(pathname)
    return network(pathname)
  }
  runInNewContext(SOURCE, { self, caches, fetch, URL, Promise, Response, FILES: files, BUILD: build })
}

beforeEach(() => {
  setGlobalOrigin(ORIGIN)
  asked = []
  network = down
  begin()
})
afterEach(async () => {
  for (const name of await caches.keys()) await caches.delete(name)
})

const down: Network = () => Promise.reject(new TypeError('no network'))
const image =
  (bytes: string, tag = bytes): Network =>
  () =>
    new Response(bytes, { headers: { 'content-type': 'image/png', etag: tag } })

/** Asks as a page does; nothing where the worker leaves it to the browser. Waits for what it does behind the answer. */
async function ask(path: string, init: { mode?: 'navigate'; headers?: Record<string, string> } = {}) {
  const behind: Promise<unknown>[] = []
  let answer: Promise<Response> | undefined
  const request = new Request(ORIGIN + path, { headers: init.headers ?? {} })
  // only browsers can make a request of this kind
  if (init.mode) Object.defineProperty(request, 'mode', { value: init.mode })
  heard.get('fetch')?.({
    request,
    waitUntil: work => void behind.push(work),
    respondWith: given => {
      answer = given
    },
  })
  const text = await (await answer)?.text()
  await Promise.all(behind)
  return text
}

/** Installs and activates it. */
async function install(): Promise<void> {
  for (const name of ['install', 'activate']) {
    const behind: Promise<unknown>[] = []
    heard.get(name)?.({ waitUntil: (work: Promise<unknown>) => void behind.push(work) } as Heard)
    await Promise.all(behind)
  }
}

const isIn = async (kind: string) =>
  (await caches.open('oppen kept 3')).put(
    '/kept/me',
    new Response(JSON.stringify({ at: 1, data: { account: { kind } } })),
  )

describe('pictures and printed pages', () => {
  it('come from the network while there is one, and as they were last when there is none', async () => {
    await isIn('pupil')
    network = image('first')
    expect(await ask(PICTURE)).toBe('first')
    network = image('second')
    expect(await ask(PICTURE)).toBe('second')
    network = down
    expect(await ask(PICTURE)).toBe('second')
    await expect(ask(PICTURE.replace('f1', 'f2'))).rejects.toThrow('no network')
  })

  it('come as they were last when the server is being renewed, and refusals as refusals', async () => {
    await isIn('pupil')
    network = image('first')
    await ask(PICTURE)
    network = () => new Response('gone for a moment', { status: 502 })
    expect(await ask(PICTURE)).toBe('first')
    network = () => new Response('not yours', { status: 404 })
    expect(await ask(PICTURE)).toBe('not yours')
  })

  it.each([
    ['a teacher', () => isIn('teacher')],
    ['a family', () => isIn('family')],
    ['somebody at a shared tablet, or nobody', async () => undefined],
  ])('of %s are not kept', async (_, comeIn) => {
    await comeIn()
    network = image('seen')
    expect(await ask(PICTURE)).toBe('seen')
    network = down
    await expect(ask(PICTURE)).rejects.toThrow('no network')
  })

  it('leave nothing of somebody who signs out while they come', async () => {
    await isIn('pupil')
    network = async path => {
      await caches.delete('oppen kept 3')
      await caches.delete('oppen kept files 2')
      return image('late')(path)
    }
    expect(await ask(PICTURE)).toBe('late')
    expect(await caches.has('oppen kept files 2')).toBe(false)
  })

  it('are the newest sixty', async () => {
    await isIn('pupil')
    network = image('seen')
    for (let n = 0; n < 63; n++) await ask(`/api/classes/c1/works/w1/submissions/p1/worksheet/sheets/s${n}`)
    network = down
    const kept = await (await caches.open('oppen kept files 2')).keys()
    expect(kept.map(({ url }) => url.split('/').at(-1))).toEqual(
      Array.from({ length: 60 }, (_, n) => `s${n + 3}`),
    )
  })

  it('are no recordings, and nothing that is asked for in parts or is no file', async () => {
    await isIn('pupil')
    network = () => new Response('voice', { headers: { 'content-type': 'audio/webm' } })
    expect(await ask(PICTURE)).toBe('voice')
    expect(await caches.has('oppen kept files 2')).toBe(false)
    expect(await ask(PICTURE, { headers: { range: 'bytes=0-' } })).toBeUndefined()
    for (const path of ['/api/me', '/api/classes/c1/works/w1/submissions/p1', '/api/classes/c1/files/f1'])
      expect(await ask(path), path).toBeUndefined()
  })
})

describe('the screens', () => {
  it('come up without a network once they were kept, at every address', async () => {
    network = path => new Response(`built ${path}`)
    // the browser asks for what is to be kept by itself
    const cache = await caches.open('oppen screens one')
    await cache.put('/', new Response('built /'))
    await cache.put('/assets/start-1.js', new Response('built start'))
    network = down
    expect(await ask('/c/c1/week', { mode: 'navigate' })).toBe('built /')
    expect(await ask('/assets/start-1.js')).toBe('built start')
    expect(asked).toEqual(['/c/c1/week'])
  })

  it('are the newest while there is a network', async () => {
    network = () => new Response('new page')
    expect(await ask('/today', { mode: 'navigate' })).toBe('new page')
    network = down
    expect(await ask('/today', { mode: 'navigate' })).toBe('new page')
  })

  it('are kept without what belongs to one visit: whoever is next reads nothing of who was here', async () => {
    const visit =
      '<!--visit--><div id="root">\n<h1>Wren</h1></div><script>{"c1":"Wren"}</script><!--/visit-->'
    network = () => new Response(`<body>${visit}</body>`)
    expect(await ask('/c/c1/week', { mode: 'navigate' })).toContain('Wren')
    network = down
    expect(await ask('/', { mode: 'navigate' })).toBe('<body><div id="root"></div></body>')
  })

  it('leave files of the server to it', async () => {
    expect(await ask('/api/outbox/m1/file', { mode: 'navigate' })).toBeUndefined()
  })

  it('of the build before stay for tabs that are open, those before it go', async () => {
    for (const build of ['zero', 'one']) await caches.open(`oppen screens ${build}`)
    await caches.open('oppen files')
    begin('two', [])
    await install()
    expect((await caches.keys()).sort()).toEqual(['oppen files', 'oppen screens one', 'oppen screens two'])
  })

  it('of the build before stay without its page, which may be that of somebody', async () => {
    const before = await caches.open('oppen screens one')
    await before.put('/', new Response('the page of Wren'))
    await before.put('/assets/old-1.js', new Response('old'))
    await (await caches.open('oppen screens two')).put('/', new Response('new page'))
    begin('two', [])
    await install()
    network = down
    expect(await ask('/today', { mode: 'navigate' })).toBe('new page')
    expect((await before.keys()).map(({ url }) => new URL(url).pathname)).toEqual(['/assets/old-1.js'])
  })

  it('with parts that few need are kept with those once they were used', async () => {
    const path = '/assets/pdfjs-1/wasm/jbig2.wasm'
    network = () => new Response('decoder')
    await ask(path)
    network = down
    expect(await ask(path)).toBe('decoder')
    expect(asked).toEqual([path])
  })
})
