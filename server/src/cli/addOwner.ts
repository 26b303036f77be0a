import { tidyName } from '@oppen/core/joining'
import { sayable } from '../features/accounts/profile.js'
import { hashSecret, makeAccount, seeMe } from '../features/accounts/service.js'
import { closeWorld, openWorld } from '../openWorld.js'
import { readSettings } from '../settings.js'
import { startPlainly } from '../startRefused.js'

/**
 * Makes somebody who looks after the school, for one whose owners can no longer come in, and prints a password for one
 * sign-in: `npm run add-owner -- "Name"`, with the server stopped.
 */
const name = tidyName(process.argv.slice(2).join(' '))
if (!name) {
  process.stderr.write('Say the name of the new owner: npm run add-owner -- "Ines Varga"\n')
  process.exit(2)
}
await startPlainly(async () => {
  const { folder, school, pinned } = readSettings(process.env)
  const world = await openWorld({ folder, school, pinned, reserve: true })
  const secret = sayable()
  const secretHash = await hashSecret(world, secret)
  const id = await world.db.write(() =>
    makeAccount(world, {
      kind: 'teacher',
      shownName: name,
      secretHash,
      secretOnce: true,
      ownsSchool: true,
    }),
  )
  const { account } = await seeMe(world, id)
  process.stdout.write(
    `${account.shownName} is an owner of the school now and signs in once with the user name ${account.userName} and the password ${secret}\n`,
  )
  await closeWorld(world)
}, 'Nobody was added')
