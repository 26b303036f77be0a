import { continueLineage, type Edition } from '@oppen/core/draft'
import {
  type AutosaveWorld,
  DraftAutosave,
  type LocalDraft,
  type SaveResult,
  type Sending,
} from './draftAutosave.js'

/** A device and a server in memory: the server keeps versions as the real one does, can be cut off and set back. */
export class FakeServer {
  server: Edition | undefined
  /** Earlier texts that the server keeps. */
  kept: string[] = []
  locals = new Map<number, LocalDraft>()
  cut: 'unreachable' | 'signedOut' | undefined
  /** The answer to the next save is lost on its way, though the save was made. */
  lost = false
  full = false
  saves = 0
  #run = 0
  #pages = 0
  #backup: { server: Edition | undefined; kept: string[] } = { server: undefined, kept: [] }
  #timers: { run: () => void; at: number; off: boolean }[] = []
  #now = 0

  /** The newest that the device holds. */
  get local(): LocalDraft | undefined {
    return [...this.locals.values()].sort((one, other) => other.at - one.at)[0]
  }

  world(): AutosaveWorld {
    const page = ++this.#pages
    let found: number[] = []
    return {
      save: async sending => this.#save(sending),
      locals: {
        all: () => {
          found = [...this.locals.keys()]
          return found.flatMap(key => this.locals.get(key) ?? []).sort((a, b) => b.at - a.at)
        },
        write: local => {
          if (this.full) return false
          this.locals.set(page, local)
          return true
        },
        settle: () => {
          for (const key of found) if (key !== page) this.locals.delete(key)
        },
      },
      later: (run, milliseconds) => {
        const timer = { run, at: this.#now + milliseconds, off: false }
        this.#timers.push(timer)
        return () => {
          timer.off = true
        }
      },
      now: () => ++this.#now,
    }
  }

  #save({ html, base, run, chosen, aside }: Sending): SaveResult {
    this.saves += 1
    if (this.cut) return { is: this.cut }
    const { server } = this
    const same = server?.html === html && !aside.length
    if (server && !same && (server.version !== base || server.lineage.at(-1)?.run !== run))
      return { is: 'conflict', theirs: server }
    if (server && chosen) this.kept.push(server.html)
    this.kept.push(...aside)
    if (!same || !server) this.#put(html)
    if (this.lost) {
      this.lost = false
      return { is: 'unreachable' }
    }
    return { is: 'saved', saved: { ...(this.server as Edition), html: null } }
  }

  #put(html: string): void {
    const version = (this.server?.version ?? 0) + 1
    const lineage = continueLineage(this.server?.lineage ?? [], { run: `run ${this.#run}`, version })
    this.server = { html, version, lineage, savedAt: this.#now }
  }

  elsewhere(html: string): void {
    this.#put(html)
  }

  backUp(): void {
    this.#backup = { server: this.server, kept: [...this.kept] }
  }

  /** Yesterday's backup is brought back: a new run of the server that knows nothing of what came after. */
  setBack(): void {
    this.#run += 1
    this.server = this.#backup.server
    this.kept = [...this.#backup.kept]
  }

  async pass(milliseconds: number): Promise<void> {
    this.#now += milliseconds
    const due = this.#timers.filter(timer => !timer.off && timer.at <= this.#now)
    this.#timers = this.#timers.filter(timer => !timer.off && timer.at > this.#now)
    for (const timer of due) timer.run()
    for (let n = 0; n < 10; n++) await Promise.resolve()
  }

  /** Opens the draft as it was read; `read` is what the device kept of an earlier reading. */
  open = (template = '', read: Edition | undefined = this.server) => {
    const autosave = new DraftAutosave(this.world(), read, template)
    autosave.begin()
    return autosave
  }
}
