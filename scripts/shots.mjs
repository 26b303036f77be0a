import { browser, built, installed, run } from './lib.mjs'

/** `npm run shots`: the pictures in docs/screenshots, of the demo as it stands. */
installed()
built()
process.env.OPPEN_CHROMIUM = browser()
run(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'e2e/shots/main.ts', ...process.argv.slice(2)])
