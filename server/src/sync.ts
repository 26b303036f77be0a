import { open } from 'node:fs/promises'

/** Waits until a file, or the names in a folder, are on the disk. */
export async function sync(path: string): Promise<void> {
  const handle = await open(path, 'r')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
}
