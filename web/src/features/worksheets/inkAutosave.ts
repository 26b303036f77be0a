import type { WorksheetPage } from '@oppen/contract'
import { compare, type Saved } from '@oppen/core/draft'
import {
  applied,
  back,
  did,
  forward,
  type InkEdit,
  type InkHistory,
  type InkItem,
  NO_HISTORY,
} from '@oppen/core/ink'
import { Autosave, type Later } from '../../app/autosave.js'
import type { NotYet, Reached } from '../../app/delivery.js'

/** One thing that was put on a worksheet or taken off it, as the device keeps it. */
export type InkChange = {
  readonly id: string
  /** Null for what was taken off. */
  readonly put: InkItem | null
  /** Whether the server has confirmed it. */
  readonly sent: boolean
}

export type InkStatus =
  | { readonly is: 'empty' | 'here' | 'saving' }
  | { readonly is: 'saved'; readonly at: number }
  | { readonly is: 'unsaved'; readonly lastAt: number | null; readonly why: NotYet }
  | { readonly is: 'refused'; readonly error: unknown }

type InkSaved = Pick<WorksheetPage, 'version' | 'savedAt' | 'lineage'>

export type InkStore = {
  readonly all: () => readonly InkChange[]
  /** The version that the server last confirmed to this device. */
  readonly base: () => Saved | undefined
  /** False where the device has no room. */
  readonly keep: (change: InkChange) => boolean
  readonly keepBase: (saved: Saved) => void
}

export type InkWorld = {
  readonly save: (put: readonly InkItem[], drop: readonly string[]) => Promise<Reached<InkSaved>>
  /** Reads the worksheet as the server has it at this moment; undefined where it does not answer. */
  readonly read: () => Promise<WorksheetPage | undefined>
  readonly store: InkStore
  readonly later: Later
}

const PAUSE = 400
/** So many things go with one save. */
const BATCH = 400

/**
 * Keeps one worksheet safe: every stroke is in the device's store as it ends, and on the server after a pause. Things
 * are put and taken off by their ids, so what two devices draw at once is all there, and what a server set back has
 * forgotten is given to it again.
 */
export class InkAutosave extends Autosave<InkStatus> {
  items: ReadonlyMap<string, InkItem>
  history: InkHistory = NO_HISTORY
  deviceFull = false
  #saved: Saved | null
  /** The page that was last taken in. */
  #taken: Saved | null
  /** What was read is older than what was once confirmed: it is looked at anew before anything is made of it. */
  #doubt = false
  readonly #pending = new Map<string, InkChange>()
  readonly #world: InkWorld

  constructor(world: InkWorld, page: WorksheetPage) {
    const saved = savedOf(page)
    super(world.later, saved ? { is: 'saved', at: saved.savedAt } : { is: 'empty' })
    this.#world = world
    this.#saved = saved
    this.#taken = this.#saved
    for (const change of world.store.all()) if (!change.sent) this.#pending.set(change.id, change)
    this.#doubt = this.#isOlder(this.#saved)
    this.items = this.#over(page.items)
    if (this.#pending.size) this.status = { is: 'here' }
  }

  /** Whether a page knows less than the server once confirmed. */
  #isOlder(saved: Saved | null): boolean {
    const base = this.#world.store.base()
    if (!base) return false
    if (!saved) return true
    const stands = compare(base, saved)
    return stands === 'ahead' || stands === 'apart'
  }

  /** What the server has, with what it does not have yet; in doubt also with all that it once had of this device. */
  #over(items: readonly InkItem[]): Map<string, InkItem> {
    const all = new Map(items.map(item => [item.id, item]))
    const changes = this.#doubt ? this.#world.store.all() : []
    for (const { id, put } of [...changes, ...this.#pending.values()]) {
      if (put) all.set(id, put)
      else all.delete(id)
    }
    return all
  }

