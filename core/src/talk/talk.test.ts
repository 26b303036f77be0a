import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { AccountId, CircleId, ClassId, GroupId, PlaceId } from '../ids/index.js'
import {
  type Audience,
  addressLetter,
  type ConversationHead,
  EDIT_FOR,
  FOR_ALL,
  isNew,
  isOverseen,
  type MessageHead,
  mayDecide,
  mayEdit,
  mayPost,
  mayRemove,
  nextShown,
  type Posting,
  ROOM,
  readingOf,
  type Seat,
  seenOf,
  TALK_RULES,
} from './index.js'

const classId = 'science' as ClassId
const heron = 'heron' as GroupId
const wren = 'wren' as GroupId
const seat = (role: 'pupil' | 'family', groupId: GroupId, spaceId = classId): Seat => ({
  role,
  spaceId,
  groupId,
  placeId: `place in ${groupId}` as PlaceId,
})
const teacher: Seat = { role: 'teacher', spaceId: classId, oversees: true }
const head = (audience: Partial<Audience> = {}): ConversationHead => ({
  spaceId: classId,
  readers: { by: 'audience', audience: { ...FOR_ALL, ...audience } },
  madeAt: 50,
  appearsAt: 100,
  removed: false,
})

const ofRole = (one: ConversationHead, seats: readonly Seat[], now: number, account = 'ada') =>
  readingOf(one, { account: account as AccountId, seats }, now)?.role

describe('a conversation', () => {
  it.each([
    ['for all', {}, ['teacher', 'pupil', 'pupil', 'family', 'family']],
    ['for pupils only', { families: false }, ['teacher', 'pupil', 'pupil', undefined, undefined]],
    ['for families only', { pupils: false }, ['teacher', undefined, undefined, 'family', 'family']],
    ['for one group', { groups: [heron] }, ['teacher', 'pupil', undefined, 'family', undefined]],
    ['for no group', { groups: [] }, ['teacher', undefined, undefined, undefined, undefined]],
  ])('%s is read by exactly those', (_, audience, roles) => {
    const seats = [
      teacher,
      seat('pupil', heron),
      seat('pupil', wren),
      seat('family', heron),
      seat('family', wren),
    ]
    expect(seats.map(one => ofRole(head(audience), [one], 100))).toEqual(roles)
  })

  it('is not there for others, before its time, or once it was removed; teachers see it before', () => {
    const pupil = seat('pupil', heron)
    expect(ofRole(head(), [seat('pupil', heron, 'numbers' as ClassId)], 100)).toBeUndefined()
    expect(ofRole(head(), [], 100)).toBeUndefined()
    expect(ofRole(head(), [pupil], 99)).toBeUndefined()
    expect(ofRole(head(), [teacher], 99)).toBe('teacher')
    // made and shown at 100, on a clock that was then set back
    expect(ofRole({ ...head(), madeAt: 100 }, [pupil], 99)).toBe('pupil')
    expect(ofRole({ ...head(), removed: true }, [pupil, teacher], 100)).toBeUndefined()
  })

  it('is read by who has several ties as the one that sees most', () => {
    const children = [seat('family', wren), seat('family', heron)]
    expect(ofRole(head({ groups: [heron] }), children, 100)).toBe('family')
    expect(ofRole(head(), [...children, teacher], 100)).toBe('teacher')
  })
})

describe('what stands beside work', () => {
  const asked = { ...head(), readers: { by: 'places', placeIds: ['place in heron'] } } as const

  it('is read by the pupils of its places and by teachers, by no family', () => {
    expect(ofRole(asked as never, [seat('pupil', heron)], 100)).toBe('pupil')
    expect(ofRole(asked as never, [seat('pupil', wren)], 100)).toBeUndefined()
    expect(ofRole(asked as never, [seat('family', heron)], 100)).toBeUndefined()
    expect(ofRole(asked as never, [teacher], 100)).toBe('teacher')
  })
})

/** Pupils do not write to each other, and all that they write waits. */
const STRICT = { ...TALK_RULES, pupilsWrite: false, nod: true }

