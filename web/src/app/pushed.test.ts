import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { showPushed } from './pushed.js'

const event = {
  what: 'push',
  title: 'Notice by Ms Kestrel',
  body: '',
  path: '/new',
  tag: 'push.1.2',
} as const
const shown: string[] = []

/** The notifications of a browser, as far as they are used. */
class Shown {
  static permission: NotificationPermission = 'granted'
  constructor(title: string) {
    shown.push(title)
  }
  addEventListener = () => undefined
}

beforeEach(() => {
  shown.length = 0
  vi.stubGlobal('window', { Notification: Shown })
  vi.stubGlobal('Notification', Shown)
  vi.stubGlobal('navigator', {})
})
afterEach(() => vi.unstubAllGlobals())

it('shows what is new only where its person has allowed that', async () => {
  await showPushed(event)
  expect(shown).toEqual(['Notice by Ms Kestrel'])
  for (const permission of ['default', 'denied'] as const) {
    Shown.permission = permission
    await showPushed(event)
  }
  expect(shown).toHaveLength(1)
})
