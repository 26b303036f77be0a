import { oneDecimal } from './numbers.js'

const MIB = 1024 * 1024

/** To a tenth where it is little. */
const short = (size: number): string => (size < 10 ? oneDecimal(size) : String(Math.round(size)))

/** Bytes as megabytes of 1024 × 1024; something is never nothing. */
export const mebibytes = (bytes: number): string => short(Math.max(bytes / MIB, bytes ? 0.1 : 0))

/** Bytes as gigabytes of 1024³. */
export const gibibytes = (bytes: number): string => short(bytes / (1024 * MIB))
