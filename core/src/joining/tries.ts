import type { Instant } from '../ids/index.js'

/**
 * Wrong tries by key, each with its moment, so that "within any hour" holds for every hour and not only for those
 * on the clock. Keeps no more moments than are allowed, nor keys whose tries have all passed.
 */
export class TryBook {
  readonly #window: number
  readonly #tries = new Map<string, Instant[]>()

  /** `window` in milliseconds. */
  constructor(window: number) {
    this.#window = window
  }

  /** The tries of a key within the window that ends now. */
  count(key: string, now: Instant): number {
    return this.#recent(key, now).length
  }

  /** When the key may try again, given how many it is allowed; `now` or earlier where it may already. */
  freeAt(key: string, now: Instant, allowed: number): Instant {
    const tries = this.#recent(key, now)
    if (tries.length < allowed) return now
    if (allowed < 1) return now + this.#window
    return (tries[tries.length - allowed] ?? now) + this.#window
  }

  /** Notes a wrong try. */
  note(key: string, now: Instant): void {
    const recent = this.#recent(key, now)
    if (recent.length) recent.push(now)
    else this.#tries.set(key, [now])
    if (this.#tries.size > SWEEP_AT) this.#sweep(now)
  }

  /** Takes back a try that was noted at a moment and was none after all. */
  takeBack(key: string, at: Instant): void {
    const tries = this.#tries.get(key) ?? []
    const index = tries.lastIndexOf(at)
    if (index >= 0) tries.splice(index, 1)
    if (!tries.length) this.#tries.delete(key)
  }

  #recent(key: string, now: Instant): Instant[] {
    const tries = this.#tries.get(key) ?? []
    const [oldest] = tries
    if (oldest === undefined || this.#isRecent(oldest, now)) return tries
    const recent = tries.filter(at => this.#isRecent(at, now))
    this.#tries.set(key, recent)
    return recent
  }

  /** A clock that was set back must not free anybody, nor hold anybody for longer than the window. */
  #isRecent(at: Instant, now: Instant): boolean {
    return Math.abs(now - at) < this.#window
  }

  #sweep(now: Instant): void {
    for (const key of this.#tries.keys()) if (!this.#recent(key, now).length) this.#tries.delete(key)
  }
}

const SWEEP_AT = 10_000