  /** Reads anew what was read older than it had been: then it was only an old page, or the server was set back. */
  async #settleDoubt(): Promise<boolean> {
    const page = await this.#world.read()
    if (!page) {
      this.#failing('unreachable')
      return false
    }
    this.#doubt = false
    const saved = savedOf(page)
    if (this.#isOlder(saved)) {
      for (const change of this.#world.store.all())
        if (!this.#pending.has(change.id)) this.#pending.set(change.id, change)
      if (saved) this.#world.store.keepBase(saved)
    }
    this.#take(page)
    return true
  }

  /** Sends what was found on the device. Making an autosave only looks; this begins its work. */
  begin(): void {
    if (this.#pending.size || this.#doubt) this.schedule(0)
  }

  get version(): number {
    return this.#saved?.version ?? 0
  }

  get dirty(): boolean {
    return this.#pending.size > 0
  }

  /** The pupil put something on the worksheet, took something off, or both. */
  do(edit: InkEdit): void {
    this.history = did(this.history, edit)
    this.#apply(edit)
  }

  undo(): void {
    this.#step(back(this.history))
  }

  redo(): void {
    this.#step(forward(this.history))
  }

  #step(step: { readonly history: InkHistory; readonly edit: InkEdit } | undefined): void {
    if (!step) return
    this.history = step.history
    this.#apply(step.edit)
  }

  #apply(edit: InkEdit): void {
    this.items = applied(this.items, edit)
    for (const { id } of edit.drop) this.#owe({ id, put: null, sent: false })
    for (const item of edit.put) this.#owe({ id: item.id, put: item, sent: false })
    this.set(this.status.is === 'unsaved' ? this.status : { is: 'here' })
    this.schedule(PAUSE)
  }

  #owe(change: InkChange): void {
    this.#pending.set(change.id, change)
    this.deviceFull = !this.#world.store.keep(change)
  }

  /** Sends what is not yet on the server; resolves when that has gone one way or the other. */
  async flush(): Promise<void> {
    this.callOff()
    await this.settled()
    if (this.#doubt && !(await this.#settleDoubt())) return
    while (this.#pending.size) {
      this.sending = this.#send()
      await this.sending
      if (this.status.is === 'unsaved' || this.status.is === 'refused') return
    }
  }

  async #send(): Promise<void> {
    const batch = [...this.#pending.values()].slice(0, BATCH)
    if (this.status.is !== 'unsaved') this.set({ is: 'saving' })
    const result = await this.#world.save(
      batch.flatMap(change => change.put ?? []),
      batch.flatMap(change => (change.put ? [] : change.id)),
    )
    this.sending = undefined
    if (result.is === 'saved') this.#arrived(batch, result.saved)
    else if (result.is === 'refused') this.set({ is: 'refused', error: result.error })
    else this.#failing(result.is)
  }

  #failing(why: NotYet): void {
    this.failing({ is: 'unsaved', lastAt: this.#saved?.savedAt ?? null, why })
  }

  #arrived(batch: readonly InkChange[], page: InkSaved): void {
    this.succeeded()
    for (const change of batch) {
      // what was changed again meanwhile is still owed
      if (this.#pending.get(change.id) !== change) continue
      this.#pending.delete(change.id)
      this.#world.store.keep({ ...change, sent: true })
    }
    const before = this.#saved
    this.#saved = savedOf(page)
    if (before && this.#saved && compare(before, this.#saved) === 'apart') {
      this.#doubt = true
      this.schedule(0)
    } else if (this.#saved) this.#world.store.keepBase(this.#saved)
    if (this.#pending.size) this.set({ is: 'here' })
    else this.set({ is: 'saved', at: this.#saved?.savedAt ?? 0 })
  }

  /** The server has another version, drawn elsewhere: taken in under what is drawn here. */
  heard(page: WorksheetPage): void {
    if (this.sending || this.#doubt) return
    const saved = savedOf(page)
    if (saved && this.#taken && compare(saved, this.#taken) === 'same') return
    if (this.#isOlder(saved)) {
      this.#doubt = true
      this.schedule(0)
    } else this.#take(page)
  }

  #take(page: WorksheetPage): void {
    const saved = savedOf(page)
    this.#saved = saved
    this.#taken = saved
    if (saved && !this.#isOlder(saved)) this.#world.store.keepBase(saved)
    this.items = this.#over(page.items)
    if (this.#pending.size) {
      this.set({ is: 'here' })
      this.schedule(0)
    } else this.set(saved ? { is: 'saved', at: saved.savedAt } : { is: 'empty' })
  }
}

function savedOf({ version, savedAt, lineage }: InkSaved): Saved | null {
  return savedAt === null ? null : { version, savedAt, lineage }
}
