/**
 * Does something and measures for how long at a time it kept this thread from everything else, in milliseconds. Of the
 * time between two looks only what the process had of the processor counts: a machine that gives the processor to others
 * meanwhile, or is slowed by quotas, holds nobody up.
 */
export async function held<T>(act: () => Promise<T>): Promise<readonly [T, number]> {
  let [longest, last, spent, going] = [0, performance.now(), process.cpuUsage(), true]
  const look = () => {
    const now = performance.now()
    const { user, system } = process.cpuUsage(spent)
    longest = Math.max(longest, Math.min(now - last, (user + system) / 1000))
    last = now
    spent = process.cpuUsage()
    if (going) setImmediate(look)
  }
  setImmediate(look)
  try {
    return [await act(), longest]
  } finally {
    going = false
  }
}
