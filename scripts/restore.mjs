import { built, installed, start } from './lib.mjs'

/** `npm run restore -- FOLDER [NAME]`: brings a backup into OPPEN_DATA, while no server runs there. */
installed()
built()
start(['server/dist/restore.mjs', ...process.argv.slice(2)])
