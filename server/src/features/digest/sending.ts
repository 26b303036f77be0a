import type { World } from '../../world.js'
import { type Compose, type OutgoingKind, sendDue } from '../mail/outgoing.js'
import { composeLetter } from '../talk/letterMail.js'
import { composeDigest } from './compose.js'
import { queueDigests } from './service.js'

const COMPOSE: Readonly<Record<OutgoingKind, Compose>> = { digest: composeDigest, letter: composeLetter }

/** Puts in line what is due of itself, and sends what waits. Gives how many messages were sent. */
export async function sendMails(world: World): Promise<number> {
  await queueDigests(world)
  return sendDue(world, COMPOSE)
}

/** How often it is looked, in milliseconds. */
const EVERY = 15_000

/** Sends again and again while the server runs. Gives the way to stop. */
export function keepSending(world: World): () => void {
  let timer: ReturnType<typeof setTimeout>
  const next = () => {
    timer = setTimeout(async () => {
      await sendMails(world).catch(error => world.log.error({ err: error }, 'messages could not be sent'))
      next()
    }, EVERY).unref()
  }
  next()
  return () => clearTimeout(timer)
}
