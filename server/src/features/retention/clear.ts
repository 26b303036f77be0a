import { readdir, rm, stat } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { setImmediate } from 'node:timers/promises'
import { expiryOf, type Kept } from '@oppen/core/retention'
import type { World } from '../../world.js'
import { CLEARING, clearInk, oldLetters, worksheetsWithOldInk } from './queries.js'
import { namedHashes } from './storedIn.js'

/** So many rows go in one command: saves go through between two of them. */
const AT_ONCE = 200

/** What each kind of clearing has outlived, if it is not what it is called. */
const KIND: Readonly<Record<keyof typeof CLEARING, Kept | 'now'>> = {
  takenUpload: 'takenUpload',
  removedFile: 'removedFile',
  removedClassFile: 'removedFile',
  removedCircleFile: 'removedFile',
  readyFile: 'readyFile',
  looseRecording: 'readyFile',
  sentMail: 'sentMail',
  joinRequest: 'joinRequest',
  invitation: 'invitation',
  auditLog: 'auditLog',
  attemptsOfDay: 'wrongTry',
  session: 'now',
  reset: 'now',
  emailConfirmation: 'now',
}

export type Cleared = Readonly<Record<string, number>>

/**
 * Clears what has outlived its time: rows first, then the files that nothing names any more. Gives how many of each,
 * and says so in the log. `machineNow` is the time by which files are dated.
 */
export async function clearExpired(world: World, machineNow = Date.now()): Promise<Cleared> {
  const cleared: Record<string, number> = {}
  for (const [name, sql] of Object.entries(CLEARING) as [keyof typeof CLEARING, string][]) {
    const kind = KIND[name]
    const before = kind === 'now' ? world.clock.now() : expiryOf(kind, world.clock.now())
    cleared[name] = await clearRows(world, sql, before)
  }
  cleared.letter = await clearLetters(world)
  cleared.removedInk = await clearOldInk(world)
  cleared.lostLetter = await clearLostLetters(world, machineNow)
  cleared.upload = await clearUploads(world, machineNow)
  cleared.unusedFile = await clearFiles(world, expiryOf('unusedFile', machineNow))
  const some = Object.fromEntries(Object.entries(cleared).filter(([, count]) => count))
  if (Object.keys(some).length) world.log.info({ cleared: some }, 'cleared what had outlived its time')
  return cleared
}

async function clearRows(world: World, sql: string, before: number): Promise<number> {
  let count = 0
  for (;;) {
    const gone = await world.db.write(async () => {
      await world.db.run(sql, { before, most: AT_ONCE })
      return (await world.db.row<{ n: number }>('select changes() as n'))?.n ?? 0
    })
    count += gone
    if (gone < AT_ONCE) return count
  }
}

async function clearLetters(world: World): Promise<number> {
  let count = 0
  for (;;) {
    const old = await oldLetters(world.db, expiryOf('letter', world.clock.now()), AT_ONCE)
    if (!old.length) return count
    const { outbox } = world.mailTransport
    if (outbox) for (const { file } of old) await rm(join(outbox, basename(file)), { force: true })
    const ids = JSON.stringify(old.map(one => one.id))
    await world.db.write(() =>
      world.db.run('delete from mails where id in (select value from json_each($ids))', { ids }),
    )
    count += old.length
  }
}

/** Letters that no row names, as a kill leaves them while their person is erased: gone once they are an hour old. */
async function clearLostLetters(world: World, now: number): Promise<number> {
  const folder = world.outbox.outbox ?? ''
  let count = 0
  for (const file of await readdir(folder).catch(() => [])) {
    const at = (await stat(join(folder, file)).catch(() => undefined))?.mtimeMs ?? now
    if (now - at < EVERY) continue
    if (await world.db.row('select 1 as named from mails where file = $file', { file })) continue
    await rm(join(folder, file), { force: true })
    count++
  }
  return count
}

async function clearOldInk(world: World): Promise<number> {
  let count = 0
  for (;;) {
    const found = await worksheetsWithOldInk(world.db, expiryOf('removedInk', world.clock.now()), AT_ONCE)
    if (!found.length) return count
    for (const one of found) await world.db.write(() => clearInk(world.db, one))
    count += found.length
  }
}

/** Uploads that nothing was added to for long, and rows of those whose bytes are not here. */
async function clearUploads(world: World, now: number): Promise<number> {
  const gone = await world.uploads.sweep(now)
  const here = JSON.stringify(await world.uploads.ids())
  await world.db.write(() =>
    world.db.run(
      'delete from uploads where at < $before and id not in (select value from json_each($here))',
      {
        before: expiryOf('upload', world.clock.now()),
        here,
      },
    ),
  )
  return gone.length
}

async function clearFiles(world: World, before: number): Promise<number> {
  let count = 0
  let some: string[] = []
  const clearSome = async () => {
    const named = await namedHashes(world.db, some)
    for (const hash of some) if (!named.has(hash) && (await world.files.remove(hash))) count++
    some = []
    await setImmediate()
  }
  for await (const { hash, at } of world.files.all()) {
    if (at < before) some.push(hash)
    if (some.length >= AT_ONCE) await clearSome()
  }
  await clearSome()
  return count
}

const MINUTE = 60_000
/** The first time comes soon after a start, then it is looked every hour. */
const FIRST = 2 * MINUTE
const EVERY = 60 * MINUTE

/** Clears again and again while the server runs. Gives the way to stop. */
export function keepClearing(world: World): () => void {
  let timer: ReturnType<typeof setTimeout>
  const next = (ms: number) => {
    timer = setTimeout(async () => {
      await clearExpired(world).catch(error => world.log.error({ err: error }, 'clearing failed'))
      next(EVERY)
    }, ms).unref()
  }
  next(FIRST)
  return () => clearTimeout(timer)
}
