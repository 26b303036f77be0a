import { browser, built, installed, run, tool } from './lib.mjs'

/** `npm test`: lint, types, unit and service tests, then the journeys in a real browser. */
const step = name => console.log(`\n— ${name}`)
step('packages')
installed()
step('lint')
run('npm', ['run', '--silent', 'lint'])
step('types')
run('npm', ['run', '--silent', 'types'])
step('unit and service tests')
tool('vitest', 'run')
step('build')
built()
step('journeys')
process.env.OPPEN_CHROMIUM = browser()
tool('@playwright/test', 'test', '-c', 'e2e/playwright.config.ts')
