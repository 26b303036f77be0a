import { browser, installed, together, tool } from './lib.mjs'

/** `npm test`: lint, types, unit and service tests, then the journeys in a real browser. */
const step = name => console.log(`\n— ${name}`)
step('packages')
installed()
step('lint, types and build, side by side')
await together({
  lint: ['npm', 'run', '--silent', 'lint'],
  types: ['npm', 'run', '--silent', 'types'],
  build: [process.execPath, 'scripts/prepare.mjs'],
})
step('unit and service tests')
tool('vitest', 'run')
step('journeys')
process.env.OPPEN_CHROMIUM = browser()
tool('@playwright/test', 'test', '-c', 'e2e/playwright.config.ts')
