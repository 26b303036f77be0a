import type { World } from '../../world.js'
import { composeDigest } from '../digest/compose.js'
import { queueDigests } from '../digest/service.js'
import { byMail, type Deliver, type OutgoingKind, sendDue } from '../mail/outgoing.js'
import { composeLetter } from '../talk/letterMail.js'
import { composeNews } from './compose.js'
import { pushNews } from './devices.js'
import { queueNews } from './telling.js'

const DELIVER: Readonly<Record<OutgoingKind, Deliver>> = {
  digest: byMail(composeDigest),
  letter: byMail(composeLetter),
  news: byMail(composeNews),
  push: pushNews,
}
const { push, ...mail } = DELIVER

/** Puts in line what is due of itself, and sends what waits. Gives how many messages were sent. */
export async function sendMails(world: World): Promise<number> {
  await queueDigests(world)
  await queueNews(world)
  // push services that do not answer keep no mail waiting
  const [mails, pushes] = await Promise.all([sendDue(world, mail), sendDue(world, { push })])
  return mails + pushes
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
