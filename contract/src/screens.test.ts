import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { matchPath } from 'react-router'
import { describe, expect, it } from 'vitest'
import { routes, SCREENS, type ScreenPlace, screenAt } from './index.js'

const places: readonly ScreenPlace[] = SCREENS
const features = resolve(import.meta.dirname, '../../web/src/features')

describe('every screen', () => {
  it.each(places.map(one => [one.path, one] as const))(
    '%s has its file, and reads what its address names',
    (_, place) => {
      expect(existsSync(resolve(features, `${place.file}.tsx`))).toBe(true)
      if (!place.reads) return
      const route = routes[place.reads]
      const named = [...route.path.matchAll(/:(\w+)/g)].map(found => found[1])
      expect(route.method).toBe('GET')
      // a space is a class or a circle
      for (const name of named)
        expect(place.path).toMatch(new RegExp(name === 'spaceId' ? ':(class|circle)Id\\b' : `:${name}\\b`))
    },
  )
})

describe('the screen at an address', () => {
  // the same patterns as React Router reads them, where they name no part that may be absent
  const addresses = [
    '/',
    '/today',
    '/today/',
    '/Today',
    '/c/K1/WEEK',
    '/c/k1/week',
    '/c/k1/week/2026-10-12',
    '/c/k1/work/w%20%2F/marking',
    '/c/k1/work/w1/marking/p1',
    '/circles/new',
    '/circles/c1',
    '/circles/c1/talk/nod',
    '/circles/c1/talk/v1',
    '/circles/c1/talk/letters/v1',
    '/circles/c1/audit-log',
    '/school/people',
    '/school/people/p1',
    '/nowhere',
    '/c/k1/week/2026-10-12/more',
    '/c//week',
  ]

  it.each(addresses)('%s is the one that React Router finds', address => {
    const found = screenAt(address)
    const first = places.find(one => matchPath(one.path, address))
    expect(found?.screen.path).toBe(first?.path)
    if (!first) return
    const { params } = matchPath(first.path, address) ?? { params: {} }
    for (const [name, value] of Object.entries(params))
      if (value) expect(found?.params[name]).toBe(decodeURIComponent(String(value)))
  })

  it('is this week where the address says none, and an address that is no text is taken as it stands', () => {
    expect(screenAt('/c/k1/week')?.params).toEqual({ classId: 'k1', spaceId: 'k1', week: 'now' })
    expect(screenAt('/c/%E0%A4%A/week')?.params.classId).toBe('%E0%A4%A')
  })
})
