import { rmSync } from 'node:fs'
import { resolve } from 'node:path'
import { built, installed, start } from './lib.mjs'

/** `npm run demo`: everything that is missing, then the demo school on one address. `-- --fresh` starts over. */
installed()
built()
const data = resolve(process.env.OPPEN_DATA ?? 'demo-data')
if (process.argv.includes('--fresh')) rmSync(data, { recursive: true, force: true })
start(['--enable-source-maps', 'demo/dist/serve.mjs'], { OPPEN_DATA: data, UV_THREADPOOL_SIZE: '16' })
