import { tidyName } from '@oppen/core/joining'
import { hashSecret, makeAccount, seeMe } from '../features/accounts/service.js'
import { closeWorld, openWorld } from '../openWorld.js'
import { readSettings } from '../settings.js'
import { startPlainly } from '../startRefused.js'

/** Makes the account of a teacher and prints how to come in: `npm run add-teacher -- "Name"`. */
const name = tidyName(process.argv.slice(2).join(' '))
if (!name) {
  process.stderr.write('Say the name of the teacher: npm run add-teacher -- "Ines Varga"\n')
  process.exit(2)
}
await startPlainly(async () => {
  const { folder, school } = readSettings(process.env)
  const world = await openWorld({ folder, school })
  const secret = Buffer.from(world.random(9)).toString('base64url')
  const secretHash = await hashSecret(world, secret)
  const id = await world.db.write(() => makeAccount(world, { kind: 'teacher', shownName: name, secretHash }))
  const { account } = await seeMe(world, id)
  process.stdout.write(
    `${account.shownName} comes in with the user name ${account.userName} and the secret ${secret}\n`,
  )
  await closeWorld(world)
})