describe('a letter', () => {
  const person = (account: string, role: 'teacher' | 'pupil' | 'family') => ({
    account: account as AccountId,
    role,
    isPupil: role === 'pupil',
  })
  const ms = person('ms', 'teacher')
  const ada = person('ada', 'pupil')
  const mother = person('mother', 'family')
  const letter = (...people: ReturnType<typeof person>[]): ConversationHead => ({
    ...head(),
    readers: { by: 'people', people },
  })
  const reading = (one: ConversationHead, account: string, seats: readonly Seat[]) =>
    readingOf(one, { account: account as AccountId, seats }, 100)

  it('is read by those whom it is to, for as long as they belong to the class', () => {
    expect(reading(letter(ms, mother), 'mother', [seat('family', heron)])?.role).toBe('family')
    expect(reading(letter(ms, mother), 'father', [seat('family', heron)])).toBeUndefined()
    expect(reading(letter(ms, mother), 'mother', [])).toBeUndefined()
    // who was a family and is a teacher now reads as what it was written to, or not at all
    expect(reading(letter(ms, mother), 'mother', [teacher])).toBeUndefined()
  })

  it('with a pupil is read by the other teachers as well, to whom it is nothing new; with families alone it is not', () => {
    expect(reading(letter(ms, ada), 'ms', [teacher])).toEqual({ role: 'teacher', concerned: true })
    expect(reading(letter(ms, ada), 'mr', [teacher])).toEqual({ role: 'teacher', concerned: false })
    expect(reading(letter(ms, mother), 'mr', [teacher])).toBeUndefined()
  })

  const bram = person('bram', 'pupil')
  const known = new Map([ms, ada, mother, bram].map(one => [one.account, one]))
  it.each([
    ['a teacher to all of them', ms, ['ada', 'mother', 'bram'], 'ok'],
    ['a pupil to a teacher', ada, ['ms'], 'ok'],
    ['a pupil to a pupil', ada, ['bram'], 'letter_not_to'],
    ['a pupil to a teacher and a pupil', ada, ['ms', 'bram'], 'letter_not_to'],
    ['a pupil to a family', ada, ['mother'], 'letter_not_to'],
    ['a family to a teacher', mother, ['ms'], 'ok'],
    ['a family to a pupil', mother, ['ada'], 'letter_not_to'],
    ['somebody to nobody', ms, [], 'letter_to_nobody'],
    ['somebody to themselves', ms, ['ms'], 'letter_to_nobody'],
    ['a teacher to a stranger', ms, ['nobody'], 'letter_not_to'],
    ['a teacher to too many', ms, Array.from({ length: 41 }, (_, n) => `p${n}`), 'letter_to_many'],
  ])('%s', (_, writer, to, expected) => {
    const found = addressLetter(writer, to as AccountId[], known, TALK_RULES, true)
    expect(found.ok ? 'ok' : found.refusal.code).toBe(expected)
  })

  it('among pupils is written where the class lets them, and names each once', () => {
    const rules = { ...TALK_RULES, pupilLetters: true }
    const found = addressLetter(ada, ['bram', 'bram', 'ada'] as AccountId[], known, rules, true)
    expect(found).toEqual({ ok: true, value: [ada, bram] })
    const off = addressLetter(ada, [bram.account], known, { ...rules, pupilsWrite: false }, true)
    expect(off.ok).toBe(false)
  })
})

