import type { VideoPage, WatchedBatch } from '@oppen/contract'
import { type Stretch, type Watched, withPlayed } from '@oppen/core/watching'
import type { Passed } from '@oppen/core/work/kinds/video'
import { Autosave, type Later } from '../../../app/autosave.js'
import type { NotYet, Reached } from '../../../app/delivery.js'

/** What was played and done since the last batch. */
type Open = Omit<WatchedBatch, 'number'>

/** What a page keeps on the device of what has not arrived: batches that may have been sent, and what came after them. */
export type KeptViewing = {
  readonly sealed: readonly WatchedBatch[]
  readonly open: Open | null
  /** The number of the last batch. */
  readonly last: number
}

export const NOTHING_KEPT: KeptViewing = { sealed: [], open: null, last: 0 }

export type WatchedStatus =
  | { readonly is: 'saved' | 'here' | 'saving' }
  | { readonly is: 'unsaved'; readonly why: NotYet }
  | { readonly is: 'refused'; readonly error: unknown }

export type WatchedWorld = {
  readonly send: (batch: WatchedBatch) => Promise<Reached<VideoPage & { elsewhere: boolean }>>
  /** Keeps what has not arrived; nothing where all has. False where the device has no room. */
  readonly keep: (kept: KeptViewing | undefined) => boolean
  readonly later: Later
}

/** So long after something it is sent, with what comes meanwhile; in milliseconds. */
const PAUSE = 400
/** So many stretches or moments go in one batch at most. */
const MOST = 300

/** Closes what is open as a batch: from then on it is never changed, so that sent twice it counts once. */
export function seal(kept: KeptViewing): KeptViewing {
  if (!kept.open) return kept
  const last = kept.last + 1
  return { sealed: [...kept.sealed, { ...kept.open, number: last }], open: null, last }
}

/** What was watched of a video, on the device at once and on the server after a moment. */
export class WatchedAutosave extends Autosave<WatchedStatus> {
  readonly #world: WatchedWorld
  #server: VideoPage
  #kept: KeptViewing = NOTHING_KEPT
  #heard = 0
  /** Another number whenever anything of it has changed. */
  version = 0
  /** Whether it is played on another page at the same time. */
  elsewhere = false

  constructor(world: WatchedWorld, server: VideoPage) {
    super(world.later, { is: 'saved' })
    this.#world = world
    this.#server = server
  }

  begin(): void {
    if (this.dirty) this.schedule(0)
  }

  get dirty(): boolean {
    return this.#kept.open !== null || this.#kept.sealed.length > 0
  }

  get #unsent(): readonly Open[] {
    return [...this.#kept.sealed, ...(this.#kept.open ? [this.#kept.open] : [])]
  }

  /** All that was watched, with what has not arrived. */
  get watched(): Watched {
    return withPlayed(this.#server.watched, ...this.#unsent.flatMap(({ stretches }) => stretches))
  }

  /** Where the video was left. */
  get position(): number {
    return this.#unsent.at(-1)?.position ?? this.#server.position
  }

  /** Every stop that was passed, each once. */
  get passed(): readonly Passed[] {
    return [...this.#server.passed, ...this.#unsent.flatMap(({ passed }) => passed)].reduce<Passed[]>(
      (all, one) => [...all.filter(({ stopId }) => stopId !== one.stopId), one],
      [],
    )
  }

  /** What was read anew, unless it is older than what is here. */
  read(server: VideoPage): void {
    if (this.dirty || this.sending) return
    this.#server = server
    this.set(this.status)
  }

  played(stretch: Stretch): void {
    const before = this.#kept.open?.stretches ?? []
    const last = before.at(-1)
    const goesOn = last && Math.abs(last.to - stretch.from) < 0.01
    const stretches = goesOn
      ? [...before.slice(0, -1), { from: last.from, to: stretch.to }]
      : [...before, { ...stretch }]
    this.#add({ position: stretch.to, stretches })
  }

  stopped(second: number): void {
    this.#add({ position: second, stopped: [...(this.#kept.open?.stopped ?? []), second] })
  }

  wentBack(from: number, to: number): void {
    this.#add({ position: to, back: [...(this.#kept.open?.back ?? []), from] })
  }

  pass(passed: Passed, position: number): void {
    this.#add({ position, passed: [...(this.#kept.open?.passed ?? []), passed] })
  }

  #add(part: Partial<Open>): void {
    const empty: Open = { position: 0, stretches: [], stopped: [], back: [], passed: [] }
    const open = { ...(this.#kept.open ?? empty), ...part }
    this.#keep({ ...this.#kept, open })
    const many = Math.max(open.stretches.length, open.stopped.length, open.back.length, open.passed.length)
    if (many >= MOST) this.#keep(seal(this.#kept))
    if (this.status.is === 'saved') this.set({ is: 'here' })
    else this.set(this.status)
    if (this.status.is === 'here') this.schedule(PAUSE)
  }

  protected override set(status: WatchedStatus): void {
    this.version += 1
    super.set(status)
  }

  #keep(kept: KeptViewing): void {
    this.#kept = kept
    this.#world.keep(this.dirty ? kept : undefined)
  }

  async flush(): Promise<void> {
    this.callOff()
    if (!this.sending) {
      this.sending = this.#sendAll().finally(() => {
        this.sending = undefined
      })
    }
    await this.sending
  }

  async #sendAll(): Promise<void> {
    while (this.dirty) {
      if (!this.#kept.sealed.length) this.#keep(seal(this.#kept))
      const [batch] = this.#kept.sealed
      if (!batch) break
      this.set({ is: 'saving' })
      const reached = await this.#world.send(batch)
      // it stays on the device; the page says why
      if (reached.is === 'refused') return this.set({ is: 'refused', error: reached.error })
      if (reached.is !== 'saved') return this.failing({ is: 'unsaved', why: reached.is })
      this.succeeded()
      const { elsewhere, ...server } = reached.saved
      // once may be this page before it was read anew
      this.#heard = elsewhere ? this.#heard + 1 : 0
      this.elsewhere = this.#heard > 1
      this.#server = server
      this.#keep({ ...this.#kept, sealed: this.#kept.sealed.filter(one => one !== batch) })
    }
    this.set({ is: 'saved' })
  }
}
