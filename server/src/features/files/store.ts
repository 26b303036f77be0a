import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, type ReadStream } from 'node:fs'
import { mkdir, open, readFile, rename, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Readable } from 'node:stream'
import { FILE_KINDS, FILE_LIMITS, kindOfFile } from '@oppen/contract'
import sharp from 'sharp'
import { Refused } from '../../refusal.js'
import { trueType } from './types.js'

type Coming = { readonly name: string; readonly declared?: string; readonly size: number }

export type Stored = { readonly hash: string; readonly type: string; readonly size: number }

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
  async take(stream: Readable & { truncated?: boolean }, name: string, declared?: string): Promise<Stored> {
    const path = join(this.#folder, 'incoming', randomUUID())
    try {
      const size = await write(stream, path)
      if (stream.truncated) throw new Refused('file_large', { name, most: FILE_LIMITS.size / 1024 / 1024 })
      if (size === 0) throw new Refused('file_empty', { name })
      return await this.admit(path, { name, size, ...(declared && { declared }) })
    } finally {
      await rm(path, { force: true })
    }
  }

  /**
   * Takes in a whole file that lies somewhere beside the store, and moves it there. Refuses `file_type`, `file_large`,
   * `file_picture` and what a file of its kind is refused for.
   */
  async admit(path: string, { name, declared, size }: Coming): Promise<Stored> {
    const type = await trueType(path, name, declared)
    const kind = type && kindOfFile(type)
    if (!type || !kind) throw new Refused('file_type', { name })
    const { most } = FILE_KINDS[kind]
    if (size > most) throw new Refused('file_large', { name, most: most / 1024 / 1024 })
    if (kind === 'picture') await stripPicture(path, name)
    return await this.#keep(path, type)
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
    try {
      await writeThrough(path, bytes)
      return (await this.#keep(path, '')).hash
    } finally {
      await rm(path, { force: true })
    }
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

/**
 * Turns the picture upright and writes it anew without place, time and camera, no larger than it can be looked at.
 * More pixels than can be decoded are refused before they are: a small file can unpack to a huge picture.
 */
async function stripPicture(path: string, name: string): Promise<void> {
  const { pixels, side } = FILE_LIMITS
  try {
    const { width, height, pages = 1 } = await sharp(path, { limitInputPixels: false }).metadata()
    if (width * height * pages > pixels) throw new Refused('file_picture', { name, width, height })
    const picture = await sharp(path, { limitInputPixels: pixels, animated: pages > 1 })
      .rotate()
      .resize(side, side, { fit: 'inside', withoutEnlargement: true })
      .toBuffer()
    await writeThrough(path, picture)
  } catch (error) {
    if (error instanceof Refused || (error as NodeJS.ErrnoException).code === 'ENOSPC') throw error
    throw new Refused('file_type', { name })
  }
}

async function writeThrough(path: string, bytes: Uint8Array): Promise<void> {
  const file = await open(path, 'w')
  try {
    await file.writeFile(bytes)
    await file.sync()
  } finally {
    await file.close()
  }
}