describe('in a circle', () => {
  const garden = 'garden' as CircleId
  const administrator = (oversees: boolean): Seat => ({ role: 'teacher', spaceId: garden, oversees })
  const member: Seat = { role: 'pupil', spaceId: garden, groupId: null, placeId: null }
  const inGarden = (readers: ConversationHead['readers']): ConversationHead => ({
    ...head(),
    spaceId: garden,
    readers,
  })
  const person = (account: string, role: 'teacher' | 'pupil', isPupil: boolean) => ({
    account: account as AccountId,
    role,
    isPupil,
  })
  const ada = person('ada', 'pupil', true)
  const nia = person('nia', 'teacher', true)
  const mother = person('mother', 'pupil', false)
  const known = new Map([ada, nia, mother].map(one => [one.account, one]))

  it('what is for all is read by members as by administrators, and nobody of a class', () => {
    const notice = inGarden({ by: 'audience', audience: FOR_ALL })
    expect(ofRole(notice, [member], 100)).toBe('pupil')
    expect(ofRole(notice, [administrator(false)], 100)).toBe('teacher')
    expect(ofRole(notice, [teacher, seat('pupil', heron)], 100)).toBeUndefined()
    expect(
      ofRole(inGarden({ by: 'audience', audience: { ...FOR_ALL, groups: [heron] } }), [member], 100),
    ).toBe(undefined)
  })

  it('a letter with pupils is looked after by teachers who administer it, by no other administrator', () => {
    const letter = inGarden({ by: 'people', people: [ada, mother] })
    expect(readingOf(letter, { account: 'ms' as AccountId, seats: [administrator(true)] }, 100)).toEqual({
      role: 'teacher',
      concerned: false,
    })
    expect(ofRole(letter, [administrator(false)], 100, 'nia')).toBeUndefined()
    expect(
      ofRole(inGarden({ by: 'people', people: [mother] }), [administrator(true)], 100, 'ms'),
    ).toBeUndefined()
    // a pupil who administers a circle is a pupil
    expect(isOverseen([nia, mother])).toBe(true)
  })

  it.each([
    ['a member to a pupil who administers', mother, ['nia'], false, 'letter_unattended'],
    ['the same where a teacher looks after it', mother, ['nia'], true, 'ok'],
    ['a pupil who administers to a grown-up', nia, ['mother'], false, 'letter_unattended'],
    ['a pupil to a pupil who administers', ada, ['nia'], false, 'letter_unattended'],
    ['a member to a member', mother, ['ada'], true, 'letter_not_to'],
  ])('%s', (_, writer, to, attended, expected) => {
    const found = addressLetter(writer, to as AccountId[], known, TALK_RULES, attended)
    expect(found.ok ? 'ok' : found.refusal.code).toBe(expected)
  })
})

describe('what is new', () => {
  const ada = 'ada' as AccountId
  const message = { by: 'bram' as AccountId, shownAt: 50, removed: false }
  const at = (position: number) => ({ reader: ada, position })

  it('is what others showed since, and nothing that was removed or never shown', () => {
    expect(isNew(message, at(49))).toBe(true)
    expect(isNew(message, at(50))).toBe(false)
    expect(isNew({ ...message, removed: true }, at(0))).toBe(false)
    expect(isNew({ ...message, by: ada }, at(0))).toBe(false)
    expect(isNew({ ...message, shownAt: null }, at(0))).toBe(false)
  })

  it('is each message exactly once, whatever the clock does between them', () => {
    const clocks = fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 1, maxLength: 40 })
    fc.assert(
      fc.property(clocks, fc.integer({ min: 0, max: 39 }), (moments, readAfter) => {
        const shown: number[] = []
        for (const now of moments) shown.push(nextShown(now, shown.at(-1) ?? null))
        const position = shown[Math.min(readAfter, shown.length - 1)] ?? 0
        const news = shown.filter(shownAt => isNew({ ...message, shownAt }, at(position)))
        expect(news).toEqual(shown.slice(readAfter + 1))
      }),
    )
  })
})

