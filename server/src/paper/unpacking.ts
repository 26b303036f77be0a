import { createRequire } from 'node:module'
import { Refused } from '../refusal.js'

/** What the streams of one PDF may unpack to in all: 60 scanned pages are far below it. */
const MOST = 192 * 1024 * 1024

/** A file that unpacks to more than is read of one. */
export class UnpacksToTooMuch extends Error {
  override readonly name = 'UnpacksToTooMuch'
}

type Decoder = { buffer: Uint8Array; ensureBuffer: (size: number) => Uint8Array }

// the library unpacks whole streams at once and has no limit of its own: its one place that makes room is guarded here
const { default: DecodeStream } = createRequire(import.meta.url)(
  'pdf-lib/cjs/core/streams/DecodeStream.js',
) as {
  default: { prototype: Decoder }
}
const makeRoom = DecodeStream.prototype.ensureBuffer
let unpacked = 0

DecodeStream.prototype.ensureBuffer = function (this: Decoder, size: number): Uint8Array {
  const before = this.buffer?.byteLength ?? 0
  if (size > before) {
    // it doubles what it has until there is room
    unpacked += Math.max(size, before * 2) - before
    if (unpacked > MOST) throw new UnpacksToTooMuch(`over ${MOST} bytes`)
  }
  return makeRoom.call(this, size)
}

/** Runs what reads a PDF, in a thread that does nothing else. Refuses `file_too_much` where it unpacks to too much. */
export async function unpacking<T>(name: string, read: () => Promise<T>): Promise<T> {
  unpacked = 0
  try {
    return await read()
  } catch (error) {
    throw error instanceof UnpacksToTooMuch ? new Refused('file_too_much', { name }) : error
  }
}
