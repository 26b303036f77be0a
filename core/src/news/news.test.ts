import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { ConversationId, PlaceId, SpaceId, WorkId } from '../ids/index.js'
import { UNTOUCHED } from '../work/index.js'
import {
  NEWS_KEPT,
  NEWS_KINDS,
  type NewsFacts,
  type NewsReader,
  newsKindsOf,
  newsOf,
  type TalkFacts,
  type WorkFacts,
} from './index.js'

const NOW = Date.UTC(2026, 9, 14, 15, 20)
const HOUR = 3_600_000
const DAY = 24 * HOUR
const reader: NewsReader = {
  now: NOW,
  readAt: null,
  off: [],
  reminders: ['dayBefore'],
  quiet: null,
  zone: 'Europe/Lisbon',
}
const spaceId = 'c' as SpaceId
const work = (more: Partial<WorkFacts> = {}): WorkFacts => ({
  spaceId,
  workId: 'w' as WorkId,
  title: 'Seed diary',
  kind: 'assignment',
  place: { placeId: 'p' as PlaceId, name: 'Ada' },
  points: 1000,
  timing: { opensAt: null, dueAt: null, closesAt: null },
  status: UNTOUCHED,
  appearedAt: NOW - HOUR,
  lookedAt: null,
  change: null,
  ...more,
})
const talk = (more: Partial<TalkFacts> = {}): TalkFacts => ({
  spaceId,
  conversationId: 'v' as ConversationId,
  title: 'Pond',
  kind: 'room',
  workId: null,
  place: null,
  last: { at: NOW - HOUR, by: 'Nia', text: 'Frogs!', files: 0 },
  fresh: 1,
  mentions: 0,
  answers: 0,
  lastIs: null,
  ...more,
})
const facts = (some: Partial<NewsFacts>): NewsFacts => ({
  works: [],
  notices: [],
  talks: [],
  waiting: [],
  ...some,
})
const kindsOf = (some: Partial<NewsFacts>, more: Partial<NewsReader> = {}) =>
  newsOf(facts(some), { ...reader, ...more }).items.map(item => `${item.kind} ${item.fresh}`)

describe('posted work', () => {
  it('is new until it or the feed was looked at', () => {
    expect(kindsOf({ works: [work()] })).toEqual(['posted 1'])
    expect(kindsOf({ works: [work({ lookedAt: NOW })] })).toEqual(['posted 0'])
    expect(kindsOf({ works: [work()] }, { readAt: NOW })).toEqual(['posted 0'])
    // begun on another device without the page of it being marked
    expect(kindsOf({ works: [work({ status: { ...UNTOUCHED, phase: 'started' } })] })).toEqual(['posted 0'])
  })

  it('stands once for two children, with the nearer deadline', () => {
    const other = { placeId: 'q' as PlaceId, name: 'Bram' }
    const due = (dueAt: number) => ({ opensAt: null, dueAt, closesAt: null })
    const { items, fresh } = newsOf(
      facts({
        works: [work({ timing: due(NOW + 3 * DAY) }), work({ place: other, timing: due(NOW + 2 * DAY) })],
      }),
      reader,
    )
    expect(items).toHaveLength(1)
    expect(items[0]).toMatchObject({ due: NOW + 2 * DAY, places: [{ name: 'Ada' }, { name: 'Bram' }] })
    expect(fresh).toBe(1)
  })

  it('is no news after a fortnight, nor before it appears', () => {
    expect(kindsOf({ works: [work({ appearedAt: NOW - NEWS_KEPT })] })).toEqual(['posted 1'])
    expect(kindsOf({ works: [work({ appearedAt: NOW - NEWS_KEPT - 1 })] })).toEqual([])
    expect(kindsOf({ works: [work({ appearedAt: NOW + 1 })] })).toEqual([])
  })

  it('that was changed is told as changed to those who had seen it', () => {
    const change = { at: NOW - 1000, by: 'Ms Varga' }
    expect(kindsOf({ works: [work({ change })] })).toEqual(['posted 1'])
    expect(kindsOf({ works: [work({ change, lookedAt: NOW - 2000 })] })).toEqual(['changed 1', 'posted 0'])
    expect(kindsOf({ works: [work({ change, lookedAt: NOW - 500 })] })).toEqual(['changed 0', 'posted 0'])
  })
})

