import { oneDecimal } from '../words/numbers.js'
/** Bytes as megabytes of 1024 × 1024, exact to a tenth where they are few; something is never nothing. */
export function mebibytes(bytes: number): string {
  const size = Math.max(bytes / 1024 / 1024, bytes ? 0.1 : 0)
  return size < 10 ? oneDecimal(size) : String(Math.round(size))
}
