import type { Instant } from '../ids/index.js'

/**
 * Wrong attempts by key, each with its moment, so that "within any hour" holds for every hour and not only for those
 * on the clock. Keeps no more moments than are allowed, nor keys whose attempts have all passed.
 */
export class AttemptLog {
  readonly #window: number
  readonly #attempts = new Map<string, Instant[]>()

  /** `window` in milliseconds. */
  constructor(window: number) {
    this.#window = window
  }

  /** The attempts of a key within the window that ends now. */
  count(key: string, now: Instant): number {
    return this.#recent(key, now).length
  }

  /** When the key may try again, given how many it is allowed; `now` or earlier where it may already. */
  freeAt(key: string, now: Instant, allowed: number): Instant {
    const attempts = this.#recent(key, now)
    if (attempts.length < allowed) return now
    if (allowed < 1) return now + this.#window
    return (attempts[attempts.length - allowed] ?? now) + this.#window
  }

  /** Notes a wrong attempt. */
  note(key: string, now: Instant): void {
    const recent = this.#recent(key, now)
    if (recent.length) recent.push(now)
    else this.#attempts.set(key, [now])
    if (this.#attempts.size > SWEEP_AT) this.#sweep(now)
  }

  /** Takes back a try that was noted at a moment and was none after all. */
  takeBack(key: string, at: Instant): void {
    const attempts = this.#attempts.get(key) ?? []
    const index = attempts.lastIndexOf(at)
    if (index >= 0) attempts.splice(index, 1)
    if (!attempts.length) this.#attempts.delete(key)
  }

  #recent(key: string, now: Instant): Instant[] {
    const attempts = this.#attempts.get(key) ?? []
    const [oldest] = attempts
    if (oldest === undefined || this.#isRecent(oldest, now)) return attempts
    const recent = attempts.filter(at => this.#isRecent(at, now))
    this.#attempts.set(key, recent)
    return recent
  }

  /** A clock that was set back must not free anybody, nor hold anybody for longer than the window. */
  #isRecent(at: Instant, now: Instant): boolean {
    return Math.abs(now - at) < this.#window
  }

  #sweep(now: Instant): void {
    for (const key of this.#attempts.keys()) if (!this.#recent(key, now).length) this.#attempts.delete(key)
  }
}

const SWEEP_AT = 10_000