describe('work that came back', () => {
  const status = {
    ...UNTOUCHED,
    phase: 'handedBack' as const,
    handedBackAt: NOW - HOUR,
    mark: 800,
  }
  it('is new until it was looked at, whether the feed was read or not', () => {
    const works = [work({ status, appearedAt: NOW - 30 * DAY })]
    expect(kindsOf({ works })).toEqual(['handedBack 1'])
    expect(kindsOf({ works }, { readAt: NOW })).toEqual(['handedBack 1'])
    expect(kindsOf({ works: [work({ status, appearedAt: 0, lookedAt: NOW - HOUR })] })).toEqual([
      'handedBack 0',
    ])
  })

  it('to be tried again has no mark', () => {
    const again = { ...status, phase: 'tryAgain' as const, tryAgainBy: NOW + DAY }
    const [item] = newsOf(facts({ works: [work({ status: again, appearedAt: 0 })] }), reader).items
    expect(item).toMatchObject({ kind: 'handedBack', mark: null, again: { by: NOW + DAY } })
  })
})

describe('what is said', () => {
  it('is the strongest of what it is, once', () => {
    expect(kindsOf({ talks: [talk({ fresh: 5, mentions: 1, answers: 2 })] })).toEqual(['mentioned 5'])
    expect(kindsOf({ talks: [talk({ fresh: 5, answers: 2 })] })).toEqual(['answered 5'])
    expect(kindsOf({ talks: [talk({ fresh: 5 })] })).toEqual(['said 5'])
    expect(kindsOf({ talks: [talk({ kind: 'letter' })] })).toEqual(['answered 1'])
    expect(kindsOf({ talks: [talk({ kind: 'sideNote' })] })).toEqual(['answered 1'])
  })

  it('stays what it was once it was read', () => {
    expect(kindsOf({ talks: [talk({ fresh: 0, lastIs: 'mentioned' })] })).toEqual(['mentioned 0'])
    expect(kindsOf({ talks: [talk({ fresh: 0, lastIs: 'answered' })] })).toEqual(['answered 0'])
    // a mention that was read says nothing about what came later
    expect(kindsOf({ talks: [talk({ fresh: 2, lastIs: 'mentioned' })] })).toEqual(['said 2'])
  })
})

describe('what is due soon', () => {
  const timing = { opensAt: null, dueAt: NOW + 20 * HOUR, closesAt: null }
  const due = (more: Partial<WorkFacts> = {}, rules: Partial<NewsReader> = {}) =>
    newsOf(facts({ works: [work({ timing, appearedAt: 0, ...more })] }), { ...reader, ...rules }).dueSoon
      .length

  it('is named from the reminder to the deadline', () => {
    expect(due()).toBe(1)
    expect(due({}, { now: timing.dueAt - DAY - 1 })).toBe(0)
    expect(due({}, { now: timing.dueAt })).toBe(1)
    expect(due({}, { now: timing.dueAt + 1 })).toBe(0)
    expect(due({}, { reminders: [] })).toBe(0)
  })

  it.each(['withTeacher', 'handedBack', 'excused', 'received'] as const)('is never what is %s', phase => {
    expect(due({ status: { ...UNTOUCHED, phase } })).toBe(0)
  })

  it('counts a second try by its own deadline', () => {
    const status = { ...UNTOUCHED, phase: 'tryAgain' as const, handedBackAt: NOW - 10 * DAY }
    expect(due({ status: { ...status, tryAgainBy: NOW + 2 * HOUR } })).toBe(1)
    expect(due({ status: { ...status, tryAgainBy: NOW + 30 * HOUR } })).toBe(0)
  })

  it('is nothing that is there to be looked at, nor what was posted after the reminder would have come', () => {
    expect(due({ kind: 'handout' })).toBe(0)
    expect(due({ appearedAt: NOW - HOUR })).toBe(0)
    const status = { ...UNTOUCHED, phase: 'tryAgain' as const, tryAgainBy: NOW + 2 * HOUR }
    expect(due({ status: { ...status, handedBackAt: NOW - HOUR } })).toBe(0)
  })
})

