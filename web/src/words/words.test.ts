import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { AUDIT_KINDS, ERRORS } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { Refusal, Unreachable } from '../app/api.js'
import { problemWords } from './problem.js'
import { say } from './say.js'
import { spanWords, stateWords } from './states.js'
import { teacherStateWords } from './teacherStates.js'
import { NAMESPACES } from './wording.js'

const wordingOf = (namespace: string): Readonly<Record<string, string>> =>
  JSON.parse(readFileSync(resolve(import.meta.dirname, `../../../words/en/${namespace}.json`), 'utf8'))

const en = Object.assign({}, ...NAMESPACES.map(wordingOf)) as Readonly<Record<string, string>>

const time = { now: Date.UTC(2026, 9, 14, 15, 20), zone: 'Europe/Lisbon' }
const at = Date.UTC(2026, 9, 15, 12, 30)

describe('every refusal of the contract', () => {
  it.each(Object.entries(ERRORS))('%s has a wording that names just its parameters', (code, { params }) => {
    const words = en[`problem_${code}`]
    expect(words).toBeDefined()
    const named = [...(words ?? '').matchAll(/\{(\w+)\}/g)].map(found => found[1])
    for (const name of named) expect(params as readonly string[]).toContain(name)
  })

  it('has no wording for a code that does not exist', () => {
    const own = [
      'problem_title',
      'problem_again',
      'problem_missing_title',
      'problem_unreachable',
      'problem_unknown',
    ]
    const worded = Object.keys(en).filter(key => key.startsWith('problem_') && !own.includes(key))
    expect(worded.map(key => key.slice('problem_'.length)).sort()).toEqual(Object.keys(ERRORS).sort())
  })
})

it('a refusal is worded with times in the school’s zone and things by their names', () => {
  expect(problemWords(new Refusal(410, { code: 'door_closed', params: { at } }), time)).toBe(
    'This door closed Thu 13:30. Ask your teacher to open it again; there will be a new code.',
  )
  expect(
    problemWords(
      new Refusal(422, { code: 'text_long', params: { what: 'note', most: 8000, got: 100_000 } }),
      time,
    ),
  ).toMatch(/^The text has 100000 characters; at most 8000 are allowed\./)
  expect(problemWords(new Unreachable('x'), time)).toMatch(/^Oppen cannot be reached/)
})

it('no wording is left with an unfilled place', () => {
  expect(say('door_lead', { className: 'A', teacherName: 'B', at: '10:00' })).toBe(
    'A with B. The door is open until 10:00.',
  )
  expect(say('counts_toMark', { count: 4 })).toBe('4 to mark')
  expect(say('today_sum_overdue', { count: 1 })).toBe('1 overdue')
  expect(say('today_sum_overdue', { count: 3 })).toBe('3 overdue')
})

it('states are said with their time, for pupils and for teachers', () => {
  const context = { ...time, points: 1000 }
  expect(stateWords({ is: 'toDo', by: at }, context).words).toBe('To do by Thu 13:30')
  expect(stateWords({ is: 'withTeacher', since: at, lateBy: 2 * 86_400_000 }, context).words).toBe(
    'With your teacher, 2 days late',
  )
  expect(stateWords({ is: 'handedBack', at, mark: 850 }, context).words).toBe('Handed back, 8.5 out of 10')
  const scale = [
    { label: 'Very good', from: 800 },
    { label: 'Good', from: 0 },
  ]
  const back = { is: 'handedBack', at, mark: 850 } as const
  expect(stateWords(back, { ...context, scale }).words).toBe('Handed back, Very good')
  expect(teacherStateWords(back, { ...context, scale }).words).toBe('Very good')
  expect([stateWords(back, { ...context, scale: [] }).words, teacherStateWords(back, context).words]).toEqual(
    ['Handed back, 8.5 out of 10', '8.5'],
  )
  expect(teacherStateWords({ is: 'overdue', since: at, begun: true }, context).words).toBe('overdue, started')
  expect(spanWords(90 * 60_000)).toBe('1 h 30 min')
})

it('every line of the audit log has a wording', () => {
  const worded = Object.keys(wordingOf('settings')).filter(key =>
    AUDIT_KINDS.some(kind => key === `audit_${kind}`),
  )
  expect(worded.sort()).toEqual(AUDIT_KINDS.map(kind => `audit_${kind}`).sort())
})

it('no two files of wording use one key', () => {
  const all = NAMESPACES.flatMap(namespace => Object.keys(wordingOf(namespace)))
  expect(all.filter((key, index) => all.indexOf(key) !== index)).toEqual([])
})
