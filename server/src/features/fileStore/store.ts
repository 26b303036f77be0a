import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, type ReadStream } from 'node:fs'
import { link, mkdir, open, readdir, readFile, rm, stat, utimes } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Readable } from 'node:stream'
import { FILE_LIMITS } from '@oppen/contract'
import { Refused } from '../../refusal.js'
import { sync, writeThrough } from '../../sync.js'
import { JobTooMuch, type Pool } from '../../workers/pool.js'

type Coming = {
  readonly name: string
  readonly declared?: string
  readonly size: number
  /** Whose it is, so that nobody's files hold up those of others. */
  readonly owner?: string
}

export type Stored = { readonly hash: string; readonly type: string; readonly size: number }

/** So long a row may take that names what was put into place, in milliseconds. */
const COMING = 3_600_000

const HASH = /^[0-9a-f]{64}$/

/**
 * Files in a folder, each under the SHA-256 of what it holds. What comes in is written beside them first and
 * put into place only when it is whole, of an allowed true type, and rid of what a camera wrote into it. A file and the
 * folder it stands in are on the disk before anything that names it is.
 */
export class FileStore {
  readonly #folder: string
  readonly #workers: Pool
  /** When something was put into place, in milliseconds of the machine: a row that names it may still be on its way. */
  readonly #fresh = new Map<string, number>()

  constructor(folder: string, workers: Pool) {
    this.#folder = folder
    this.#workers = workers
  }

  async prepare(): Promise<void> {
    await rm(join(this.#folder, 'incoming'), { recursive: true, force: true })
    await mkdir(join(this.#folder, 'incoming'), { recursive: true })
  }

  /**
   * Takes in a stream. Refuses `file_empty`, `file_large`, `file_type` (by what it is, not what it is called)
   * and `file_cut`; nothing of a refused file stays.
   */
  async take(stream: Readable & { truncated?: boolean }, coming: Omit<Coming, 'size'>): Promise<Stored> {
    const { name } = coming
    const path = this.#incoming()
    try {
      const size = await write(stream, path)
      if (stream.truncated) throw new Refused('file_large', { name, most: FILE_LIMITS.size / 1024 / 1024 })
      if (size === 0) throw new Refused('file_empty', { name })
      return await this.admit(path, { ...coming, size })
    } finally {
      await rm(path, { force: true })
    }
  }

  /**
   * Takes in a whole file that lies somewhere beside the store, and leaves it there: whoever brought it takes it away
   * once what names it is kept. Refuses `file_type`, `file_large`, `file_picture`, and `file_too_much` where looking at
   * it takes too long.
   */
  async admit(path: string, { owner, ...coming }: Coming): Promise<Stored> {
    const into = this.#incoming()
    try {
      const found = await this.#workers.run('inspect', { ...coming, path, into }, owner)
      if (found.path === path) await sync(path)
      return { ...(await this.#keep(found.path)), type: found.type }
    } catch (error) {
      throw tooMuch(error, coming.name)
    } finally {
      await rm(into, { force: true })
    }
  }

  async #keep(path: string): Promise<Omit<Stored, 'type'>> {
    const hash = createHash('sha256')
    let size = 0
    for await (const chunk of createReadStream(path)) {
      hash.update(chunk)
      size += chunk.length
    }
    const digest = hash.digest('hex')
    const place = this.#path(digest)
    this.#fresh.set(digest, Date.now())
    await mkdir(dirname(place), { recursive: true })
    await link(path, place).catch(async error => {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
      // what is there already counts as new again
      await utimes(place, new Date(), new Date())
    })
    await sync(dirname(place))
    await sync(this.#folder)
    return { hash: digest, size }
  }

  #incoming(): string {
    return join(this.#folder, 'incoming', randomUUID())
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

  /** Whether a stored file is there: a backup that was put together by hand may miss some. */
  async has(hash: string): Promise<boolean> {
    return await stat(this.#path(hash)).then(
      found => found.isFile(),
      () => false,
    )
  }

  /** Keeps bytes that were made here. Gives the hash they are stored under. */
  async keepBytes(bytes: Uint8Array): Promise<string> {
    const path = this.#incoming()
    try {
      await writeThrough(path, bytes)
      return (await this.#keep(path)).hash
    } finally {
      await rm(path, { force: true })
    }
  }

  /** The names of all stored files, with when each was put there. */
  async *all(): AsyncGenerator<{ readonly hash: string; readonly at: number }> {
    for (const part of await readdir(this.#folder)) {
      if (!/^[0-9a-f]{2}$/.test(part)) continue
      for (const hash of await readdir(join(this.#folder, part))) {
        const found = HASH.test(hash) && (await stat(this.#path(hash)).catch(() => undefined))
        if (found) yield { hash, at: found.mtimeMs }
      }
    }
  }

  /** Takes a stored file away that nothing points to; false where it was put there within the hour. */
  async remove(hash: string, now = Date.now()): Promise<boolean> {
    if (now - (this.#fresh.get(hash) ?? 0) < COMING) return false
    this.#fresh.delete(hash)
    await rm(this.#path(hash), { force: true })
    return true
  }

  /** As `remove`; one that was put there within the hour goes with the next clearing after it. */
  async erase(hash: string): Promise<void> {
    if (!(await this.remove(hash)) && (await this.has(hash))) await utimes(this.#path(hash), 0, 0)
  }

  #path(hash: string): string {
    return join(this.#folder, hash.slice(0, 2), hash)
  }
}

/** A job that was given up, as the person who sent the file is told of it. */
export function tooMuch(error: unknown, name: string): unknown {
  return error instanceof JobTooMuch ? new Refused('file_too_much', { name }) : error
}

/** Writes a stream to a file and through to the disk; gives the bytes written. Refuses `file_cut`. */
async function write(stream: Readable, path: string): Promise<number> {
  const cut = () => new Refused('file_cut')
  // it may fail before it is read from, while the file is opened
  let failed = stream.errored !== null
  stream.once('error', () => {
    failed = true
  })
  const file = await open(path, 'w')
  try {
    let size = 0
    if (failed) throw cut()
    for await (const chunk of stream) {
      await file.write(chunk)
      size += chunk.length
    }
    await file.sync()
    return size
  } catch (error) {
    throw failed || (error as NodeJS.ErrnoException).code === 'ERR_STREAM_PREMATURE_CLOSE' ? cut() : error
  } finally {
    await file.close()
  }
}
