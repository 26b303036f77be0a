/** Samples in a second: enough for a voice on a telephone. */
const RATE = 8_000

/**
 * Something like a voice that reads: a hum that rises and falls, with a pause between words. A WAVE file of 8 bits in one channel
 * (Multimedia Programming Interface and Data Specifications, IBM and Microsoft 1991).
 */
export function hum(seconds: number): Uint8Array {
  const samples = Uint8Array.from({ length: Math.round(seconds * RATE) }, (_, at) => {
    const time = at / RATE
    const word = (time * 2.1) % 1
    const loud = word < 0.7 ? Math.sin((word / 0.7) * Math.PI) : 0
    return 128 + Math.round(40 * loud * Math.sin(2 * Math.PI * (150 + 25 * Math.sin(time)) * time))
  })
  const head = Buffer.alloc(44)
  head.write('RIFF', 0, 'latin1')
  head.writeUInt32LE(36 + samples.length, 4)
  head.write('WAVEfmt ', 8, 'latin1')
  head.writeUInt32LE(16, 16)
  head.writeUInt16LE(1, 20)
  head.writeUInt16LE(1, 22)
  head.writeUInt32LE(RATE, 24)
  head.writeUInt32LE(RATE, 28)
  head.writeUInt16LE(1, 32)
  head.writeUInt16LE(8, 34)
  head.write('data', 36, 'latin1')
  head.writeUInt32LE(samples.length, 40)
  return Buffer.concat([head, samples])
}
