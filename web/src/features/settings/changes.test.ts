import type { SettingsBody } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { changesOf } from './changes.js'

const was = {
  name: 'Tides',
  yearLabel: 'Year 6',
  families: true,
  shared: false,
  ownSecret: 'pin',
  idleMinutes: 10,
  admits: 'code',
} as unknown as SettingsBody

describe('what would change with the settings', () => {
  it('is nothing where nothing is different', () => {
    expect(changesOf(was, { ...was })).toEqual([])
  })

  it.each<[Partial<Record<keyof SettingsBody, unknown>>, RegExp]>([
    [{ name: 'High water' }, /High water Year 6/],
    [{ yearLabel: '' }, /Tides/],
    [{ families: false }, /[Ff]amilies/],
    [{ shared: true }, /[Tt]ablet/],
    [{ ownSecret: 'password' }, /password/],
    [{ idleMinutes: 4 }, /4/],
  ])('with %j is said in one sentence', (part, sentence) => {
    const said = changesOf(was, { ...was, ...part } as SettingsBody)
    expect(said).toHaveLength(1)
    expect(said[0]).toMatch(sentence)
  })

  it('says each change by itself', () => {
    const now = { ...was, families: false, shared: true, idleMinutes: 3 } as SettingsBody
    expect(changesOf(was, now)).toHaveLength(3)
  })
})
