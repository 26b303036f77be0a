/**
 * Numbers that look random and are the same for the same words: xoshiro128** (D. Blackman, S. Vigna, Scrambled linear
 * pseudorandom number generators, 2021), begun from four FNV-1a hashes (RFC 9923) of the words.
 */
export class Drawing {
  readonly #state: Uint32Array

  constructor(words: string) {
    this.#state = Uint32Array.from([0, 1, 2, 3], part => hashOf(`${part} ${words}`))
    if (this.#state.every(part => part === 0)) this.#state[0] = 1
  }

  /** Begins from a state, as in the published examples. */
  static from(state: readonly [number, number, number, number]): Drawing {
    const drawing = new Drawing('')
    drawing.#state.set(state)
    return drawing
  }

  /** A whole number from 0 to 2³² − 1. */
  next(): number {
    const s = this.#state
    const [a = 0, b = 0, c = 0, d = 0] = s
    const result = Math.imul(rotate(Math.imul(b, 5), 7), 9) >>> 0
    const [third, fourth] = [c ^ a, d ^ b]
    s[1] = b ^ third
    s[0] = a ^ fourth
    s[2] = third ^ (b << 9)
    s[3] = rotate(fourth, 11)
    return result
  }

  /** A whole number from 0 to `count` − 1, each as likely as the others (what lies over the last whole round is drawn again). */
  below(count: number): number {
    const limit = 2 ** 32 - (2 ** 32 % count)
    for (;;) {
      const drawn = this.next()
      if (drawn < limit) return drawn % count
    }
  }

  /** The same things in an order drawn from all orders (R. Durstenfeld, Algorithm 235, 1964). */
  mixed<T>(things: readonly T[]): T[] {
    const mixed = [...things]
    for (let last = mixed.length - 1; last > 0; last--) {
      const at = this.below(last + 1)
      ;[mixed[last], mixed[at]] = [mixed[at] as T, mixed[last] as T]
    }
    return mixed
  }
}

const rotate = (value: number, by: number): number => (value << by) | (value >>> (32 - by))

/** FNV-1a with 32 bits over the bytes of UTF-8. */
export function hashOf(words: string): number {
  const bytes = encodeURIComponent(words).replace(/%(..)/g, (_, hex) =>
    String.fromCharCode(Number.parseInt(hex, 16)),
  )
  let hash = 0x811c9dc5
  for (const byte of bytes) hash = Math.imul(hash ^ byte.charCodeAt(0), 0x01000193)
  return hash >>> 0
}
