import { cp, mkdir, readdir, rename, rm, writeFile } from 'node:fs/promises'
import { join, relative, resolve } from 'node:path'
import { backupName } from '@oppen/core/backups'
import { SideConnection } from '../../db/side.js'
import { lockFolder } from '../../folderLock.js'
import { StartRefused } from '../../startRefused.js'
import { sync } from '../../sync.js'
import { installationOf, MANIFEST, type Manifest, sha256Of } from './manifest.js'
import { backupsIn, copyThrough, fileIn, filesOf, isWhole, namedIn, removeOld, sizeOf } from './store.js'

export type BackupAsked = {
  /** The data of the school, whether or not a server works on it. */
  readonly data: string
  /** Where backups are kept. */
  readonly folder: string
  readonly now: number
  /** How long older backups are kept; none is removed where it is left out. */
  readonly days?: number
}

export type BackupDone = {
  readonly name: string
  readonly manifest: Manifest
  /** Files that no earlier backup had. */
  readonly fresh: number
  readonly removed: readonly string[]
}

/**
 * Makes a backup while the server runs: the database as it is at one moment, then every file that it names, each looked
 * at again once it is written. A file is on the disk before a row names it, so that none is missed. Throws `StartRefused`
 * where there is nothing to copy, or the copy is not what it should be; what was cut off is no backup and is cleared by
 * the next.
 */
export async function writeBackup({ data, folder, now, days }: BackupAsked): Promise<BackupDone> {
  refuseInside(data, folder)
  if (!(await sizeOf(join(data, 'oppen.sqlite')))) throw new StartRefused('backup_nothing', { folder: data })
  const lock = await lockFolder(folder)
  try {
    return await write({ data, folder, now, days })
  } catch (error) {
    if (error instanceof StartRefused) throw error
    throw new StartRefused('backup_failed', { folder, what: String((error as Error).message ?? error) })
  } finally {
    await lock.release()
  }
}

async function write({ data, folder, now, days }: BackupAsked): Promise<BackupDone> {
  const installation = await installationOf(join(data, 'secret'))
  await refuseOther(folder, installation)
  await clearCut(folder)
  const name = await freeName(folder, now)
  const coming = join(folder, `${name}.partial`)
  await mkdir(coming, { recursive: true, mode: 0o700 })
  const copy = join(coming, 'oppen.sqlite')
  await copyDatabase(join(data, 'oppen.sqlite'), copy)
  const { hashes, step } = await look(copy)
  const files = await copyFiles(join(data, 'files'), filesOf(folder), hashes)
  const letters = await copyBeside(data, coming)
  const manifest: Manifest = {
    format: 1,
    installation,
    madeAt: new Date(now).toISOString(),
    step,
    database: { size: (await sizeOf(copy)) ?? 0, sha256: await sha256Of(copy) },
    files: { count: hashes.length - files.missing.length, size: files.size },
    missing: files.missing,
    letters,
  }
  await finish(folder, name, manifest)
  const removed = days === undefined ? [] : await removeOld(folder, days, now, one => hashesIn(folder, one))
  return { name, manifest, fresh: files.fresh, removed }
}

/** Of two within a second, the later is named by the next. */
async function freeName(folder: string, now: number): Promise<string> {
  const taken = new Set(await readdir(folder))
  let at = now
  while (taken.has(backupName(at))) at += 1000
  return backupName(at)
}

function refuseInside(data: string, folder: string): void {
  const inside = relative(resolve(data), resolve(folder))
  if (!inside.startsWith('..')) throw new StartRefused('backup_inside', { folder, data })
}

/** Of two schools in one folder the newest would be restored for both, and each would remove the other’s. */
async function refuseOther(folder: string, installation: string): Promise<void> {
  const other = (await backupsIn(folder)).find(one => one.manifest.installation !== installation)
  if (other) throw new StartRefused('backup_other', { folder, name: other.name })
}

/** What an earlier backup left that was cut off. */
async function clearCut(folder: string): Promise<void> {
  for (const name of await readdir(folder))
    if (name.endsWith('.partial')) await rm(join(folder, name), { recursive: true, force: true })
}

async function copyDatabase(from: string, to: string): Promise<void> {
  const db = await SideConnection.open(from)
  try {
    await db.copyInto(to)
  } finally {
    await db.close()
  }
  await sync(to)
}

/** Looks at a copy from end to end: whether it is whole, which files it names, how far its steps have come. */
async function look(file: string) {
  const db = await SideConnection.look(file)
  try {
    const fault = await db.fault()
    if (fault) throw new StartRefused('backup_torn', { name: file, what: fault })
    const hashes = await namedIn(db)
    const [last] = await db.all<{ step: string }>('select max(name) as step from SequelizeMeta')
    return { hashes, step: last?.step ?? '' }
  } finally {
    await db.close()
  }
}

async function hashesIn(folder: string, name: string): Promise<readonly string[]> {
  const db = await SideConnection.look(join(folder, name, 'oppen.sqlite'))
  try {
    return await namedIn(db)
  } finally {
    await db.close()
  }
}

async function copyFiles(from: string, to: string, hashes: readonly string[]) {
  const missing: string[] = []
  let size = 0
  let fresh = 0
  await mkdir(to, { recursive: true })
  for (const hash of hashes) {
    const there = await sizeOf(fileIn(to, hash))
    const here = await sizeOf(fileIn(from, hash))
    if (there === undefined && here === undefined) missing.push(hash)
    // what an earlier backup has of another size than the school was damaged since: it is copied again
    else if (there === undefined || (here !== undefined && here !== there)) {
      await copyThrough(fileIn(from, hash), fileIn(to, hash))
      if (await isWhole(to, hash)) fresh++
      else missing.push(hash)
    }
    size += (await sizeOf(fileIn(to, hash))) ?? 0
  }
  return { missing, size, fresh }
}

/** Copies the secret of the installation and the letters of the simulated outbox. Gives how many letters. */
async function copyBeside(data: string, to: string): Promise<number> {
  await copyThrough(join(data, 'secret'), join(to, 'secret'))
  const letters = await readdir(join(data, 'outbox')).catch(() => [])
  if (letters.length) await cp(join(data, 'outbox'), join(to, 'outbox'), { recursive: true })
  return letters.length
}

/** The manifest comes last, then the name: what has both is whole. */
async function finish(folder: string, name: string, manifest: Manifest): Promise<void> {
  const coming = join(folder, `${name}.partial`)
  await writeFile(join(coming, MANIFEST), `${JSON.stringify(manifest, null, 2)}\n`, { mode: 0o600 })
  await sync(join(coming, MANIFEST))
  await sync(coming)
  await rename(coming, join(folder, name))
  await sync(folder)
}

/** As `writeBackup`, in a thread of its own, where a refusal goes back as its words. */
export async function backupJob(
  asked: BackupAsked,
): Promise<{ readonly done: BackupDone } | { readonly failed: string }> {
  try {
    return { done: await writeBackup(asked) }
  } catch (error) {
    if (!(error instanceof StartRefused)) throw error
    return { failed: error.message }
  }
}
