import type { ChosenLevels, StickerName } from '@oppen/core/marking'
import { Autosave, type Later } from '../../app/autosave.js'
import type { NotYet, Reached } from '../../app/delivery.js'

/** What a teacher is writing about a submission: the mark as it is typed. */
export type Verdict = {
  readonly mark: string
  readonly feedback: string
  readonly levels: ChosenLevels
  readonly sticker: StickerName | null
}

export const NOTHING_SAID: Verdict = { mark: '', feedback: '', levels: {}, sticker: null }

/** What the server has of it: how many moves there were, and the version of the draft; null for none. */
export type Base = { readonly moves: number; readonly version: string | null }

export type Known = Base & { readonly verdict: Verdict; readonly ready: boolean; readonly by: string | null }

export type MarkDraftStatus =
  | { readonly is: 'saved' | 'here' | 'saving' }
  /** Somebody else has written or marked; theirs is what the server has now. */
  | { readonly is: 'changed'; readonly theirs: Known }
  | { readonly is: 'unsaved'; readonly why: NotYet }
  | { readonly is: 'refused'; readonly error: unknown }

export type Kept = { readonly verdict: Verdict; readonly base: Base }

export type MarkDraftWorld = {
  readonly save: (
    verdict: Verdict,
    base: Base,
    ready: boolean,
  ) => Promise<Reached<{ version: string | null }>>
  /** Reads what the server has; undefined where it does not answer. */
  readonly read: () => Promise<Known | undefined>
  /** Whether the server would take the mark as it is typed now. */
  readonly readable: (mark: string) => boolean
  /** Whether a refusal says that somebody else has written. */
  readonly isChanged: (error: unknown) => boolean
  readonly store: {
    readonly get: () => Kept | undefined
    readonly keep: (kept: Kept) => void
    readonly forget: () => void
  }
  readonly later: Later
}

const PAUSE = 700

/**
 * A mark and feedback in the making: kept on the device as they are typed, and on the server after a pause, so that they can be gone on
 * with anywhere, and by another teacher. What another teacher wrote meanwhile is not written over.
 */
export class MarkDraftAutosave extends Autosave<MarkDraftStatus> {
  verdict: Verdict
  ready: boolean
  base: Base
  /** Who wrote what is there, where that was not this page. */
  by: string | null
  #dirty = false
  readonly #world: MarkDraftWorld

  constructor(world: MarkDraftWorld, known: Known) {
    super(world.later, { is: 'saved' })
    this.#world = world
    const kept = world.store.get()
    this.verdict = kept?.verdict ?? known.verdict
    this.ready = kept ? false : known.ready
    this.base = kept?.base ?? known
    this.by = kept ? null : known.by
    if (!kept) return
    this.#dirty = true
    this.status = same(kept.base, known) ? { is: 'here' } : { is: 'changed', theirs: known }
  }

  get dirty(): boolean {
    return this.#dirty
  }

  begin(): void {
    if (this.#dirty && this.status.is !== 'changed') this.schedule(0)
  }

  write(change: Partial<Verdict>): void {
    this.verdict = { ...this.verdict, ...change }
    this.ready = false
    this.by = null
    this.#dirty = true
    this.#world.store.keep({ verdict: this.verdict, base: this.base })
    const waits = this.status.is === 'unsaved' || this.status.is === 'changed'
    this.set(waits ? this.status : { is: 'here' })
    if (this.status.is !== 'changed') this.schedule(PAUSE)
  }

  /** Says whether it goes with what is handed back together. Resolves with whether that has arrived. */
  async setReady(ready: boolean): Promise<boolean> {
    this.ready = ready
    this.#dirty = true
    await this.flush()
    return !this.#dirty
  }

  /** The server has this now: taken over where nothing is being written here. */
  heard(known: Known): void {
    if (this.sending || same(this.base, known)) return
    if (this.#dirty) this.set({ is: 'changed', theirs: known })
    else this.#take(known)
  }

  #take(known: Known): void {
    this.verdict = known.verdict
    this.ready = known.ready
    this.base = known
    this.by = known.by
    this.#dirty = false
    this.#world.store.forget()
    this.set({ is: 'saved' })
  }

  /** Goes on with what the other wrote, or with what is here. */
  settle(whose: 'theirs' | 'mine'): void {
    if (this.status.is !== 'changed') return
    const { theirs } = this.status
    if (whose === 'theirs') {
      this.#take(theirs)
      return
    }
    this.base = theirs
    this.#world.store.keep({ verdict: this.verdict, base: this.base })
    this.set({ is: 'here' })
    this.schedule(0)
  }

  /** Sends nothing more until something is written: what is there goes with what is handed back. Resolves once nothing is on its way. */
  async hold(): Promise<void> {
    this.callOff()
    await this.settled()
  }

  /** It was handed back: nothing is left to be kept. */
  done(): void {
    this.callOff()
    this.#dirty = false
    this.#world.store.forget()
  }

  async flush(): Promise<void> {
    this.callOff()
    await this.settled()
    if (!this.#dirty || this.status.is === 'changed') return
    // what cannot be read yet stays here until it can
    if (!this.#world.readable(this.verdict.mark)) return
    this.sending = this.#send()
    await this.sending
  }

  async #send(): Promise<void> {
    const { verdict, ready } = this
    if (this.status.is !== 'unsaved') this.set({ is: 'saving' })
    const reached = await this.#world.save(verdict, this.base, ready)
    this.sending = undefined
    if (reached.is === 'saved') {
      this.succeeded()
      this.base = { ...this.base, version: reached.saved.version }
      if (this.verdict === verdict && this.ready === ready) {
        this.#dirty = false
        this.#world.store.forget()
        this.set({ is: 'saved' })
        return
      }
      this.#world.store.keep({ verdict: this.verdict, base: this.base })
      this.set({ is: 'here' })
      this.schedule(PAUSE)
      return
    }
    if (reached.is !== 'refused') {
      this.failing({ is: 'unsaved', why: reached.is })
      return
    }
    const theirs = this.#world.isChanged(reached.error) ? await this.#world.read() : undefined
    this.set(theirs ? { is: 'changed', theirs } : reached)
  }
}

const same = (one: Base, other: Base): boolean => one.moves === other.moves && one.version === other.version
