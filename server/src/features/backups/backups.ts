import { type BackupState, backupState, isBackupDue } from '@oppen/core/backups'
import type { Instant } from '@oppen/core/ids'
import type { Logger } from 'pino'
import type { Pool } from '../../workers/pool.js'
import { type Backup, backupsIn } from './store.js'

/** Where and when a school makes its backups. */
export type BackupSettings = {
  readonly folder: string
  /** The local time of the nightly backup, "02:30". */
  readonly at: string
  /** For how many days one is kept. */
  readonly days: number
}

type Options = {
  readonly data: string
  /** Undefined where no backups are made. */
  readonly settings: BackupSettings | undefined
  /** The zone that the time of day is meant in. */
  readonly zone: () => string
  readonly pool: Pool
  /** The time of the machine: backups are dated by it, also where the clock of a demo stands. */
  readonly now: () => Instant
  readonly log: Logger
}

export type BackupsStand = {
  readonly state: BackupState
  readonly last: Instant | null
  /** Why the last try went wrong, where it did. */
  readonly problem: string | null
}

const MINUTE = 60_000
/** So long after one that went wrong it is tried again, in milliseconds. */
const AGAIN = 60 * MINUTE

/** The backups of a running school: made every night in a thread of their own, or when the owner asks. */
export class Backups {
  readonly #options: Options
  readonly #since: Instant
  #known: readonly Backup[] = []
  #failed: { readonly at: Instant; readonly problem: string } | undefined
  #running: Promise<boolean> | undefined

  constructor(options: Options) {
    this.#options = options
    this.#since = options.now()
  }

  get settings(): BackupSettings | undefined {
    return this.#options.settings
  }

  /** The whole backups there are, the newest first. */
  get known(): readonly Backup[] {
    return this.#known
  }

  /** How they stand now. */
  stand(): BackupsStand {
    const last = this.#known[0]?.at ?? null
    const failed = this.#failed?.at ?? null
    const on = this.settings !== undefined
    const state = backupState({ on, since: this.#since, last, failed }, this.#options.now())
    return { state, last, problem: state === 'failed' ? (this.#failed?.problem ?? null) : null }
  }

  /** Looks again which backups there are. */
  async refresh(): Promise<void> {
    if (this.settings) this.#known = await backupsIn(this.settings.folder)
  }

  /** Makes a backup now; whoever asks while one is being made waits for that one. Gives whether it went well. */
  run(): Promise<boolean> {
    this.#running ??= this.#run().finally(() => {
      this.#running = undefined
    })
    return this.#running
  }

  async #run(): Promise<boolean> {
    const { settings, data, pool, now, log } = this.#options
    if (!settings) return false
    const { folder, days } = settings
    const began = now()
    const problem = await pool.run('backup', { data, folder, days, now: began }).then(
      answer => ('failed' in answer ? answer.failed : undefined),
      error => String((error as Error).message ?? error),
    )
    await this.refresh()
    this.#failed = problem === undefined ? undefined : { at: began, problem }
    if (problem === undefined) log.info({ backup: this.#known[0]?.name }, 'a backup was made')
    else log.error({ problem }, 'no backup could be made')
    return problem === undefined
  }

  async #tick(): Promise<void> {
    const { settings, now, zone } = this.#options
    const nightly = settings && { at: settings.at, zone: zone() }
    const resting = this.#failed && now() - this.#failed.at < AGAIN
    if (nightly && !resting && isBackupDue(nightly, this.#known[0]?.at ?? null, now())) await this.run()
  }

  /** Makes them again and again while the server runs. Gives the way to stop. */
  keep(): () => void {
    if (!this.settings) return () => undefined
    const look = () =>
      void this.#tick().catch(error =>
        this.#options.log.error({ err: error }, 'backups could not be looked at'),
      )
    void this.refresh().then(look, look)
    const timer = setInterval(look, MINUTE).unref()
    return () => clearInterval(timer)
  }
}
