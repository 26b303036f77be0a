/** A seeded source of numbers (mulberry32), the same each time, so that the demo is always the same school. */
export class Seeded {
  #state: number

  constructor(seed: number) {
    this.#state = seed
  }

  /** From 0 up to, not including, 1. */
  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) | 0
    let t = Math.imul(this.#state ^ (this.#state >>> 15), 1 | this.#state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }

  /** A whole number from `from` to `to`, both included. */
  whole(from: number, to: number): number {
    return from + Math.floor(this.next() * (to - from + 1))
  }

  pick<T>(list: readonly T[]): T {
    const found = list[Math.floor(this.next() * list.length)]
    if (found === undefined) throw new Error('nothing to pick from')
    return found
  }

  bytes = (count: number): Uint8Array => Uint8Array.from({ length: count }, () => this.whole(0, 255))
}
