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

/** Writes a file and waits until it is on the disk. */
export async function writeThrough(path: string, bytes: Uint8Array): Promise<void> {
  const file = await open(path, 'w')
  try {
    await file.writeFile(bytes)
    await file.sync()
  } finally {
    await file.close()
  }
}
