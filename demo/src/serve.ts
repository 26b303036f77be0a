import { resolve } from 'node:path'
import { everybody } from '@oppen/server/features/accounts/standInPeople'
import { standInProvider } from '@oppen/server/features/accounts/standInProvider'
import { listen, stopOnSignals } from '@oppen/server/listen'
import { pino } from 'pino'
import { DEMO_SECRET } from './builders.js'
import { openDemo } from './demoWorld.js'

const { env } = process
const log = pino({ level: env.OPPEN_LOG ?? 'warn' })
const standIn = standInProvider('Tern Hollow')
const data = resolve(env.OPPEN_DATA ?? 'demo-data')
const world = await openDemo(data, { log, schoolSignIn: standIn.signIn })
const listening = await listen(world, {
  port: Number(env.OPPEN_PORT ?? 4310),
  host: env.OPPEN_HOST ?? '127.0.0.1',
  webFolder: resolve(env.OPPEN_WEB ?? 'web/dist'),
  standIn: standIn.router(everybody(world, DEMO_SECRET)),
})
stopOnSignals(listening, world)

process.stdout.write(`
  Oppen, with the demo of Tern Hollow School:  ${listening.address}

  Sign in with one of these user names; the secret is always ${DEMO_SECRET}

    ms.varga      teacher of Garden Science and Words & Stories
    mr.bell       teacher of Numbers & Measures, co-teacher of Words & Stories
    ada.moreno    pupil, group Heron
    bram.okoye    pupil, group Heron
    mr.moreno     family of Ada and Luis
    ms.okoye      family of Bram
    ms.quist      teacher of First Shells, 28 six-year-olds on shared tablets

  Stop with Ctrl C; what was done is kept. Start over: npm run demo -- --fresh
`)
