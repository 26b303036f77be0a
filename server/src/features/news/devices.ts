import { isNothing, type ToTell } from '@oppen/core/news'
import { languageOf } from '../accounts/service.js'
import { languageFor, voiceIn } from '../digest/compose.js'
import type { Deliver } from '../mail/outgoing.js'
import { pushSubscriptions } from './models.js'
import type { PushMessage } from './pushTransport.js'
import { devicesOf } from './queries.js'
import { tellingOf } from './telling.js'
import { dueLine, newsLine, newsSubject, type Voice, waitingLine } from './wording.js'

/** So many lines fit on a device. */
const LINES = 3

/** Tells the devices of somebody what is new to them. One that is not subscribed any more is forgotten. */
export const pushNews: Deliver = async (world, { accountId, ref }) => {
  const devices = await devicesOf(world.db, accountId)
  if (!devices.length) return false
  const { tell, kind, spaces } = await tellingOf(world, accountId, ref)
  if (isNothing(tell)) return false
  const spoken = voiceIn(languageFor(await languageOf(world, accountId)), world.school.zone)
  const voice = { ...spoken, named: kind === 'family', spaces }
  const message = pushOf(tell, voice, ref)
  // one that is slow keeps no other waiting
  const ways = await Promise.allSettled(devices.map(device => world.pushTransport.send(device, message)))
  const gone = devices.filter((_, at) => ways[at]?.status === 'fulfilled' && ways[at].value === 'gone')
  if (gone.length)
    await world.db.write(async () => {
      await world.db.model(pushSubscriptions).destroy({ where: { id: gone.map(one => one.id) } })
    })
  // all are told again: the same message takes its own place on a device
  const failed = ways.find(one => one.status === 'rejected')
  if (failed) throw failed.reason
  return true
}

function pushOf(tell: ToTell, voice: Voice, tag: string): PushMessage {
  const lines = [
    ...tell.dueSoon.map(one => dueLine(one, voice)),
    ...tell.items.map(one => newsLine(one, voice)),
    ...tell.waiting.map(one => waitingLine(one, voice)),
  ]
  return {
    title: newsSubject(tell, voice),
    body: lines.length > 1 ? lines.slice(0, LINES).join('\n') : '',
    path: '/new',
    tag,
  }
}
