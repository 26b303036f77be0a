import type { Pinned } from '@oppen/contract'
import type { Instant } from '@oppen/core/ids'
import type { Logger } from 'pino'
import type { Database } from './db/index.js'
import type { SchoolSignIn } from './features/accounts/schoolSignIn.js'
import type { Backups } from './features/backups/backups.js'
import type { FileStore } from './features/fileStore/store.js'
import type { Uploads } from './features/fileStore/uploads.js'
import type { LiveStreams } from './features/live/streams.js'
import type { MailTransport } from './features/mail/mailTransport.js'
import type { PushTransport } from './features/news/pushTransport.js'
import type { Translator } from './features/wordList/translator.js'
import type { FolderLock } from './folderLock.js'
import type { Workers } from './workers/workers.js'

/** Time as the school has it; in the demo it can be moved. */
export type Clock = {
  now(): Instant
  /** Sets the time it is now; undefined where the clock cannot be moved. */
  readonly moveTo?: (to: Instant) => void
}

/** Everything a service reaches beyond its arguments. */
export type World = {
  readonly db: Database
  /** That no other process uses the same folder. */
  readonly lock: FolderLock
  readonly clock: Clock
  /** The folder of everything that lasts. */
  readonly folder: string
  /** The school's name and its time zone (IANA), as its owner has set them. */
  readonly school: { name: string; zone: string }
  /** How many bytes the files of a pupil in a class, of all pupils of a class, and of a circle may take. */
  readonly limits: { pupil: number; class: number; circle: number }
  /** What the machine's settings fix, whatever the owner has set. */
  readonly pinned: ReadonlySet<Pinned>
  /** Random bytes; seeded in the demo, so that it is the same each time. */
  readonly random: (bytes: number) => Uint8Array
  /** The name of this run of the server, another at each start: versions of drafts are told apart by it. */
  readonly run: string
  /** The secret of this installation, from which family keys are derived. */
  readonly secret: Uint8Array
  readonly files: FileStore
  /** Files that are still coming in. */
  readonly uploads: Uploads
  /** Threads for what strangers’ bytes can make slow or large. */
  readonly workers: Workers
  readonly live: LiveStreams
  readonly backups: Backups
  /** What carries mail out of the house, or the stand-in for it. */
  mailTransport: MailTransport
  /** The stand-in. */
  readonly outbox: MailTransport
  /** What carries news to devices, or the stand-in for it. */
  readonly pushTransport: PushTransport
  /** What knows words in other languages, or the stand-in for it. */
  readonly translator: Translator
  /** The identity provider of the school, or the stand-in for it; null where the school has none. */
  schoolSignIn: SchoolSignIn | null
  /** Where people find Oppen: as the school has set it, else where the server listens, once it does. */
  address: string | null
  readonly log: Logger
  /** How hard secrets are hashed; lower only in tests and the demo. */
  readonly hashing: { readonly memoryCost: number; readonly timeCost: number }
}
