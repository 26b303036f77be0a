import { pino } from 'pino'
import { oidcSignIn } from './features/accounts/schoolSignIn.js'
import { everybody } from './features/accounts/standInPeople.js'
import { standInProvider } from './features/accounts/standInProvider.js'
import { smtpTransport } from './features/mail/mailTransport.js'
import { makeOwnerKey } from './features/school/begin.js'
import { httpTranslator } from './features/wordList/translator.js'
import { serveWorld, stopOnSignals, takePort } from './listen.js'
import { openWorld } from './openWorld.js'
import { readSettings, type Settings } from './settings.js'
import { startPlainly } from './startRefused.js'

/** Starts the server: settings, then the port, then the folder; each says in one line why it cannot be had. */
async function main(settings: Settings): Promise<void> {
  const log = pino({ level: settings.log })
  const port = await takePort(settings)
  process.stdout.write(
    `Oppen opens ${settings.folder} and will be found at ${settings.address ?? port.address}\n`,
  )
  const standIn = settings.standIn && standInProvider(settings.standIn.name, () => port.address)
  if (standIn) log.warn('the stand-in for the school’s identity provider lets everybody in with one secret')
  const signIn = settings.signIn && oidcSignIn(settings.signIn)
  const world = await openWorld({
    folder: settings.folder,
    school: settings.school,
    pinned: settings.pinned,
    log,
    address: settings.address ?? port.address,
    backups: settings.backups,
    reserve: true,
    schoolSignIn: standIn?.signIn ?? signIn ?? null,
    mailTransport: settings.mail && smtpTransport(settings.mail.smtp, settings.mail.from),
    pushSubject: settings.pushSubject,
    translator: settings.translator && httpTranslator(settings.translator.address, settings.translator.key),
    onStep: doing => {
      port.say(doing)
      log.info(doing, 'starting')
    },
  })
  const listening = serveWorld(world, port, {
    proxies: settings.proxies,
    webFolder: settings.webFolder,
    ...(standIn && { standIn: standIn.router(everybody(world, settings.standIn?.secret ?? '')) }),
  })
  stopOnSignals(listening, world)
  process.stdout.write(`Oppen is ready at ${world.address}\n`)
  const key = await makeOwnerKey(world)
  if (key)
    process.stdout.write(
      `This school has no owner yet. Whoever looks after it goes to ${world.address}/begin and gives the key ${key}\n`,
    )
}

await startPlainly(() => main(readSettings(process.env)))
