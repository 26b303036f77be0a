import { retryAfter } from './delivery.js'

/** Runs something later; gives the way to call it off. */
export type Later = (run: () => void, milliseconds: number) => () => void

/**
 * What every autosave of something in the making does: says how it stands to whoever shows it, sends after a pause, and
 * tries again what did not arrive.
 */
export abstract class Autosave<Status> {
  status: Status
  protected sending: Promise<void> | undefined
  readonly #later: Later
  readonly #listeners = new Set<() => void>()
  #cancel: (() => void) | undefined
  #failed = 0

  protected constructor(later: Later, status: Status) {
    this.#later = later
    this.status = status
  }

  /** Sends what is not yet on the server; resolves when that has gone one way or the other. */
  abstract flush(): Promise<void>

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => void this.#listeners.delete(listener)
  }

  protected set(status: Status): void {
    this.status = status
    for (const listener of this.#listeners) listener()
  }

  protected schedule(milliseconds: number): void {
    this.callOff()
    this.#cancel = this.#later(() => void this.flush(), milliseconds)
  }

  /** Sends nothing at the moment that was set for it. */
  protected callOff(): void {
    this.#cancel?.()
  }

  /** It did not arrive: it is tried again, each time later. */
  protected failing(status: Status): void {
    this.set(status)
    this.schedule(retryAfter(this.#failed))
    this.#failed += 1
  }

  protected succeeded(): void {
    this.#failed = 0
  }

  /** Resolves once nothing is on its way. */
  async settled(): Promise<void> {
    while (this.sending) await this.sending
  }

  /** Stops trying; what is not saved stays in the device's store. */
  stop(): void {
    this.callOff()
  }
}
