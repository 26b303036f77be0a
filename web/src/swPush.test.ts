import { readFileSync } from 'node:fs'
import { runInNewContext } from 'node:vm'
import { beforeEach, describe, expect, it } from 'vitest'

/** The service worker as browsers run it, with what a push service brings; its events are given by hand. */
const SOURCE = readFileSync(new URL('sw.js', import.meta.url), 'utf8')

type Window = { focus: () => Promise<void>; navigate: (to: string) => Promise<void> }
let heard: Map<string, (event: object) => void>
let shown: unknown[]
let went: string[]
let windows: Window[]

beforeEach(() => {
  ;[heard, shown, went, windows] = [new Map(), [], [], []]
  const self = {
    location: { origin: 'http://127.0.0.1:9' },
    addEventListener: (name: string, run: (event: object) => void) => heard.set(name, run),
    registration: {
      showNotification: async (title: string, options: object) =>
        void shown.push(JSON.parse(JSON.stringify([title, options]))),
    },
    clients: {
      matchAll: async () => windows,
      openWindow: async (to: string) => void went.push(`opened ${to}`),
    },
  }
  runInNewContext(SOURCE, { self, caches: {}, URL, Promise, FILES: [], BUILD: 'one' })
})

async function happens(name: string, event: object): Promise<void> {
  const behind: Promise<unknown>[] = []
  heard.get(name)?.({ ...event, waitUntil: (work: Promise<unknown>) => void behind.push(work) })
  await Promise.all(behind)
}
const pushed = (data: unknown) => happens('push', { data: { json: () => data } })
const pressed = (path: unknown) =>
  happens('notificationclick', { notification: { close: () => undefined, data: { path } } })

describe('what a push service brings', () => {
  it('is shown as it is, and nothing that is none of ours', async () => {
    await pushed({ title: 'Notice by Ms Kestrel', body: 'Boots', path: '/new', tag: 'push.1.2' })
    expect(shown).toEqual([
      [
        'Notice by Ms Kestrel',
        { body: 'Boots', tag: 'push.1.2', icon: '/oppen.svg', data: { path: '/new' } },
      ],
    ])
    for (const odd of [{}, { title: 'x' }, { title: 1, path: '/new' }]) await pushed(odd)
    await happens('push', { data: null })
    expect(shown).toHaveLength(1)
  })

  it('leads to a screen of ours, in the window that is open or in a new one', async () => {
    await pressed('/new')
    expect(went).toEqual(['opened /new'])
    windows = [
      { focus: async () => void went.push('focus'), navigate: async to => void went.push(`went ${to}`) },
    ]
    await pressed('/c/abc/talk')
    expect(went.slice(1)).toEqual(['focus', 'went /c/abc/talk'])
    for (const elsewhere of ['https://elsewhere.example', '//elsewhere.example', undefined, 7])
      await pressed(elsewhere)
    expect(went.slice(3).filter(one => one !== 'focus')).toEqual(Array(4).fill('went /new'))
  })
})