describe('writing', () => {
  const posting = (one: Partial<Posting>): Posting => ({
    role: 'pupil',
    rules: TALK_RULES,
    kind: one.room === null ? 'notice' : 'room',
    room: ROOM,
    amongPupils: false,
    overseen: true,
    unattended: false,
    replies: true,
    isAnswer: false,
    nodForPerson: false,
    now: 0,
    zone: 'Europe/Lisbon',
    ...one,
  })
  const result = (one: Partial<Posting>) => {
    const found = mayPost(posting(one))
    return found.ok ? found.value : found.refusal.code
  }

  it.each<[string, Partial<Posting>, string]>([
    ['a pupil in an open room', {}, 'shown'],
    ['a pupil where pupils do not write', { rules: { ...TALK_RULES, pupilsWrite: false } }, 'talk_off'],
    ['a family where families only read', { role: 'family' }, 'talk_families_off'],
    ['a family that may', { role: 'family', rules: { ...TALK_RULES, familiesWrite: true } }, 'shown'],
    ['a pupil in a room of the teachers', { room: { ...ROOM, writers: 'teachers' } }, 'room_reads_only'],
    [
      'a family in a room of the pupils',
      { role: 'family', rules: { ...TALK_RULES, familiesWrite: true }, room: { ...ROOM, writers: 'pupils' } },
      'room_reads_only',
    ],
    ['a pupil in a quiet room', { room: { ...ROOM, quiet: true } }, 'room_quiet'],
    [
      'a pupil at night',
      { room: { ...ROOM, hours: { days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', until: '20:00' } } },
      'room_quiet_until',
    ],
    ['a pupil who begins where pupils answer', { room: { ...ROOM, begin: false } }, 'room_answers_only'],
    ['a pupil who answers there', { room: { ...ROOM, begin: false }, isAnswer: true }, 'shown'],
    ['a reply to a notice', { room: null }, 'shown'],
    ['a reply where there are none', { room: null, replies: false }, 'replies_off'],
    ['a pupil in a room with the nod', { room: { ...ROOM, nod: true } }, 'waits'],
    ['a pupil of a class with the nod', { rules: { ...TALK_RULES, nod: true }, room: null }, 'waits'],
    ['a pupil whose words are looked at', { nodForPerson: true }, 'waits'],
    ['a pupil in the thread of the class', { kind: 'thread', room: null }, 'shown'],
    ['a pupil there with the nod', { kind: 'thread', room: null, nodForPerson: true }, 'waits'],
    ['a side note, to teachers alone', { kind: 'sideNote', room: null, rules: STRICT }, 'shown'],
    ['a letter of a pupil to teachers', { kind: 'letter', room: null, rules: STRICT }, 'shown'],
    ['a letter of a family', { kind: 'letter', room: null, role: 'family' }, 'shown'],
    [
      'a letter among grown-ups of a circle, that no teacher could decide',
      {
        kind: 'letter',
        room: null,
        amongPupils: true,
        overseen: false,
        rules: { ...TALK_RULES, pupilLetters: true, nod: true },
      },
      'shown',
    ],
    [
      'a letter that nobody looks after',
      { kind: 'letter', room: null, unattended: true },
      'letter_unattended',
    ],
    [
      'the same of an administrator',
      { kind: 'letter', room: null, role: 'teacher', unattended: true },
      'letter_unattended',
    ],
    ['a letter among pupils', { kind: 'letter', room: null, amongPupils: true }, 'letters_off'],
    [
      'a letter among pupils who may write them',
      { kind: 'letter', room: null, amongPupils: true, rules: { ...TALK_RULES, pupilLetters: true } },
      'shown',
    ],
    [
      'a letter among pupils who may, with the nod',
      {
        kind: 'letter',
        room: null,
        amongPupils: true,
        rules: { ...STRICT, pupilLetters: true, pupilsWrite: true },
      },
      'waits',
    ],
    [
      'a letter among pupils where pupils do not write to each other',
      { kind: 'letter', room: null, amongPupils: true, rules: { ...STRICT, pupilLetters: true } },
      'letters_off',
    ],
  ])('%s', (_, one, expected) => expect(result(one)).toBe(expected))

  it('is never held up for a teacher', () => {
    const rooms = fc.record({
      writers: fc.constantFrom('all' as const, 'pupils' as const, 'teachers' as const),
      begin: fc.boolean(),
      quiet: fc.boolean(),
      quietWhy: fc.string(),
      hours: fc.constant(null),
      nod: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.option(rooms), fc.boolean(), (room, nodForPerson) => {
        expect(result({ role: 'teacher', room, nodForPerson, replies: false })).toBe('shown')
      }),
    )
  })
})

describe('a message', () => {
  const ada = 'ada' as AccountId
  const bram = 'bram' as AccountId
  const of = (one: Partial<MessageHead> = {}): MessageHead => ({
    by: ada,
    side: 'pupil',
    state: 'shown',
    writtenAt: 0,
    removed: false,
    ...one,
  })
  const ROOM_OF_ALL = { kind: 'room' } as const
  const seen = (one: Partial<MessageHead>) => [
    seenOf(of(one), { account: ada, role: 'pupil', ...ROOM_OF_ALL }),
    seenOf(of(one), { account: bram, role: 'pupil', ...ROOM_OF_ALL }),
    seenOf(of(one), { account: 'ms' as AccountId, role: 'teacher', ...ROOM_OF_ALL }),
  ]

  it.each<[string, Partial<MessageHead>, string[]]>([
    ['that is shown', {}, ['words', 'words', 'words']],
    ['that waits for the nod', { state: 'waits' }, ['words', 'nothing', 'words']],
    ['that was sent back', { state: 'sentBack' }, ['words', 'nothing', 'words']],
    ['that was removed', { removed: true }, ['trace', 'trace', 'words']],
    ['that was removed while it waited', { removed: true, state: 'waits' }, ['nothing', 'nothing', 'words']],
  ])('%s is seen by who wrote it, by others and by teachers', (_, one, expected) =>
    expect(seen(one)).toEqual(expected),
  )

  it('under a notice is for its own side and the teachers, by teachers and in a room for all', () => {
    const roles = ['teacher', 'pupil', 'family'] as const
    const heard = (kind: 'notice' | 'room') =>
      roles.map(side => roles.filter(role => seenOf(of({ side }), { account: bram, role, kind }) === 'words'))
    expect(heard('notice')).toEqual([
      ['teacher', 'pupil', 'family'],
      ['teacher', 'pupil'],
      ['teacher', 'family'],
    ])
    expect(heard('room')).toEqual(roles.map(() => ['teacher', 'pupil', 'family']))
  })

  const code = (found: { ok: true } | { ok: false; refusal: { code: string } }) =>
    found.ok ? 'yes' : found.refusal.code

  it('is changed by who wrote it, for a while; one that was sent back for as long as it takes', () => {
    expect(code(mayEdit(of(), ada, EDIT_FOR - 1))).toBe('yes')
    expect(code(mayEdit(of(), ada, EDIT_FOR))).toBe('message_old')
    expect(code(mayEdit(of({ state: 'sentBack' }), ada, EDIT_FOR * 100))).toBe('yes')
    expect(code(mayEdit(of(), bram, 0))).toBe('words_not_own')
    expect(code(mayEdit(of({ removed: true }), ada, 0))).toBe('message_removed')
  })

  it('is removed by who wrote it and by teachers, once', () => {
    expect(code(mayRemove(of(), { account: ada, role: 'pupil', kind: 'room' }))).toBe('yes')
    expect(code(mayRemove(of(), { account: bram, role: 'pupil', kind: 'room' }))).toBe('words_not_own')
    const teacher = { account: bram, role: 'teacher' } as const
    expect(code(mayRemove(of(), { ...teacher, kind: 'room' }))).toBe('yes')
    // a letter of a family is its own
    expect(code(mayRemove(of(), { ...teacher, kind: 'letter' }))).toBe('yes')
    expect(code(mayRemove(of({ side: 'family' }), { ...teacher, kind: 'letter' }))).toBe('words_not_own')
    expect(code(mayRemove(of({ removed: true }), { account: ada, role: 'pupil', kind: 'room' }))).toBe(
      'message_removed',
    )
  })

  it('is decided on once', () => {
    expect(code(mayDecide(of({ state: 'waits' })))).toBe('yes')
    expect(code(mayDecide(of()))).toBe('nod_decided')
    expect(code(mayDecide(of({ state: 'waits', removed: true })))).toBe('nod_decided')
  })
})
