import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { installed, root, together } from './lib.mjs'

/**
 * `npm run check`: lint, types, and the tests nearest to the change, side by side and within a minute, for daily work.
 * The change is what is not committed; `npm run check -- REV` takes everything since a revision.
 */
const [since = 'HEAD'] = process.argv.slice(2)
const began = Date.now()
installed()
const { lastTimes, testsReached, within } = await import('./nearTests.mjs')

const TESTS = ['*.test.ts', '*.test.tsx', '*.test.mjs']
const git = (...args) => execFileSync('git', args, { encoding: 'utf8' }).split('\n').filter(Boolean)
const changed = [...git('diff', '--name-only', since), ...git('ls-files', '--others', '--exclude-standard')]
// one that is removed is still listed
const tests = git('ls-files', '--cached', '--others', '--exclude-standard', ...TESTS).filter(existsSync)
/** What tests may take together, in seconds, so that all of it ends within a minute on two cores. */
const MOST = 20
const reached = await testsReached(root, changed, tests)
const chosen = within(MOST, reached, lastTimes(root))

await together({
  lint: ['npm', 'run', '--silent', 'lint'],
  types: ['npm', 'run', '--silent', 'types'],
  ...(chosen.length && { tests: [process.execPath, 'node_modules/vitest/vitest.mjs', 'run', ...chosen] }),
})
console.log(`\nchecked in ${Math.round((Date.now() - began) / 1000)} s`)
if (chosen.length < reached.length)
  console.log(
    `with the nearest ${chosen.length} of ${reached.length} test files that the change reaches; “npm test” runs all`,
  )
