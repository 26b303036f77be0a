import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { SERVER_KINDS } from '../kinds/index.js'
import type { ServerKind } from '../kinds/kind.js'
import { handIn } from './handIn.js'

/** Ends what has to end by itself, each for itself: one that cannot does not keep the others. Gives how many were handed in. */
export async function endOverdue(world: World): Promise<number> {
  let count = 0
  for (const { endings } of Object.values<ServerKind>(SERVER_KINDS))
    for (const { address, end } of (await endings?.(world)) ?? [])
      try {
        const over = await end()
        if (!over) continue
        // at the very end it would be closed
        const press = { pressedAt: over.endedAt - 1, sentAt: world.clock.now() }
        await handIn(world, { accountId: over.by }, address, { version: over.version, press, as: null })
        count++
      } catch (error) {
        // somebody else was quicker, or has left
        if (!(error instanceof Refused)) world.log.error({ err: error, ...address }, 'could not be ended')
      }
  return count
}

/** How often it is looked, in milliseconds. */
const EVERY = 20_000

/** Ends again and again while the server runs. Gives the way to stop. */
export function keepEnding(world: World): () => void {
  let timer: ReturnType<typeof setTimeout>
  const next = () => {
    timer = setTimeout(async () => {
      await endOverdue(world).catch(error => world.log.error({ err: error }, 'could not end what was over'))
      next()
    }, EVERY).unref()
  }
  next()
  return () => clearTimeout(timer)
}
