import { applied, back, did, forward, type InkEdit, type InkHistory, NO_HISTORY } from '@oppen/core/ink'
import type { Annotation } from '@oppen/core/marking'
import { Autosave, type Later } from '../../app/autosave.js'
import type { NotYet, Reached } from '../../app/delivery.js'

export type AnnotationEdit = InkEdit<Annotation>

/** One thing that was put over a work or taken off it and that has not arrived; null for what was taken off. */
export type AnnotationChange = { readonly id: string; readonly put: Annotation | null }

export type AnnotationStatus =
  | { readonly is: 'saved' | 'here' | 'saving' }
  | { readonly is: 'unsaved'; readonly why: NotYet }
  | { readonly is: 'refused'; readonly error: unknown }

export type AnnotationWorld = {
  readonly save: (put: readonly Annotation[], drop: readonly string[]) => Promise<Reached<unknown>>
  /** What this device keeps of it until it has arrived. */
  readonly store: {
    readonly all: () => readonly AnnotationChange[]
    readonly keep: (change: AnnotationChange) => void
    readonly forget: (change: AnnotationChange) => void
  }
  readonly later: Later
}

const PAUSE = 500
const BATCH = 100

/**
 * Keeps safe what a teacher puts over a pupil's work: on the device as it is made, on the server after a pause. Things go by their ids,
 * so what two teachers put there at once is all there.
 */
export class AnnotationAutosave extends Autosave<AnnotationStatus> {
  items: ReadonlyMap<string, Annotation>
  history: InkHistory<Annotation> = NO_HISTORY
  readonly #pending = new Map<string, AnnotationChange>()
  readonly #world: AnnotationWorld

  constructor(world: AnnotationWorld, items: readonly Annotation[]) {
    super(world.later, { is: 'saved' })
    this.#world = world
    for (const change of world.store.all()) this.#pending.set(change.id, change)
    this.items = this.#over(items)
    if (this.#pending.size) this.status = { is: 'here' }
  }

  #over(items: readonly Annotation[]): Map<string, Annotation> {
    const all = new Map(items.map(item => [item.id, item]))
    for (const { id, put } of this.#pending.values()) {
      if (put) all.set(id, put)
      else all.delete(id)
    }
    return all
  }

  /** Sends what was found on the device. */
  begin(): void {
    if (this.#pending.size) this.schedule(0)
  }

  do(edit: AnnotationEdit): void {
    this.history = did(this.history, edit)
    this.#apply(edit)
  }

  undo(): void {
    const step = back(this.history)
    if (step) this.#step(step)
  }

  redo(): void {
    const step = forward(this.history)
    if (step) this.#step(step)
  }

  #step({
    history,
    edit,
  }: {
    readonly history: InkHistory<Annotation>
    readonly edit: AnnotationEdit
  }): void {
    this.history = history
    this.#apply(edit)
  }

  #apply(edit: AnnotationEdit): void {
    this.items = applied(this.items, edit)
    for (const { id } of edit.drop) this.#owe({ id, put: null })
    for (const item of edit.put) this.#owe({ id: item.id, put: item })
    this.set(this.status.is === 'unsaved' ? this.status : { is: 'here' })
    this.schedule(PAUSE)
  }

  #owe(change: AnnotationChange): void {
    this.#pending.set(change.id, change)
    this.#world.store.keep(change)
  }

  /** The server has others: taken in under what has not arrived. */
  heard(items: readonly Annotation[]): void {
    if (this.sending) return
    this.items = this.#over(items)
    this.set(this.status)
  }

  async flush(): Promise<void> {
    this.callOff()
    await this.settled()
    while (this.#pending.size) {
      this.sending = this.#send()
      await this.sending
      if (this.status.is === 'unsaved' || this.status.is === 'refused') return
    }
  }

  async #send(): Promise<void> {
    const batch = [...this.#pending.values()].slice(0, BATCH)
    if (this.status.is !== 'unsaved') this.set({ is: 'saving' })
    const reached = await this.#world.save(
      batch.flatMap(change => change.put ?? []),
      batch.flatMap(change => (change.put ? [] : change.id)),
    )
    this.sending = undefined
    if (reached.is === 'saved') {
      this.succeeded()
      for (const change of batch) {
        // what was changed again meanwhile is still owed
        if (this.#pending.get(change.id) !== change) continue
        this.#pending.delete(change.id)
        this.#world.store.forget(change)
      }
      this.set({ is: this.#pending.size ? 'here' : 'saved' })
    } else if (reached.is === 'refused') this.set({ is: 'refused', error: reached.error })
    else this.failing({ is: 'unsaved', why: reached.is })
  }
}
