import { expect, it } from 'vitest'
import { held } from './held.js'

/** Keeps the thread for so long by the clock and by the processor, of which other threads of the process have some too. */
const busy = (milliseconds: number) => {
  const began = performance.now()
  const spent = process.cpuUsage()
  for (;;) {
    const { user, system } = process.cpuUsage(spent)
    if (user + system > milliseconds * 1000 && performance.now() - began > milliseconds) return
  }
}

it('what keeps the thread is counted, what waits is not', async () => {
  const [result, longest] = await held(async () => {
    await new Promise(done => setImmediate(done))
    busy(80)
    await new Promise(done => setImmediate(done))
    return 'done'
  })
  expect(result).toBe('done')
  expect(longest).toBeGreaterThanOrEqual(79)
  // a thread that sleeps stands still by the clock, and has nothing of the processor
  const [, asleep] = await held(async () => {
    await new Promise(done => setImmediate(done))
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 200)
    await new Promise(done => setImmediate(done))
  })
  expect(asleep).toBeLessThan(100)
})
