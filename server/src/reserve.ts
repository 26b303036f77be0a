import { open, rm, statfs } from 'node:fs/promises'
import { join } from 'node:path'

const NAME = 'reserve'
const MIB = 1024 * 1024
/** How much room is held back, in bytes: what opening the database needs, many times over. */
const SIZE = 4 * MIB
/** Held back only where there is plenty beside it, in bytes. */
const BESIDE = 2 * SIZE

/**
 * Gives back the room that was held back, so that a server starts on a disk that is full: opening the database needs a
 * little, and reading then works. It is held back again once the database is open.
 */
export const releaseReserve = (folder: string): Promise<void> => rm(join(folder, NAME), { force: true })

/** Holds some room back for the next start; less, or none, where there is little. */
export async function holdReserve(folder: string): Promise<void> {
  const { bavail, bsize } = await statfs(folder)
  const free = bavail * bsize
  // on a full disk a part of what was given back is still there: the rest is for the database
  const size = free > SIZE + BESIDE ? SIZE : Math.floor(free / 2)
  if (size < MIB / 4) return
  const file = await open(join(folder, NAME), 'w').catch(() => undefined)
  if (!file) return
  try {
    const some = Buffer.alloc(MIB / 4, 'held back for the next start\n')
    for (let written = 0; written + some.length <= size; written += some.length) await file.write(some)
    await file.sync()
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error
  } finally {
    await file.close()
  }
}
