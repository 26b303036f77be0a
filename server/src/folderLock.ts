import { mkdir, readFile, rm, writeFile } from 'node:fs/promises'
import { hostname } from 'node:os'
import { join } from 'node:path'
import sqlite3 from 'sqlite3'
import { releaseReserve } from './reserve.js'
import { StartRefused } from './startRefused.js'

export type FolderLock = { readonly release: () => Promise<void> }

const LOCK = 'lock.sqlite'
const HOLDER = 'lock.txt'

/**
 * Holds a folder for this process alone, until it is released or the process ends however it does: the lock is the
 * operating system's, taken by SQLite on a file of its own. Throws `StartRefused` where another one holds it, with who
 * that is, and where the folder cannot be written.
 */
export async function lockFolder(folder: string, where = ''): Promise<FolderLock> {
  await mkdir(folder, { recursive: true }).catch(error => {
    throw closed(folder, error)
  })
  const db = await take(folder)
    .catch(async error => {
      if (!isFull(error)) throw error
      // a server that was here before has held some room back for this
      await releaseReserve(folder)
      return take(folder)
    })
    .catch(async error => {
      if (isFull(error)) throw new StartRefused('folder_full', { folder })
      if (!/SQLITE_BUSY/.test(String(error))) throw closed(folder, error)
      const holder = await readFile(join(folder, HOLDER), 'utf8').catch(() => 'it does not say which')
      throw new StartRefused('folder_held', { folder, holder: holder.trim() })
    })
  const since = new Date().toISOString().slice(0, 16).replace('T', ' ')
  const words = `process ${process.pid} on ${hostname()}, since ${since} UTC${where && `, at ${where}`}\n`
  // where the disk is full the lock holds all the same; it only says less
  await writeFile(join(folder, HOLDER), words).catch(() => undefined)
  return {
    release: async () => {
      await rm(join(folder, HOLDER), { force: true })
      await close(db)
    },
  }
}

/** Takes the lock itself. */
async function take(folder: string): Promise<sqlite3.Database> {
  const db = await open(join(folder, LOCK))
  try {
    await execute(db, 'PRAGMA busy_timeout = 0; BEGIN EXCLUSIVE')
    return db
  } catch (error) {
    await close(db)
    throw error
  }
}

const isFull = (error: unknown): boolean => /SQLITE_FULL|ENOSPC/.test(String(error))

const closed = (folder: string, error: unknown): StartRefused =>
  new StartRefused('folder_closed', { folder, what: String((error as Error).message ?? error) })

const open = (file: string): Promise<sqlite3.Database> =>
  new Promise((resolve, reject) => {
    const db = new sqlite3.Database(file, error => (error ? reject(error) : resolve(db)))
  })

const execute = (db: sqlite3.Database, sql: string): Promise<void> =>
  new Promise((resolve, reject) => db.exec(sql, error => (error ? reject(error) : resolve())))

const close = (db: sqlite3.Database): Promise<void> => new Promise(resolve => db.close(() => resolve()))
