import { resolve } from 'node:path'
import { pino } from 'pino'
import { smtpPost } from './features/mail/post.js'
import { listen, stopOnSignals } from './listen.js'
import { openWorld } from './openWorld.js'

const { env } = process
const log = pino({ level: env.OPPEN_LOG ?? 'info' })

const world = await openWorld({
  folder: resolve(env.OPPEN_DATA ?? 'data'),
  school: { name: env.OPPEN_SCHOOL ?? 'Our school', zone: env.OPPEN_ZONE ?? 'Europe/Lisbon' },
  log,
  ...(env.OPPEN_ADDRESS && { address: env.OPPEN_ADDRESS.replace(/\/+$/, '') }),
  ...(env.OPPEN_SMTP && { post: smtpPost(env.OPPEN_SMTP, env.OPPEN_MAIL_FROM ?? 'Oppen') }),
})

const listening = await listen(world, {
  port: Number(env.OPPEN_PORT ?? 4310),
  host: env.OPPEN_HOST ?? '127.0.0.1',
  proxies: Number(env.OPPEN_PROXIES ?? 0),
  webFolder: resolve(env.OPPEN_WEB ?? 'web/dist'),
})
stopOnSignals(listening, world)
log.info({ address: listening.address }, 'serving')
