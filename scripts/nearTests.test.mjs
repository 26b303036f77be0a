import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { lastTimes, testsReached, within } from './nearTests.mjs'

const FILES = {
  'core/sum.ts': 'export const sum = 1',
  'core/sum.test.ts': "import './sum.js'",
  'server/uses.ts': "import type { x } from './types.js'\nexport { sum } from '../core/sum.js'",
  'server/types.ts': 'export type x = 1',
  'server/far/uses.test.ts': "import '../uses.js'\nimport 'vitest'",
  'server/far/thread.ts': 'export const alone = 1',
  'server/far/further.test.ts': "import './uses.test.js'",
  'web/screen.test.tsx':
    "import './screen.css'\nimport picture from './a.svg?url'\nexport default <p>{picture}</p>",
}
const TESTS = Object.keys(FILES).filter(name => name.includes('.test.'))

let root
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'oppen-near-'))
  for (const [name, text] of Object.entries(FILES)) {
    mkdirSync(join(root, name, '..'), { recursive: true })
    writeFileSync(join(root, name), text)
  }
})
afterEach(() => rmSync(root, { recursive: true }))

it('are those that import what was changed, by how many imports lie between, and those beside it', async () => {
  const reached = (...changed) => testsReached(root, changed, TESTS)
  expect(await reached('core/sum.ts')).toEqual([
    'core/sum.test.ts',
    'server/far/uses.test.ts',
    'server/far/further.test.ts',
  ])
  expect(await reached('server/far/uses.test.ts')).toEqual([
    'server/far/uses.test.ts',
    'server/far/further.test.ts',
  ])
  expect(await reached('server/far/thread.ts')).toEqual([
    'server/far/further.test.ts',
    'server/far/uses.test.ts',
  ])
  expect(await reached('web/screen.test.tsx', 'core/sum.ts')).toContain('web/screen.test.tsx')
  expect(await reached('README.md', 'server/types.ts')).toEqual([])
})

it('are as many as there is time for, and never none', () => {
  const took = new Map([
    ['a', 50],
    ['b', 4],
    ['c', 40],
  ])
  expect(within(30, ['a', 'b', 'c'], took)).toEqual(['a'])
  expect(within(30, ['b', 'c', 'new'], took)).toEqual(['b', 'new'])
  expect(within(30, [], took)).toEqual([])
})

it('take as long as they last did, where they ran here before', () => {
  expect(lastTimes(root)).toEqual(new Map())
  const notes = join(root, 'node_modules/.vite/vitest/one')
  mkdirSync(notes, { recursive: true })
  writeFileSync(
    join(notes, 'results.json'),
    JSON.stringify({
      version: 'x',
      results: [['service:server/a.test.ts', { duration: 1500, failed: false }]],
    }),
  )
  expect(lastTimes(root)).toEqual(new Map([['server/a.test.ts', 1.5]]))
})
