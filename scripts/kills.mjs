import { built, installed, run } from './lib.mjs'

/** `npm run kills [-- KILLS [SEED]]`: kills a server again and again and looks whether anything that was acknowledged is lost. */
installed()
built()
run(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'e2e/kills.ts', ...process.argv.slice(2)])
