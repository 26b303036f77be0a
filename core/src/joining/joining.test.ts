import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  closingTime,
  type DoorSpan,
  doorNames,
  doorState,
  readCode,
  readEntry,
  readNewSecret,
  setApart,
  showCode,
  userNameFor,
  writeCode,
} from './index.js'

const code = writeCode([1, 2, 3, 4, 5, 6])
const key = writeCode(Array.from({ length: 15 }, (_, n) => n))

describe('the one field of Welcome', () => {
  it('tells a code, a key, a user name and an e-mail address apart', () => {
    expect(readEntry(` ${code.toLowerCase()} `)).toEqual({ ok: true, value: { kind: 'code', code } })
    expect(readEntry(key.match(/.{4}/g)?.join('-') ?? '')).toEqual({ ok: true, value: { kind: 'key', key } })
    for (const name of ['ada.moreno', 'ada@tern-hollow.example']) {
      expect(readEntry(name.toUpperCase())).toEqual({ ok: true, value: { kind: 'userName', userName: name } })
    }
  })

  it('finds a code or key in an address and in a text around it', () => {
    const shown = showCode(code)
    for (const text of [
      `https://oppen.example/come/${code}`,
      `oppen.example:4310/come/${code.toLowerCase()}?x`,
      `The code is ${shown}.`,
      `Today (until 10:45): “${shown}” — see you inside, class 6B!`,
      `Garden Science\n${shown}\n`,
      `code ${code}, please`,
    ]) {
      expect(readEntry(text), text).toEqual({ ok: true, value: { kind: 'code', code } })
    }
    for (const text of [
      `https://oppen.example/key#${key}`,
      `Home key for Ada M.: ${showCode(key)} (keep it)`,
    ]) {
      expect(readEntry(text), text).toEqual({ ok: true, value: { kind: 'key', key } })
    }
  })

  it('does not choose between two', () => {
    const other = writeCode([1, 2, 3, 4, 5, 7])
    expect(readEntry(`first ${showCode(code)} then ${showCode(other)}`)).toMatchObject({
      refusal: { code: 'entry_several' },
    })
    expect(readEntry(`${showCode(code)} I repeat ${code}`)).toMatchObject({ ok: true })
  })

  it('says what is wrong with anything else, and where', () => {
    expect(readEntry('  ')).toMatchObject({ refusal: { code: 'entry_empty' } })
    expect(readEntry('Ada')).toMatchObject({
      refusal: { code: 'code_length', params: { expected: 7, got: 3 } },
    })
    expect(readEntry(key.slice(1))).toMatchObject({
      refusal: { code: 'code_length', params: { expected: 16, got: 15 } },
    })
    expect(readEntry('K7M 4Tu9')).toMatchObject({ refusal: { code: 'code_symbol', params: { position: 6 } } })
    for (const text of [
      'I want to come in please',
      'my class is the one with Ms Varga',
      'Ada Moreno, Year 6',
    ]) {
      expect(readEntry(text), text).toMatchObject({ refusal: { code: 'entry_unknown' } })
    }
  })

  it('reads a text with a slip in its code as that code, not as nothing', () => {
    const slipped = `B${showCode(writeCode([8, 20, 7, 20, 0, 1])).slice(1)}`
    expect(readEntry(`The code is ${slipped}`)).toMatchObject({ refusal: { code: 'code_look' } })
  })

  it('reads a key however it was parted, as long as it is not in words', () => {
    const [one, other] = [key.slice(0, 8), key.slice(8)]
    expect(readEntry(`${one} ${other}`)).toEqual({ ok: true, value: { kind: 'key', key } })
    expect(readEntry(key.toLowerCase().replace(/(..)/g, '$1 '))).toMatchObject({ value: { key } })
    // sixteen letters whose check symbol is right by chance
    expect(readCode('hmsqlbqm dtctb xsr', 16).ok).toBe(true)
    expect(readEntry('hmsqlbqm dtctb xsr')).toMatchObject({ refusal: { code: 'entry_unknown' } })
  })

  it('never takes ordinary words for a code', () => {
    const word = fc.stringMatching(/^[a-z]{2,12}$/)
    fc.assert(
      fc.property(fc.array(word, { minLength: 3, maxLength: 12 }), words => {
        // what is all in pieces of four may be a code, however it was parted
        fc.pre(words.some(one => one.length > 4))
        expect(readEntry(words.join(' ')).ok).toBe(false)
      }),
    )
  })
})

