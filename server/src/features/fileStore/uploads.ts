import { readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { ERRORS, type WireError } from '@oppen/contract'
import { FileStore as Parts } from '@tus/file-store'
import { MemoryLocker, Server, ERRORS as TUS, type Upload } from '@tus/server'
import type { Request, Response } from 'express'
import { Refused } from '../../refusal.js'

const DAY = 86_400_000
/** What was begun and not finished for so long is thrown away. */
const LIFE = 2 * DAY

export type Received = {
  readonly path: string
  readonly name: string
  /** What the sender says that it is. */
  readonly declared: string
  readonly size: number
}

type Begin = {
  /** Where uploads for this are begun, without what comes after. */
  readonly path: string
  /** What the upload is for: it is found again under the same name alone. */
  readonly owner: string
  readonly newId: () => string
  /** The most bytes of one. */
  readonly most: number
  /** Makes room for the bytes that are to come; throws a refusal where they are too many. */
  readonly admit: (id: string, size: number) => Promise<void>
  /** Told when an upload is given up by who began it. */
  readonly dropped: (id: string) => Promise<void>
}

/**
 * Files that come in parts and go on after a cut, by the tus protocol 1.0 (https://tus.io/protocols/resumable-upload).
 * They lie beside the store until they are whole and somebody takes them.
 */
export class Uploads {
  readonly #folder: string
  readonly #parts: Parts
  readonly #locker = new MemoryLocker()
  readonly #taking = new Map<string, Promise<unknown>>()

  constructor(folder: string) {
    this.#folder = folder
    this.#parts = new Parts({ directory: folder })
  }

  /** Throws away what nothing was added to for long, also while the server runs; gives the ids that are gone. */
  async sweep(now = Date.now()): Promise<string[]> {
    const gone: string[] = []
    for (const id of await this.ids()) {
      const changed = async (name: string) =>
        (await stat(join(this.#folder, name)).catch(() => undefined))?.mtimeMs ?? 0
      // the note beside the bytes is written once; what came last says how long nothing has
      if (now - Math.max(await changed(id), await changed(`${id}.json`)) < LIFE) continue
      await this.drop(id)
      gone.push(id)
    }
    return gone
  }

  /** The ids of all uploads that lie here. */
  async ids(): Promise<string[]> {
    const names = await readdir(this.#folder).catch(() => [])
    return [...new Set(names.map(name => name.replace(/\.json$/, '')))]
  }

  /** Does what is asked of one upload one after the other. */
  async oneByOne<T>(id: string, act: () => Promise<T>): Promise<T> {
    const before = this.#taking.get(id) ?? Promise.resolve()
    const mine = before.then(act, act)
    this.#taking.set(id, mine)
    try {
      return await mine
    } finally {
      if (this.#taking.get(id) === mine) this.#taking.delete(id)
    }
  }

  /** Answers one request of the protocol, whose permission has been looked at. */
  async answer(request: Request, response: Response, begin: Begin): Promise<undefined> {
    const server = new Server({
      path: begin.path,
      datastore: this.#parts,
      locker: this.#locker,
      maxSize: begin.most,
      generateUrl: (_, { id }) => `${begin.path}/${id}`,
      namingFunction: begin.newId,
      onUploadCreate: async (_, upload) => {
        await this.#admit(begin, upload)
        return { metadata: { ...upload.metadata, owner: begin.owner } }
      },
      onResponseError: (_, error) => (isFull(error) ? wired(new Refused('disk_full')) : undefined),
    })
    // its room is free by the time that this is answered
    if (request.method === 'DELETE') await begin.dropped(request.path.slice(begin.path.length + 1))
    await server.handle(request, response)
    return undefined
  }

  async #admit({ admit }: Begin, { id, size, metadata }: Upload): Promise<void> {
    try {
      if (!size) throw new Refused('file_empty', { name: metadata?.filename ?? '' })
      await admit(id, size)
    } catch (error) {
      throw error instanceof Refused ? wired(error) : error
    }
  }

  /** An upload of this owner. Refuses `not_found` for anybody else's. */
  async find(id: string, owner: string): Promise<Upload> {
    const upload = await this.#parts.getUpload(id).catch(() => undefined)
    if (upload?.metadata?.owner !== owner) throw new Refused('not_found')
    return upload
  }

  /** A whole upload, to be taken into the store. Refuses `file_cut` while something of it is missing. */
  async received(id: string, owner: string): Promise<Received> {
    const upload = await this.find(id, owner)
    if (upload.offset !== upload.size) throw new Refused('file_cut')
    const { filename, filetype } = upload.metadata ?? {}
    const path = join(this.#folder, id)
    return { path, name: filename ?? '', declared: filetype ?? '', size: upload.size ?? 0 }
  }

  /** Forgets an upload, wherever its bytes are by now. */
  async drop(id: string): Promise<void> {
    await rm(join(this.#folder, id), { force: true })
    await rm(join(this.#folder, `${id}.json`), { force: true })
  }
}

/** Whether something could not be written: the library says so of bytes, the system of the note beside them, and the database of its row. */
const isFull = (error: unknown): boolean =>
  error === TUS.FILE_WRITE_ERROR ||
  ['ENOSPC', 'SQLITE_FULL'].includes((error as NodeJS.ErrnoException).code ?? '') ||
  /SQLITE_FULL/.test(String((error as Error)?.message))

/** A refusal of the contract as the protocol's server sends it. */
function wired({ code, params }: Refused): { status_code: number; body: string } {
  const body: WireError = { error: { code, ...(params && { params }) } }
  return { status_code: ERRORS[code].status, body: JSON.stringify(body) }
}
