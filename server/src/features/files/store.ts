import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, type ReadStream } from 'node:fs'
import { mkdir, open, readFile, rename, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Readable } from 'node:stream'
import { FILE_LIMITS } from '@oppen/contract'
import { fileTypeFromFile } from 'file-type'
import sharp from 'sharp'
import { Refused } from '../../refusal.js'

export type Stored = { readonly hash: string; readonly type: string; readonly size: number }

/** More pixels than this are not decoded: a small file can unpack to a huge picture. */
const MOST_PIXELS = 80_000_000

/**
 * Files in a folder, each under the SHA-256 of what it holds. What comes in is written beside them first and
 * moved into place only when it is whole, of an allowed true type, and rid of what a camera wrote into it.
 */
export class FileStore {
  readonly #folder: string

  constructor(folder: string) {
    this.#folder = folder
  }

  async prepare(): Promise<void> {
    await rm(join(this.#folder, 'incoming'), { recursive: true, force: true })
    await mkdir(join(this.#folder, 'incoming'), { recursive: true })
  }

  /**
   * Takes in a stream. Refuses `file_empty`, `file_large`, `file_type` (by what it is, not what it is called)
   * and `file_cut`; nothing of a refused file stays.
   */
  async take(stream: Readable & { truncated?: boolean }, name: string): Promise<Stored> {
    const path = join(this.#folder, 'incoming', randomUUID())
    try {
      const size = await write(stream, path)
      if (stream.truncated) throw new Refused('file_large', { name, most: FILE_LIMITS.size / 1024 / 1024 })
      if (size === 0) throw new Refused('file_empty', { name })
      const type = await trueType(path)
      if (!type) throw new Refused('file_type', { name })
      if (type.startsWith('image/')) await stripPicture(path, name)
      return await this.#keep(path, type)
    } finally {
      await rm(path, { force: true })
    }
  }

  async #keep(path: string, type: string): Promise<Stored> {
    const hash = createHash('sha256')
    let size = 0
    for await (const chunk of createReadStream(path)) {
      hash.update(chunk)
      size += chunk.length
    }
    const digest = hash.digest('hex')
    await mkdir(dirname(this.#path(digest)), { recursive: true })
    await rename(path, this.#path(digest))
    return { hash: digest, type, size }
  }

  read(hash: string): ReadStream {
    return createReadStream(this.#path(hash))
  }

  /** The whole of a stored file; for pictures, which are small. */
  bytes(hash: string): Promise<Buffer> {
    return readFile(this.#path(hash))
  }

  /** Where a stored file lies. */
  pathOf(hash: string): string {
    return this.#path(hash)
  }

  /** Keeps bytes that were made here. Gives the hash they are stored under. */
  async keepBytes(bytes: Uint8Array): Promise<string> {
    const path = join(this.#folder, 'incoming', randomUUID())
    const file = await open(path, 'w')
    try {
      await file.writeFile(bytes)
      await file.sync()
    } finally {
      await file.close()
    }
    return (await this.#keep(path, '')).hash
  }

  #path(hash: string): string {
    return join(this.#folder, hash.slice(0, 2), hash)
  }
}

/** Writes a stream to a file and through to the disk; gives the bytes written. */
async function write(stream: Readable, path: string): Promise<number> {
  const file = await open(path, 'w')
  try {
    let size = 0
    for await (const chunk of stream) {
      await file.write(chunk)
      size += chunk.length
    }
    await file.sync()
    return size
  } finally {
    await file.close()
  }
}

async function trueType(path: string): Promise<string | undefined> {
  const found = (await fileTypeFromFile(path))?.mime
  return FILE_LIMITS.types.find(type => type === found)
}

/** Turns the picture upright and writes it anew without place, time and camera. */
async function stripPicture(path: string, name: string): Promise<void> {
  try {
    const picture = await sharp(path, { limitInputPixels: MOST_PIXELS }).rotate().toBuffer()
    const file = await open(path, 'w')
    await file.writeFile(picture)
    await file.sync()
    await file.close()
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC') throw error
    throw new Refused('file_type', { name })
  }
}