describe('names', () => {
  it('are set apart by a number where two children share one', () => {
    expect(setApart('Ada Moreno', ['ADA MORENO', 'Ada Moreno 2'])).toBe('Ada Moreno 3')
    expect(setApart('Kit', ['Ada'])).toBe('Kit')
  })
})

describe('what the door shows', () => {
  it('is the first name and an initial, longer only where needed', () => {
    expect(doorNames(['Ada Moreno', 'Bram Okoye', 'Kit'])).toEqual(['Ada M.', 'Bram O.', 'Kit'])
    expect(doorNames(['Ada Moreno', 'Ada Mills'])).toEqual(['Ada Mo.', 'Ada Mi.'])
    expect(doorNames(['Ada Mo', 'Ada Moreno'])).toEqual(['Ada Mo', 'Ada Mor.'])
  })

  it('tells any two different names apart', () => {
    const word = fc.stringMatching(/^[ABab]{1,4}$/)
    fc.assert(
      fc.property(
        fc.uniqueArray(
          fc.tuple(word, word).map(parts => parts.join(' ')),
          { minLength: 2, maxLength: 8 },
        ),
        names => {
          expect(new Set(doorNames(names)).size).toBe(names.length)
        },
      ),
    )
  })
})

it('user names are plain letters with a dot, and free', () => {
  expect(userNameFor('Zoë Núñez-Falk', new Set())).toBe('zoe.falk')
  expect(userNameFor('Ada Moreno', new Set(['ada.moreno', 'ada.moreno2']))).toBe('ada.moreno3')
  expect(userNameFor('Kit', new Set())).toBe('kit.1')
  for (const name of ['', '…', 'Kit'])
    expect(readEntry(userNameFor(name, new Set()))).toMatchObject({ value: { kind: 'userName' } })
})

describe('a door', () => {
  const now = Date.UTC(2026, 9, 14, 15, 20)
  const zone = 'Europe/Lisbon'
  // Wednesday
  const lessons = [{ startsAt: Date.UTC(2026, 9, 14, 15), endsAt: Date.UTC(2026, 9, 14, 15, 45) }]
  const closing = (span: DoorSpan, at = now) => {
    const closes = closingTime(span, { now: at, zone, lessons })
    return closes.ok ? closes.value : closes.refusal.code
  }

  it('closes after its minutes, to the millisecond', () => {
    const closesAt = closing({ minutes: 60 }) as number
    expect(doorState({ closesAt, closedAt: null }, now + 3_599_999)).toEqual({ open: true, left: 1 })
    expect(doorState({ closesAt, closedAt: null }, now + 3_600_000)).toMatchObject({ open: false })
  })

  it('stays open for this lesson, for the local day, or until closed', () => {
    expect(closing('lesson')).toBe(Date.UTC(2026, 9, 14, 15, 45))
    expect(closing('lesson', now + 86_400_000)).toBe('no_lesson_now')
    expect(closing('today')).toBe(Date.UTC(2026, 9, 14, 23) - 1)
    expect(closing('untilClosed')).toBeNull()
    expect(doorState({ closesAt: null, closedAt: null }, now)).toEqual({ open: true, left: null })
    expect(doorState({ closesAt: null, closedAt: now }, now)).toEqual({ open: false, since: now })
  })
})

it('a new secret is long enough, and not too long to hash', () => {
  expect(readNewSecret('123', 4)).toMatchObject({ refusal: { code: 'secret_short', params: { least: 4 } } })
  expect(readNewSecret('1234', 4)).toEqual({ ok: true, value: '1234' })
  expect(readNewSecret('x'.repeat(201), 4)).toMatchObject({ refusal: { code: 'secret_long' } })
})
