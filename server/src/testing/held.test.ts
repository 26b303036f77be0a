import { Worker } from 'node:worker_threads'
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
const turn = () => new Promise(done => setImmediate(done))

it('what keeps the thread is counted', async () => {
  const [result, longest] = await held(async () => {
    await turn()
    busy(200)
    await turn()
    return 'done'
  })
  expect(result).toBe('done')
  // the kernel counts by ticks, and gives the processor to others meanwhile
  expect(longest).toBeGreaterThan(60)
})

it('what waits is not, and neither is what other threads of the process do meanwhile', async () => {
  // each adds one when it has worked for long enough
  const done = new Int32Array(new SharedArrayBuffer(4))
  const WORK = `
    const { workerData } = require('node:worker_threads')
    let n = 0
    for (const end = performance.now() + 300; performance.now() < end; ) n++
    Atomics.add(workerData, 0, 1)
    Atomics.notify(workerData, 0)`
  const workers = [0, 1].map(() => new Worker(WORK, { eval: true, workerData: done }))
  const [, asleep] = await held(async () => {
    await turn()
    // a thread that sleeps stands still by the clock, and has nothing of the processor
    for (let ended = 0; ended < 2; ended = Atomics.load(done, 0)) Atomics.wait(done, 0, ended)
    await turn()
  })
  await Promise.all(workers.map(worker => worker.terminate()))
  expect(asleep).toBeLessThan(100)
})
