import { constants } from 'node:fs'
import { copyFile, mkdir, readdir, rename, rm, stat } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { backupTime, outlivedBackups } from '@oppen/core/backups'
import type { Instant } from '@oppen/core/ids'
import type { SideConnection } from '../../db/side.js'
import { sync } from '../../sync.js'
import { STORED_IN } from '../retention/storedIn.js'
import { MANIFEST, type Manifest, readManifest, sha256Of } from './manifest.js'

/**
 * A folder of backups: one folder for each, named by its moment, and beside them the stored files of all, each once,
 * under the SHA-256 of what it holds.
 */
export const filesOf = (folder: string): string => join(folder, 'files')
export const fileIn = (files: string, hash: string): string => join(files, hash.slice(0, 2), hash)

export type Backup = { readonly name: string; readonly at: Instant; readonly manifest: Manifest }

/** The whole backups of a folder, the newest first. */
export async function backupsIn(folder: string): Promise<Backup[]> {
  const names = await readdir(folder).catch(() => [])
  const found = await Promise.all(
    names.map(async name => {
      const at = backupTime(name)
      const manifest = at !== undefined && (await readManifest(join(folder, name, MANIFEST)))
      return at !== undefined && manifest ? [{ name, at, manifest }] : []
    }),
  )
  return found.flat().sort((one, other) => other.at - one.at)
}

/** The hashes of all stored files that a database names. */
export async function namedIn(db: SideConnection): Promise<string[]> {
  const columns = STORED_IN.map(
    ([table, column]) => `select ${column} as hash from ${table} where ${column} is not null`,
  )
  const rows = await db.all<{ hash: string }>(`${columns.join(' union ')} order by hash`)
  return rows.map(row => row.hash)
}

/** Copies a file and waits until it is on the disk; under its name it is there whole or not at all. */
export async function copyThrough(from: string, to: string): Promise<void> {
  const coming = `${to}.partial`
  await mkdir(dirname(to), { recursive: true })
  try {
    await copyFile(from, coming, constants.COPYFILE_FICLONE)
    await sync(coming)
    await rename(coming, to)
  } catch (error) {
    await rm(coming, { force: true })
    throw error
  }
}

export const sizeOf = (path: string): Promise<number | undefined> =>
  stat(path).then(
    found => found.size,
    () => undefined,
  )

/** Whether a stored file is there and holds what its name says. */
export const isWhole = async (files: string, hash: string): Promise<boolean> => {
  const path = fileIn(files, hash)
  return (await sizeOf(path)) !== undefined && (await sha256Of(path)) === hash
}

/** Removes the backups that have outlived so many days, and then the files that none of the others names. */
export async function removeOld(
  folder: string,
  days: number,
  now: Instant,
  hashesOf: (backup: string) => Promise<readonly string[]>,
): Promise<string[]> {
  const names = (await readdir(folder)).filter(name => backupTime(name) !== undefined)
  const old = outlivedBackups(names, days, now)
  for (const name of old) {
    // without its manifest it is no backup any more, however far the removal comes
    await rm(join(folder, name, MANIFEST), { force: true })
    await rm(join(folder, name), { recursive: true, force: true })
  }
  if (old.length) await removeUnnamed(folder, hashesOf)
  return old
}

async function removeUnnamed(
  folder: string,
  hashesOf: (backup: string) => Promise<readonly string[]>,
): Promise<void> {
  const named = new Set<string>()
  for (const { name } of await backupsIn(folder)) for (const hash of await hashesOf(name)) named.add(hash)
  for (const part of await readdir(filesOf(folder)))
    for (const hash of await readdir(join(filesOf(folder), part)))
      if (!named.has(hash)) await rm(join(filesOf(folder), part, hash), { force: true })
}
