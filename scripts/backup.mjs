import { built, installed, start } from './lib.mjs'

/** `npm run backup -- FOLDER`: a backup of OPPEN_DATA, while the server runs. */
installed()
built()
start(['server/dist/backup.mjs', ...process.argv.slice(2)])
