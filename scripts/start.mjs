import { built, installed, start } from './lib.mjs'

/** `npm start`: Oppen for a school. The data folder is OPPEN_DATA; see README.md for the other settings. */
installed()
built()
start(['--enable-source-maps', 'server/dist/main.mjs'], { NODE_ENV: 'production', UV_THREADPOOL_SIZE: '16' })
