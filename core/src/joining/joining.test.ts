import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  closingTime,
  doorNames,
  doorState,
  readEntry,
  readNames,
  readNewSecret,
  setApart,
  userNameFor,
  writeCode,
} from './index.js'

const code = writeCode([1, 2, 3, 4, 5])
const key = writeCode(Array.from({ length: 15 }, (_, n) => n))

describe('the one field of Welcome', () => {
  it('tells a class code, a key and a user name apart', () => {
    expect(readEntry(` ${code.toLowerCase()} `)).toEqual({ ok: true, value: { kind: 'classCode', code } })
    expect(readEntry(key.match(/.{4}/g)?.join('-') ?? '')).toEqual({ ok: true, value: { kind: 'key', key } })
    expect(readEntry('Ada.Moreno')).toEqual({ ok: true, value: { kind: 'userName', userName: 'ada.moreno' } })
  })

  it('says what is wrong with anything else', () => {
    expect(readEntry('  ')).toMatchObject({ refusal: { code: 'entry_empty' } })
    expect(readEntry('Ada')).toMatchObject({
      refusal: { code: 'code_length', params: { expected: 6, got: 3 } },
    })
    expect(readEntry(key.slice(1))).toMatchObject({
      refusal: { code: 'code_length', params: { expected: 16, got: 15 } },
    })
  })
})

describe('pasted names', () => {
  it('pass over blank lines, put spaces in order and mark repeats', () => {
    const text = 'Ada  Moreno\r\n\r\n  Bram\tOkoye \nada moreno\nLena Osei\n\u200bKit Solano'
    expect(readNames(text, ['lena osei'])).toEqual([
      { line: 1, name: 'Ada Moreno', status: 'new' },
      { line: 3, name: 'Bram Okoye', status: 'new' },
      { line: 4, name: 'ada moreno', status: 'repeated' },
      { line: 5, name: 'Lena Osei', status: 'onRegister' },
      { line: 6, name: 'Kit Solano', status: 'new' },
    ])
  })

  it('marks a line that is no name', () => {
    expect(readNames('x'.repeat(81), [])).toMatchObject([{ status: 'tooLong' }])
  })

  it('never lose a name and never give back a blank one', () => {
    fc.assert(
      fc.property(fc.array(fc.string()), lines => {
        const rows = readNames(lines.join('\n'), [])
        expect(rows.every(row => row.name.trim() === row.name && row.name !== '')).toBe(true)
      }),
    )
  })

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

  it('closes after its minutes, to the millisecond', () => {
    const closesAt = closingTime({ minutes: 60 }, now, 'Europe/Lisbon')
    expect(doorState({ closesAt, closedAt: null }, now + 3_599_999)).toEqual({ open: true, left: 1 })
    expect(doorState({ closesAt, closedAt: null }, now + 3_600_000)).toMatchObject({ open: false })
  })

  it('stays open for the local day, or until closed', () => {
    expect(closingTime('today', now, 'Europe/Lisbon')).toBe(Date.UTC(2026, 9, 14, 23) - 1)
    expect(doorState({ closesAt: null, closedAt: null }, now)).toEqual({ open: true, left: null })
    expect(doorState({ closesAt: null, closedAt: now }, now)).toEqual({ open: false, since: now })
  })
})

it('a new secret is long enough, and not too long to hash', () => {
  expect(readNewSecret('123', 4)).toMatchObject({ refusal: { code: 'secret_short', params: { least: 4 } } })
  expect(readNewSecret('1234', 4)).toEqual({ ok: true, value: '1234' })
  expect(readNewSecret('x'.repeat(201), 4)).toMatchObject({ refusal: { code: 'secret_long' } })
})
