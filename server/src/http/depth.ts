/** Lists and objects within each other, at most: what we send has six at most, and deep ones take long to read. */
const MOST_DEEP = 32

const [QUOTE, BACKSLASH, LIST, LIST_END, OBJECT, OBJECT_END] = [...'"\\[]{}'].map(sign => sign.charCodeAt(0))

/** Follows how deep lists and objects of a JSON text stand within each other, in its UTF-8 bytes as they come. */
export class Depth {
  #deep = 0
  #inText = false
  #escaped = false
  #isDeep = false

  /** Whether they stand deeper than we send. */
  get isDeep(): boolean {
    return this.#isDeep
  }

  /** Takes the next bytes; what they are cut through does not matter. */
  take(bytes: Uint8Array): void {
    if (this.#isDeep) return
    for (const byte of bytes) this.#takeOne(byte)
  }

  #takeOne(byte: number): void {
    if (this.#escaped) this.#escaped = false
    else if (byte === QUOTE) this.#inText = !this.#inText
    else if (this.#inText) this.#escaped = byte === BACKSLASH
    else if (byte === LIST || byte === OBJECT) this.#isDeep ||= ++this.#deep > MOST_DEEP
    else if (byte === LIST_END || byte === OBJECT_END) this.#deep--
  }
}
