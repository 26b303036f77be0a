import { beforeEach, describe, expect, it } from 'vitest'
import { DeviceStore } from '../testing/deviceStore.js'
import {
  BASE,
  forgetConfirmed,
  INK,
  keep,
  keptPages,
  makeRoom,
  PAGE,
  PRESS,
  readKept,
  readVersion,
  unsentHere,
} from './device.js'

let room: number
beforeEach(() => {
  room = Number.POSITIVE_INFINITY
  Object.assign(globalThis, { localStorage: new DeviceStore(() => room) })
})

const page = (who: string, work: string, { dirty = false, at = 1 } = {}): string => {
  const key = `${PAGE}${who} ${work} p1 tab`
  keep(key, JSON.stringify({ html: 'x'.repeat(100), dirty, at }))
  keep(BASE + key.slice(PAGE.length), JSON.stringify({ html: 'y'.repeat(100) }))
  return key
}
const strokeOf = (who: string, work: string, id: string, sent: boolean): void =>
  void keep(`${INK}${who} ${work} p1 ${id}`, JSON.stringify({ id, put: null, sent }))
const used = () => JSON.stringify({ ...localStorage }).length

describe('the store of a device', () => {
  it('reads what it kept, and nothing of what cannot be read', () => {
    keep('a', '{"one":1}')
    keep('b', '{"one":')
    expect([readKept('a'), readKept('b'), readKept('c')]).toEqual([{ one: 1 }, undefined, undefined])
  })

  it('reads a version by what its lineage was called before', () => {
    const lineage = [{ run: 'r', from: 1 }]
    keep('new', JSON.stringify({ version: 2, savedAt: 1, lineage }))
    keep('old', JSON.stringify({ version: 2, savedAt: 1, trail: lineage }))
    expect([readVersion('new')?.lineage, readVersion('old')?.lineage]).toEqual([lineage, lineage])
    expect(readVersion('none')).toBeUndefined()
  })

  it('knows of which submissions something has not arrived: words, strokes taken off or put, a press', () => {
    page('ann', 'saved')
    page('ann', 'written', { dirty: true })
    strokeOf('ann', 'drawn', 'one', true)
    strokeOf('ann', 'drawn', 'two', false)
    strokeOf('ann', 'shown', 'one', true)
    keep(`${PRESS}ann pressed p1`, '{}')
    page('anna', 'hers', { dirty: true })
    expect(unsentHere('ann').sort()).toEqual(['drawn p1', 'pressed p1', 'written p1'])
  })

  it('forgets what the server has of one person, and nothing that has not arrived', () => {
    const saved = page('ann', 'saved')
    const written = page('ann', 'written', { dirty: true })
    const other = page('bo', 'saved')
    strokeOf('ann', 'drawn', 'one', true)
    strokeOf('ann', 'drawn', 'two', false)
    forgetConfirmed('ann')
    expect(keptPages()).toEqual([written, other])
    expect(readKept(BASE + saved.slice(PAGE.length))).toBeUndefined()
    expect(unsentHere('ann').sort()).toEqual(['drawn p1', 'written p1'])
    expect(Object.keys(localStorage).filter(key => key.startsWith(INK))).toHaveLength(1)
  })
})

describe('a device whose store is full', () => {
  it('lets go of what the server has, the oldest first, for what it has not', () => {
    const old = page('bo', 'old', { at: 1 })
    const newer = page('ann', 'newer', { at: 5 })
    const unsent = page('bo', 'unsent', { dirty: true, at: 0 })
    room = used() + 50
    expect(keep('more', 'z'.repeat(150))).toBe(true)
    expect(keptPages().sort()).toEqual([newer, unsent].sort())
    expect(readKept(old)).toBeUndefined()
  })

  it('lets go of strokes that arrived once there are no such pages', () => {
    strokeOf('ann', 'drawn', 'one', true)
    strokeOf('ann', 'drawn', 'two', false)
    room = used()
    expect(keep('more', 'z')).toBe(true)
    expect(unsentHere('ann')).toEqual(['drawn p1'])
  })

  it('says so where all of it has still to arrive, and keeps all of that', () => {
    page('ann', 'one', { dirty: true })
    strokeOf('ann', 'drawn', 'two', false)
    room = used()
    expect(keep('more', 'z'.repeat(500))).toBe(false)
    expect(unsentHere('ann').sort()).toEqual(['drawn p1', 'one p1'])
    expect(makeRoom()).toBe(false)
  })
})
