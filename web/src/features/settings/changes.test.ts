import type { SettingsBody } from '@oppen/contract'
import { MARK_RULES } from '@oppen/core/marks'
import { TALK_RULES } from '@oppen/core/talk'
import { describe, expect, it } from 'vitest'
import { changesOf } from './changes.js'
import type { Settings } from './parts.js'

const own = {
  name: 'Tides',
  yearLabel: 'Year 6',
  families: true,
  shared: false,
  ownSecret: 'pin',
  idleMinutes: 10,
  admits: 'register',
  takeBack: true,
  improve: false,
  seeOthers: true,
  sharing: 'adults',
  tint: null,
  sign: null,
} as const satisfies SettingsBody
const was: Settings = {
  own,
  talk: { ...TALK_RULES, reactions: [...TALK_RULES.reactions] },
  marks: MARK_RULES,
}

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
    [{ takeBack: false }, /stays with you.*at once/],
    [{ seeOthers: false }, /own answers alone.*at once/],
    [{ sharing: 'nobody' }, /stop working at once/],
    [{ sign: 'kite' }, /tint and sign/],
  ])('with %j is said in one sentence', (part, sentence) => {
    const said = changesOf(was, { ...was, own: { ...own, ...part } as SettingsBody })
    expect(said).toHaveLength(1)
    expect(said[0]).toMatch(sentence)
  })

  it('says each change by itself', () => {
    const now: Settings = {
      own: { ...own, families: false, shared: true, idleMinutes: 3 },
      talk: { ...was.talk, nod: true, reactions: [] },
      marks: { ...MARK_RULES, averages: false, late: { everyHours: 24, take: 100, floor: 0 } },
    }
    expect(changesOf(was, now)).toHaveLength(7)
  })
})
