import { cp, mkdir, readdir, readFile, rename, rm, rmdir, stat, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { backupName } from '@oppen/core/backups'
import { SideConnection } from '../../db/side.js'
import { lockFolder } from '../../folderLock.js'
import { StartRefused } from '../../startRefused.js'
import { sync } from '../../sync.js'
import { MANIFEST, type Manifest, sha256Of } from './manifest.js'
import { type Backup, backupsIn, copyThrough, fileIn, filesOf, isWhole, namedIn, sizeOf } from './store.js'

/** Stands in a folder of data while a backup is brought into it: what was cut off there is nothing to start on. */
export const RESTORING = 'restoring'

/** What belongs to a school in its folder; the lock is the folder's. */
const DATA = ['oppen.sqlite', 'oppen.sqlite-wal', 'oppen.sqlite-shm', 'secret', 'files', 'outbox']

export type RestoreAsked = {
  readonly data: string
  readonly folder: string
  /** Which backup; the newest whole one where it is left out. */
  readonly name?: string
  readonly now: number
}

export type Restored = {
  readonly name: string
  readonly manifest: Manifest
  /** Where what was there before lies now; undefined where nothing was. */
  readonly before: string | undefined
}

/**
 * Brings a backup into a folder of data. Everything of it is looked at first; what stood in the folder is moved aside,
 * not removed. Everybody has to sign in anew: whoever was signed out since the backup stays out. Throws `StartRefused`
 * where there is no such backup, where it is torn, and where a server works on the folder.
 */
export async function restoreBackup({ data, folder, name, now }: RestoreAsked): Promise<Restored> {
  const backup = await find(folder, name)
  const hashes = await verify(folder, backup)
  const lock = await lockFolder(data)
  try {
    const before = await makeRoom(data, now)
    await bringFiles(folder, data, hashes)
    await bringBeside(join(folder, backup.name), data)
    await bringDatabase(join(folder, backup.name, 'oppen.sqlite'), data)
    await rm(join(data, RESTORING))
    if (before === undefined) await removeEmpty(data)
    await sync(data)
    return { name: backup.name, manifest: backup.manifest, before }
  } finally {
    await lock.release()
  }
}

/** Throws `StartRefused` where a folder holds a backup, or one that was not wholly brought in. */
export async function refuseHalfRestored(data: string): Promise<void> {
  const there = async (name: string) => (await sizeOf(join(data, name))) !== undefined
  if (await there(RESTORING)) throw new StartRefused('restore_cut', { folder: data })
  if (await there(MANIFEST)) throw new StartRefused('is_backup', { folder: data })
}

async function find(folder: string, name: string | undefined): Promise<Backup> {
  const all = await backupsIn(folder)
  const found = name === undefined ? all[0] : all.find(one => one.name === name)
  if (found) return found
  const torn =
    name !== undefined &&
    (await stat(join(folder, name)).then(
      () => true,
      () => false,
    ))
  if (torn) throw new StartRefused('backup_torn', { name, what: `it has no ${MANIFEST} that can be read` })
  const known = all.map(one => one.name).slice(0, 5)
  throw new StartRefused('backup_none', { folder, name: name ?? '', known: known.join(', ') })
}

/** Looks at a whole backup. Gives the files that go along. */
async function verify(folder: string, { name, manifest }: Backup): Promise<readonly string[]> {
  const file = join(folder, name, 'oppen.sqlite')
  const torn = (what: string) => new StartRefused('backup_torn', { name, what })
  if ((await sizeOf(file)) === undefined) throw torn('its database is missing')
  if ((await sha256Of(file)) !== manifest.database.sha256) throw torn('its database is not what was written')
  if ((await sizeOf(join(folder, name, 'secret'))) === undefined) throw torn('its secret is missing')
  const hashes = await named(file)
  const gone = new Set(manifest.missing)
  for (const hash of hashes)
    if (!gone.has(hash) && !(await isWhole(filesOf(folder), hash)))
      throw torn(`the file ${hash} is missing or damaged`)
  return hashes.filter(hash => !gone.has(hash))
}

async function named(file: string): Promise<string[]> {
  const db = await SideConnection.look(file)
  try {
    return await namedIn(db)
  } finally {
    await db.close()
  }
}

type Stage = { readonly stage: 'aside' | 'bring'; readonly before: string }

/**
 * Moves what is there aside. What an earlier restore was cut off in goes on from there: what it had not yet moved aside
 * is moved, what it had brought goes.
 */
async function makeRoom(data: string, now: number): Promise<string | undefined> {
  const cut = await readStage(data)
  const before = cut?.before ?? `before-restore-${backupName(now)}`
  const there = (await readdir(data)).filter(name => DATA.includes(name))
  if (cut?.stage !== 'bring') {
    await writeStage(data, { stage: 'aside', before })
    await mkdir(join(data, before), { recursive: true })
    for (const name of there) await rename(join(data, name), join(data, before, name))
    await sync(join(data, before))
  } else for (const name of there) await rm(join(data, name), { recursive: true, force: true })
  await writeStage(data, { stage: 'bring', before })
  const moved = await readdir(join(data, before))
  return moved.length ? join(data, before) : undefined
}

async function readStage(data: string): Promise<Stage | undefined> {
  const text = await readFile(join(data, RESTORING), 'utf8').catch(() => undefined)
  return text === undefined ? undefined : (JSON.parse(text) as Stage)
}

async function writeStage(data: string, stage: Stage): Promise<void> {
  const path = join(data, RESTORING)
  await writeFile(`${path}.partial`, JSON.stringify(stage))
  await sync(`${path}.partial`)
  await rename(`${path}.partial`, path)
  await sync(data)
}

/** The folders for what was there before, where nothing was. */
async function removeEmpty(data: string): Promise<void> {
  const folders = (await readdir(data)).filter(name => name.startsWith('before-restore-'))
  for (const name of folders) await rmdir(join(data, name)).catch(() => undefined)
}

async function bringFiles(folder: string, data: string, hashes: readonly string[]): Promise<void> {
  const into = join(data, 'files')
  await mkdir(into, { recursive: true })
  const parts = new Set<string>()
  for (const hash of hashes) {
    await copyThrough(fileIn(filesOf(folder), hash), fileIn(into, hash))
    parts.add(hash.slice(0, 2))
  }
  for (const part of parts) await sync(join(into, part))
  await sync(into)
}

async function bringBeside(backup: string, data: string): Promise<void> {
  await copyThrough(join(backup, 'secret'), join(data, 'secret'))
  const letters = await readdir(join(backup, 'outbox')).catch(() => [])
  if (letters.length) await cp(join(backup, 'outbox'), join(data, 'outbox'), { recursive: true })
}

async function bringDatabase(from: string, data: string): Promise<void> {
  const coming = join(data, 'oppen.sqlite.partial')
  await copyThrough(from, coming)
  const db = await SideConnection.open(coming)
  try {
    await db.script(
      'delete from sessions; delete from resets; delete from email_confirmations; delete from uploads;',
    )
  } finally {
    await db.close()
  }
  await sync(coming)
  await rename(coming, join(data, 'oppen.sqlite'))
}
