/** So short a rise and fall, in seconds, that nothing clicks where sound is cut. */
const EDGE = 0.004

/** Sound cut at some times, in seconds, with soft edges; the stretches of it come one behind the other. */
export function cutAt(
  chunks: readonly Float32Array[],
  times: readonly number[],
  rate: number,
): Float32Array<ArrayBuffer>[] {
  const length = chunks.reduce((sum, { length }) => sum + length, 0)
  const all = new Float32Array(length)
  let at = 0
  for (const chunk of chunks) {
    all.set(chunk, at)
    at += chunk.length
  }
  const cuts = [0, ...times.map(time => Math.min(length, Math.max(0, Math.round(time * rate)))), length]
  return cuts.slice(1).map((to, index) => softened(all.slice(cuts[index], to), Math.round(EDGE * rate)))
}

function softened(samples: Float32Array<ArrayBuffer>, edge: number): Float32Array<ArrayBuffer> {
  const most = Math.min(edge, samples.length >> 1)
  for (let index = 0; index < most; index++) {
    const loud = index / most
    const end = samples.length - 1 - index
    samples[index] = (samples[index] ?? 0) * loud
    samples[end] = (samples[end] ?? 0) * loud
  }
  return samples
}
