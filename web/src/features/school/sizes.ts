import { mebibytes } from '../../parts/mebibytes.js'
import { oneDecimal } from '../../words/numbers.js'

const GIB = 1024 * 1024 * 1024

/** Bytes as gigabytes of 1024³, to a tenth where they are few. */
export const gibibytes = (bytes: number): string => {
  const size = bytes / GIB
  return size < 10 ? oneDecimal(size) : String(Math.round(size))
}

/** Less free room than this is said aloud. */
export const LOW = 2 * GIB

export { mebibytes }
