import { everybody } from '@oppen/server/features/accounts/standInPeople'
import { standInProvider } from '@oppen/server/features/accounts/standInProvider'
import { serveWorld, stopOnSignals, takePort } from '@oppen/server/listen'
import { readSettings, type Settings } from '@oppen/server/settings'
import { startPlainly } from '@oppen/server/startRefused'
import { pino } from 'pino'
import { DEMO_SECRET } from './builders.js'
import { openDemo } from './demoWorld.js'

async function serve(settings: Settings): Promise<void> {
  const port = await takePort(settings)
  const standIn = standInProvider('Tern Hollow', () => port.address)
  const world = await openDemo(settings.folder, {
    log: pino({ level: settings.log }),
    schoolSignIn: standIn.signIn,
    pinned: ['signIn'],
    address: settings.address ?? port.address,
    backups: settings.backups,
    reserve: true,
    onStep: port.say,
  })
  const listening = serveWorld(world, port, {
    webFolder: settings.webFolder,
    standIn: standIn.router(everybody(world, DEMO_SECRET)),
  })
  stopOnSignals(listening, world)
  process.stdout.write(`
  Oppen, with the demo of Tern Hollow School:  ${world.address}

  Sign in with one of these user names; the password is always ${DEMO_SECRET}

    ms.varga      teacher of Garden Science and Words & Stories
    mr.bell       teacher of Numbers & Measures, co-teacher of Words & Stories
    ada.moreno    pupil, group Heron
    bram.okoye    pupil, group Heron
    mr.moreno     family of Ada and Luis
    ms.okoye      family of Bram
    ms.quist      teacher of First Shells, 28 six-year-olds on shared tablets
    ms.thorne     owner of the school: teachers, settings, storage, everybody’s data

  Stop with Ctrl C; what was done is kept. Start over: npm run demo -- --fresh
`)
}

await startPlainly(() => serve(readSettings({ OPPEN_DATA: 'demo-data', OPPEN_LOG: 'warn', ...process.env })))
