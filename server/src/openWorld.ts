import { randomBytes } from 'node:crypto'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { FILE_LIMITS, type Pinned } from '@oppen/contract'
import { type Logger, pino } from 'pino'
import { realClock } from './clock.js'
import { dataSteps } from './dataSteps.js'
import { openDatabase, runDataSteps } from './db/index.js'
import type { Doing } from './doing.js'
import { audienceOf } from './features/accounts/audience.js'
import type { SchoolSignIn } from './features/accounts/schoolSignIn.js'
import { type BackupSettings, Backups } from './features/backups/backups.js'
import { refuseHalfRestored } from './features/backups/restore.js'
import { FileStore } from './features/fileStore/store.js'
import { Uploads } from './features/fileStore/uploads.js'
import { LiveStreams } from './features/live/streams.js'
import { type MailTransport, outboxTransport } from './features/mail/mailTransport.js'
import { standInPush, vapidKeysOf, webPushTransport } from './features/news/pushTransport.js'
import { takeUpSettings } from './features/school/settings.js'
import { refreshTexts } from './features/search/refresh.js'
import { recomputeDeadlines } from './features/timing/recomputeDeadlines.js'
import { dictionaryTranslator, remembering, type Translator } from './features/wordList/translator.js'
import { type FolderLock, lockFolder } from './folderLock.js'
import { newId } from './ids.js'
import { holdReserve, releaseReserve } from './reserve.js'
import { makeWorkers } from './workers/workers.js'
import type { Clock, World } from './world.js'

export type WorldOptions = {
  /** Everything that lasts lies in here: the database, the files, the secret. */
  readonly folder: string
  readonly school?: Readonly<World['school']>
  /** What the machine's settings fix, whatever the owner sets. */
  readonly pinned?: readonly Pinned[]
  readonly clock?: Clock
  readonly random?: World['random']
  /** The name of this run; made up where none is given. Only what fills a demo, which is always the same, gives one. */
  readonly run?: string
  readonly log?: Logger
  readonly hashing?: World['hashing']
  readonly onStatement?: (sql: string) => void
  readonly mailTransport?: MailTransport | undefined
  /** Under which address push services find whoever runs this; the stand-in shows what is new where there is none. */
  readonly pushSubject?: string | undefined
  /** What knows words in other languages; a small dictionary stands in where there is none. */
  readonly translator?: Translator | undefined
  readonly address?: string
  readonly backups?: BackupSettings | undefined
  /** Holds some room of the disk back, so that the next start finds some. */
  readonly reserve?: boolean
  readonly schoolSignIn?: SchoolSignIn | null
  /** Told what is being done while it opens. */
  readonly onStep?: (doing: Doing) => void
}

/** Argon2id as OWASP's Password Storage Cheat Sheet gives it: 19 MiB, two rounds, one lane. */
export const FULL_HASHING = { memoryCost: 19_456, timeCost: 2 } as const
/** The sender of messages in the stand-in's outbox; the domain is reserved for examples (RFC 2606). */
const STAND_IN_SENDER = 'Oppen <oppen@school.example>'

/** Quick hashing, for tests and the demo. */
export const QUICK_HASHING = { memoryCost: 1024, timeCost: 1 } as const

/** Opens, or makes, everything that the server works on. */
export async function openWorld(options: WorldOptions): Promise<World> {
  const lock = await lockFolder(options.folder, options.address)
  try {
    await refuseHalfRestored(options.folder)
    await releaseReserve(options.folder)
    const world = await open(options, lock)
    if (options.reserve) await holdReserve(options.folder)
    return world
  } catch (error) {
    await lock.release()
    throw error
  }
}

async function open(options: WorldOptions, lock: FolderLock): Promise<World> {
  const onStep = options.onStep ?? (() => undefined)
  const db = await openDatabase({
    file: join(options.folder, 'oppen.sqlite'),
    ...(options.onStatement && { onStatement: options.onStatement }),
    onStep,
  })
  const workers = makeWorkers()
  const files = new FileStore(join(options.folder, 'files'), workers.files)
  await files.prepare()
  const uploads = new Uploads(join(options.folder, 'files', 'uploads'))
  const run = options.run ?? randomBytes(6).toString('base64url')
  const live = new LiveStreams(run)
  const school = { ...(options.school ?? { name: 'Oppen', zone: 'UTC' }) }
  const log = options.log ?? pino({ level: 'silent' })
  const backups = new Backups({
    data: options.folder,
    settings: options.backups,
    zone: () => school.zone,
    pool: workers.backups,
    now: Date.now,
    log,
  })
  const random = options.random ?? randomBytes
  const outbox = outboxTransport(join(options.folder, 'outbox'), STAND_IN_SENDER, () => newId({ random }))
  const secret = await installationSecret(options.folder, random)
  const world: World = {
    db,
    lock,
    files,
    uploads,
    workers,
    live,
    backups,
    random,
    run,
    clock: options.clock ?? realClock,
    folder: options.folder,
    school,
    limits: { pupil: FILE_LIMITS.pupil, class: FILE_LIMITS.class, circle: FILE_LIMITS.circle },
    pinned: new Set(options.pinned),
    secret,
    log,
    hashing: options.hashing ?? FULL_HASHING,
    address: options.address ?? null,
    schoolSignIn: options.schoolSignIn ?? null,
    mailTransport: options.mailTransport ?? outbox,
    outbox,
    pushTransport: options.pushSubject
      ? webPushTransport(vapidKeysOf(secret), options.pushSubject)
      : standInPush(live),
    translator: options.translator ? remembering(options.translator) : dictionaryTranslator,
  }
  await runDataSteps(db, dataSteps(world), ({ name, ...step }) =>
    onStep({ what: 'starting_data', said: { name }, ...step }),
  )
  await takeUpSettings(world)
  await recomputeDeadlines(world)
  await refreshTexts(world, onStep)
  live.audience = audienceOf(world)
  return world
}

/** The secret of this installation: made once, kept beside the database and readable by its owner alone. */
async function installationSecret(folder: string, random: World['random']): Promise<Uint8Array> {
  const path = join(folder, 'secret')
  try {
    return await readFile(path)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error
    const secret = random(32)
    await writeFile(path, secret, { mode: 0o600, flag: 'wx' })
    return secret
  }
}

/** Closes the streams and the files of a world. */
export async function closeWorld(world: World): Promise<void> {
  world.live.stop()
  await world.workers.close()
  await world.db.close()
  await world.lock.release()
}
