import { built, installed, start } from './lib.mjs'

/** `npm run add-owner -- "Name"`: makes an owner of the school in OPPEN_DATA, while no server runs there. */
installed()
built()
start(['server/dist/addOwner.mjs', ...process.argv.slice(2)])
