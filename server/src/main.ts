import { resolve } from 'node:path'
import { pino } from 'pino'
import { oidcSignIn } from './features/accounts/schoolSignIn.js'
import { everybody } from './features/accounts/standInPeople.js'
import { standInProvider } from './features/accounts/standInProvider.js'
import { smtpPost } from './features/mail/post.js'
import { listen, stopOnSignals } from './listen.js'
import { openWorld } from './openWorld.js'

const { env } = process
const log = pino({ level: env.OPPEN_LOG ?? 'info' })

const school = { name: env.OPPEN_SCHOOL ?? 'Our school', zone: env.OPPEN_ZONE ?? 'Europe/Lisbon' }
const accountName = env.OPPEN_SIGN_IN_NAME ?? school.name
const standIn = env.OPPEN_SIGN_IN_STAND_IN ? standInProvider(accountName) : undefined
if (standIn) log.warn('the stand-in for the school’s identity provider lets everybody in with one secret')

const world = await openWorld({
  folder: resolve(env.OPPEN_DATA ?? 'data'),
  school,
  log,
  ...(env.OPPEN_ADDRESS && { address: env.OPPEN_ADDRESS.replace(/\/+$/, '') }),
  ...(env.OPPEN_SIGN_IN_ISSUER && {
    schoolSignIn: oidcSignIn({
      name: accountName,
      issuer: () => env.OPPEN_SIGN_IN_ISSUER ?? '',
      clientId: env.OPPEN_SIGN_IN_CLIENT ?? 'oppen',
      ...(env.OPPEN_SIGN_IN_CLIENT_SECRET && { clientSecret: env.OPPEN_SIGN_IN_CLIENT_SECRET }),
    }),
  }),
  ...(standIn && { schoolSignIn: standIn.signIn }),
  ...(env.OPPEN_SMTP && { post: smtpPost(env.OPPEN_SMTP, env.OPPEN_MAIL_FROM ?? 'Oppen') }),
})

const listening = await listen(world, {
  port: Number(env.OPPEN_PORT ?? 4310),
  host: env.OPPEN_HOST ?? '127.0.0.1',
  proxies: Number(env.OPPEN_PROXIES ?? 0),
  webFolder: resolve(env.OPPEN_WEB ?? 'web/dist'),
  ...(standIn && { standIn: standIn.router(everybody(world, env.OPPEN_SIGN_IN_STAND_IN ?? '')) }),
})
stopOnSignals(listening, world)
log.info({ address: listening.address }, 'serving')
