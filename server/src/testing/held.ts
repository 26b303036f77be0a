import { existsSync, readFileSync } from 'node:fs'

/** What the kernel counts of the main thread of this process; its first number is the time it ran, in nanoseconds (sched-stats.rst of Linux). */
const MAIN_THREAD = `/proc/self/task/${process.pid}/schedstat`
const counted = existsSync(MAIN_THREAD)

/**
 * What the main thread has had of the processor, in milliseconds. Where the kernel does not say, what the whole process had:
 * that counts the work of its other threads too.
 */
function spent(): number {
  if (counted) return Number(readFileSync(MAIN_THREAD, 'utf8').split(' ')[0]) / 1e6
  const { user, system } = process.cpuUsage()
  return (user + system) / 1000
}

/**
 * Does something and measures for how long at a time it kept the main thread from everything else, in milliseconds. Of the
 * time between two looks only what that thread had of the processor counts: a machine that gives the processor to others
 * meanwhile, be it to other threads of this process, or is slowed by quotas, holds nobody up.
 */
export async function held<T>(act: () => Promise<T>): Promise<readonly [T, number]> {
  let [longest, last, before, going] = [0, performance.now(), spent(), true]
  const look = () => {
    const [now, after] = [performance.now(), spent()]
    longest = Math.max(longest, Math.min(now - last, after - before))
    last = now
    before = after
    if (going) setImmediate(look)
  }
  setImmediate(look)
  try {
    return [await act(), longest]
  } finally {
    going = false
  }
}
