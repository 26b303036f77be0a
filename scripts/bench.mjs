import { browser, built, installed, run } from './lib.mjs'

/** `npm run bench`: the figures of docs/PERFORMANCE.md, measured against bare baselines in this run. */
installed()
built()
process.env.OPPEN_CHROMIUM = browser()
run(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'bench/src/main.ts', ...process.argv.slice(2)], {
  env: { ...process.env, UV_THREADPOOL_SIZE: '16' },
})
