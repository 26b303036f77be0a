import type { ReadingMarkId } from '@oppen/core/ids'
import type { Anchor } from '@oppen/core/passage'
import type { MarkColour } from '@oppen/core/work/kinds/reading'
import { Autosave, type Later } from '../../../../app/autosave.js'
import type { NotYet, Reached } from '../../../../app/delivery.js'

export type Mark = {
  readonly id: ReadingMarkId
  readonly colour: MarkColour
  readonly anchor: Anchor
  readonly note: string
}

/** A change that the server does not have: the mark as it is now, or null where it was removed. */
export type MarkChange = { readonly mark: Mark | null; readonly at: number }
export type MarkChanges = Readonly<Record<string, MarkChange>>

export type MarksStatus =
  | { readonly is: 'saved' | 'here' | 'saving' }
  | { readonly is: 'unsaved'; readonly why: NotYet }
  | { readonly is: 'refused'; readonly error: unknown }

type World = {
  /** Sends one change. */
  readonly send: (id: ReadingMarkId, mark: Mark | null) => Promise<Reached<unknown>>
  /** What this device keeps of changes that have not arrived. */
  readonly read: () => MarkChanges
  /** Keeps a change, each under a name of its own so that two tabs never write over each other’s; undefined forgets it. */
  readonly keep: (id: string, change: MarkChange | undefined) => boolean
  readonly later: Later
  readonly now: () => number
}

/** So long after the last letter of a note it is sent; in milliseconds. */
const PAUSE = 800

/** Marks in a passage, kept on the device until they have arrived: the last change of each goes, and it goes once more if it was changed meanwhile. */
export class MarksAutosave extends Autosave<MarksStatus> {
  readonly #world: World
  #changes: MarkChanges
  /** Every mark as this page has it since it was changed here: null where it was removed. */
  local: Readonly<Record<string, Mark | null>>
  /** Whether they are on this page alone, because the device has no room. */
  deviceFull = false

  constructor(world: World) {
    const changes = world.read()
    super(world.later, { is: Object.keys(changes).length ? 'here' : 'saved' })
    this.#world = world
    this.#changes = changes
    this.local = Object.fromEntries(Object.entries(changes).map(([id, { mark }]) => [id, mark]))
  }

  /** Sends what was left on the device by an earlier page. */
  begin(): void {
    if (this.dirty) this.schedule(0)
  }

  get dirty(): boolean {
    return Object.keys(this.#changes).length > 0
  }

  put(mark: Mark): void {
    this.#change(mark.id, mark)
  }

  remove(id: ReadingMarkId): void {
    this.#change(id, null)
  }

  #change(id: ReadingMarkId, mark: Mark | null): void {
    this.local = { ...this.local, [id]: mark }
    this.#keep(id, { mark, at: this.#world.now() })
    this.set({ is: 'here' })
    this.schedule(mark?.note ? PAUSE : 0)
  }

  #keep(id: string, change: MarkChange | undefined): void {
    const { [id]: _, ...others } = this.#changes
    this.#changes = change ? { ...others, [id]: change } : others
    this.deviceFull = !this.#world.keep(id, change)
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
    // one that is refused stays here, and holds up no other
    const refused = new Map<MarkChange, unknown>()
    for (;;) {
      const next = Object.entries(this.#changes).find(([, change]) => !refused.has(change))
      if (!next) break
      const [id, change] = next
      this.set({ is: 'saving' })
      const reached = await this.#world.send(id as ReadingMarkId, change.mark)
      if (reached.is === 'refused') {
        refused.set(change, reached.error)
        continue
      }
      if (reached.is !== 'saved') return this.failing({ is: 'unsaved', why: reached.is })
      this.succeeded()
      // unless it was changed again meanwhile
      if (this.#changes[id] === change) this.#keep(id, undefined)
    }
    const [error] = refused.values()
    this.set(refused.size ? { is: 'refused', error } : { is: 'saved' })
  }
}
