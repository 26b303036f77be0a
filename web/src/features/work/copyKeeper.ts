/** What is kept on the device until the server has it. */
export type Draft = { readonly html: string; readonly base: number; readonly at: number }

export type Saved = { readonly html: string; readonly version: number; readonly savedAt: number }

export type CopyStatus =
  | { readonly is: 'empty' }
  | { readonly is: 'here' | 'saving' }
  | { readonly is: 'saved'; readonly at: number }
  /** `lastAt` is when the server last had it; null for never. */
  | { readonly is: 'unsaved'; readonly lastAt: number | null; readonly why: 'unreachable' | 'signedOut' }
  | { readonly is: 'refused'; readonly error: unknown }
  | { readonly is: 'conflict'; readonly mine: string; readonly theirs: Saved }

/** How a save went: kept, or why not. */
export type SaveResult =
  | { readonly is: 'saved'; readonly saved: Saved }
  | { readonly is: 'conflict'; readonly theirs: Saved }
  | { readonly is: 'unreachable' | 'signedOut' }
  | { readonly is: 'refused'; readonly error: unknown }

export type KeeperWorld = {
  readonly save: (html: string, base: number, chosen: boolean) => Promise<SaveResult>
  /** The device's own store for exactly this copy of exactly this person. */
  readonly drafts: { read(): Draft | undefined; write(draft: Draft): void; clear(): void }
  /** Runs later; gives the way to call it off. */
  readonly later: (run: () => void, milliseconds: number) => () => void
  readonly now: () => number
}

const PAUSE = 600
const RETRY = 3_000

/**
 * Keeps one own copy safe: each change goes to the device's store at once and to the server after a pause. What
 * the server could not take is tried again until it has it. Where the text was changed elsewhere meanwhile, both
 * are held out to the writer, and nothing is written over unasked.
 */
export class CopyKeeper {
  status: CopyStatus
  /** The text as the writer should see it; `edition` counts how often it came from outside. */
  html: string
  edition = 0
  #base: number
  #lastAt: number | null
  #dirty = false
  #saving: Promise<void> | undefined
  #cancel: (() => void) | undefined
  #chosen = false
  readonly #world: KeeperWorld
  readonly #listeners = new Set<() => void>()

  constructor(world: KeeperWorld, server: Saved | undefined, template: string) {
    this.#world = world
    this.html = server?.html ?? template
    this.#base = server?.version ?? 0
    this.#lastAt = server?.savedAt ?? null
    this.status = server ? { is: 'saved', at: server.savedAt } : { is: 'empty' }
    this.#takeDraft(server)
  }

  /** Finds what was written on this device and never arrived. */
  #takeDraft(server: Saved | undefined): void {
    const draft = this.#world.drafts.read()
    if (!draft) return
    if (draft.html === this.html) return
    if (server && draft.base !== server.version) {
      this.status = { is: 'conflict', mine: draft.html, theirs: server }
      return
    }
    this.html = draft.html
    this.edition += 1
    this.#dirty = true
    this.status = { is: 'here' }
  }

  /** Sends what was found on the device, if anything was. Making a keeper only looks; this begins its work. */
  begin(): void {
    if (this.#dirty) this.#schedule(0)
  }

  get version(): number {
    return this.#base
  }

  get dirty(): boolean {
    return this.#dirty || this.status.is === 'conflict'
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => void this.#listeners.delete(listener)
  }

  #set(status: CopyStatus): void {
    this.status = status
    for (const listener of this.#listeners) listener()
  }

  /** The writer changed the text. */
  change(html: string): void {
    if (html === this.html) return
    this.html = html
    this.#dirty = true
    this.#keep()
    if (this.status.is === 'conflict') {
      // who types on during the choice has the newer text on their side of it
      this.#set({ ...this.status, mine: html })
      return
    }
    if (this.status.is !== 'unsaved') this.#set({ is: 'here' })
    this.#schedule(PAUSE)
  }

  #keep(): void {
    this.#world.drafts.write({ html: this.html, base: this.#base, at: this.#world.now() })
  }

  #schedule(milliseconds: number): void {
    this.#cancel?.()
    this.#cancel = this.#world.later(() => void this.flush(), milliseconds)
  }

  /** Sends what is not yet on the server; resolves when that has gone one way or the other. */
  async flush(): Promise<void> {
    this.#cancel?.()
    while (this.#saving) await this.#saving
    if (!this.#dirty || this.status.is === 'conflict') return
    this.#saving = this.#send()
    await this.#saving
  }

  async #send(): Promise<void> {
    const sent = this.html
    if (this.status.is !== 'unsaved') this.#set({ is: 'saving' })
    const result = await this.#world.save(sent, this.#base, this.#chosen)
    this.#saving = undefined
    if (result.is === 'saved') {
      this.#arrived(sent, result.saved)
    } else if (result.is === 'conflict') {
      this.#set({ is: 'conflict', mine: this.html, theirs: result.theirs })
    } else if (result.is === 'refused') {
      this.#set({ is: 'refused', error: result.error })
    } else {
      this.#set({ is: 'unsaved', lastAt: this.#lastAt, why: result.is })
      this.#schedule(RETRY)
    }
  }

  #arrived(sent: string, saved: Saved): void {
    this.#base = saved.version
    this.#lastAt = saved.savedAt
    this.#chosen = false
    if (this.html === sent) {
      this.#dirty = false
      this.#world.drafts.clear()
      this.#set({ is: 'saved', at: saved.savedAt })
    } else {
      this.#keep()
      this.#set({ is: 'here' })
      this.#schedule(PAUSE)
    }
  }

  /** The server has another version, saved elsewhere: taken in where nothing here would be lost. */
  heard(server: Saved): void {
    if (server.version <= this.#base || this.#saving || this.status.is === 'conflict') return
    if (this.#dirty) {
      this.#cancel?.()
      this.#set({ is: 'conflict', mine: this.html, theirs: server })
      return
    }
    this.#take(server)
  }

  #take(server: Saved): void {
    this.html = server.html
    this.edition += 1
    this.#base = server.version
    this.#lastAt = server.savedAt
    this.#dirty = false
    this.#world.drafts.clear()
    this.#set({ is: 'saved', at: server.savedAt })
  }

  /** Goes on with one text or both after a conflict; the other stays among the versions on the server. */
  choose(which: 'mine' | 'theirs' | 'both'): void {
    if (this.status.is !== 'conflict') return
    const { mine, theirs } = this.status
    if (which === 'theirs') {
      this.#take(theirs)
      return
    }
    this.html = which === 'mine' ? mine : `${mine}<hr>${theirs.html}`
    this.edition += 1
    this.#base = theirs.version
    this.#chosen = true
    this.#dirty = true
    this.#keep()
    this.#set({ is: 'here' })
    this.#schedule(0)
  }

  /** Stops trying; what is not saved stays in the device's store. */
  stop(): void {
    this.#cancel?.()
  }
}
