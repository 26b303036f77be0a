import { installed, together } from './lib.mjs'

/**
 * `npm run check`: lint, types, and the unit and service tests that the change reaches, side by side, for daily work.
 * The change is what is not committed; `npm run check -- REV` takes everything since a revision.
 */
const [since = 'HEAD'] = process.argv.slice(2)
const began = Date.now()
installed()
await together({
  lint: ['npm', 'run', '--silent', 'lint'],
  types: ['npm', 'run', '--silent', 'types'],
  tests: [process.execPath, 'node_modules/vitest/vitest.mjs', 'run', '--changed', since, '--passWithNoTests'],
})
console.log(`\nchecked in ${Math.round((Date.now() - began) / 1000)} s`)
