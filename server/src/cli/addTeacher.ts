import { resolve } from 'node:path'
import { tidyName } from '@oppen/core/joining'
import { hashSecret, makeAccount, seeMe } from '../features/accounts/service.js'
import { closeWorld, openWorld } from '../openWorld.js'

/** Makes the account of a teacher and prints how to come in: `npm run add-teacher -- "Name"`. */
const name = tidyName(process.argv.slice(2).join(' '))
if (!name) {
  console.error('Say the name of the teacher: npm run add-teacher -- "Ines Varga"')
  process.exit(2)
}
const world = await openWorld({ folder: resolve(process.env.OPPEN_DATA ?? 'data') })
const secret = Buffer.from(world.random(9)).toString('base64url')
const secretHash = await hashSecret(world, secret)
const id = await world.db.write(() => makeAccount(world, { kind: 'teacher', shownName: name, secretHash }))
const { account } = await seeMe(world, id)
console.log(`${account.shownName} comes in with the user name ${account.userName} and the secret ${secret}`)
await closeWorld(world)
