import { spawnSync } from 'node:child_process'
import { chmodSync, cpSync, mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'

/** A user who may write nowhere. */
const NOBODY = 65_534

/** A source of the code and one of the wording. */
const SOURCES = ['core/source.ts', 'words/everyday.json']

let folder

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'oppen-scripts-'))
  for (const one of ['core', 'contract', 'server', 'web', 'words', 'demo', 'scripts', 'node_modules'])
    mkdirSync(join(folder, one))
  cpSync(join(import.meta.dirname, 'lib.mjs'), join(folder, 'scripts', 'lib.mjs'))
  for (const source of SOURCES) writeFileSync(join(folder, source), '')
  const build = `import { noteBuilt, sourcesNow } from './lib.mjs'
    console.log('builds')
    noteBuilt(sourcesNow())`
  writeFileSync(join(folder, 'scripts', 'build.mjs'), build)
  writeFileSync(
    join(folder, 'scripts', 'use.mjs'),
    "import { built } from './lib.mjs'\nbuilt()\nconsole.log('goes on')",
  )
})
afterEach(() => {
  chmodSync(join(folder, 'node_modules'), 0o755)
  rmSync(folder, { recursive: true, force: true })
})

const run = (script, options = {}) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(folder, 'scripts', script)], options)
  return { status, said: `${stdout}${stderr}` }
}
/** As whoever runs a school: somebody who does not own the project. */
const asOther = script => {
  chmodSync(folder, 0o755)
  chmodSync(join(folder, 'node_modules'), 0o555)
  return run(script, process.getuid?.() === 0 ? { uid: NOBODY, gid: NOBODY } : {})
}

it('what was built is not built again, whoever built it', () => {
  expect(run('build.mjs').said).toBe('builds\n')
  expect(run('use.mjs')).toEqual({ status: 0, said: 'goes on\n' })
  expect(asOther('use.mjs')).toEqual({ status: 0, said: 'goes on\n' })
})

it.each(SOURCES)('what has changed since (%s) is built again, or said where that may not be', source => {
  run('build.mjs')
  utimesSync(join(folder, source), 1, 1)
  const refused = asOther('use.mjs')
  expect(refused.status).toBe(78)
  expect(refused.said).toContain('Oppen has changed since it was built')
  expect(refused.said).toContain('run “npm run build” there as its owner')
  chmodSync(join(folder, 'node_modules'), 0o755)
  expect(run('use.mjs')).toEqual({ status: 0, said: 'builds\ngoes on\n' })
})