it('leaves out what somebody does not want to hear of', () => {
  const all = facts({
    works: [
      work({ timing: { opensAt: null, dueAt: NOW + HOUR, closesAt: null }, appearedAt: NOW - 2 * DAY }),
    ],
    talks: [talk()],
    waiting: [
      {
        what: 'nod',
        spaceId,
        spaceName: 'Garden',
        work: null,
        count: 1,
        oldestAt: 1,
        newestAt: 2,
      },
    ],
  })
  const shown = newsOf(all, reader)
  expect([shown.items.length, shown.waiting.length, shown.dueSoon.length]).toEqual([2, 1, 1])
  const off = newsOf(all, { ...reader, off: [...NEWS_KINDS] })
  expect([off.items.length, off.waiting.length, off.dueSoon.length, off.fresh]).toEqual([0, 0, 0, 0])
})

it('tells a teacher of no work that is asked of pupils', () => {
  expect(newsKindsOf('teacher')).toEqual(['notice', 'mentioned', 'answered', 'said', 'waiting'])
  expect(newsKindsOf('family')).toEqual(NEWS_KINDS)
})

const moment = fc.integer({ min: NOW - 20 * DAY, max: NOW })
const anyTalk = fc
  .record({ id: fc.nat(1000), at: moment, fresh: fc.nat(6), mentions: fc.nat(3), answers: fc.nat(3) })
  .map(({ id, at, ...counts }) =>
    talk({
      ...counts,
      conversationId: `v${id}` as ConversationId,
      last: { at, by: 'Nia', text: '', files: 0 },
    }),
  )
const anyWork = fc
  .record({ appearedAt: moment, lookedAt: fc.option(moment), changedAt: fc.option(moment), id: fc.nat(5) })
  .map(({ changedAt, id, ...more }) =>
    work({
      ...more,
      workId: `w${id}` as WorkId,
      change: changedAt === null ? null : { at: changedAt, by: 'Ms Varga' },
    }),
  )

it('counts what it shows, the newest first; the order of the facts changes nothing of it', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(anyTalk, { selector: one => one.conversationId }),
      fc.array(anyWork),
      fc.option(moment),
      (talks, works, readAt) => {
        const asked = { ...reader, readAt }
        const { items, fresh } = newsOf(facts({ talks, works }), asked)
        expect(fresh).toBe(items.reduce((sum, item) => sum + item.fresh, 0))
        expect(items.map(item => item.at)).toEqual(items.map(item => item.at).sort((a, b) => b - a))
        // each message once, and each piece of work at most once as new
        const within = talks.filter(one => one.last.at >= NOW - NEWS_KEPT)
        const inTalk = items.filter(item => 'conversationId' in item).reduce((sum, one) => sum + one.fresh, 0)
        expect(inTalk).toBe(within.reduce((sum, one) => sum + one.fresh, 0))
        expect(newsOf(facts({ talks: [...talks].reverse(), works: [...works].reverse() }), asked).fresh).toBe(
          fresh,
        )
      },
    ),
  )
})

it('holds nothing as new that is told in the feed entirely, once it was read', () => {
  fc.assert(
    fc.property(fc.array(anyWork), works => {
      expect(newsOf(facts({ works }), { ...reader, readAt: NOW }).fresh).toBe(0)
    }),
  )
})
