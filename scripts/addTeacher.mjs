import { built, installed, start } from './lib.mjs'

/** `npm run add-teacher -- "Name"`: makes a teacher's account in OPPEN_DATA. */
installed()
built()
start(['server/dist/addTeacher.mjs', ...process.argv.slice(2)])
