import {
  appendFile,
  mkdir,
  mkdtemp,
  readdir,
  readFile,
  rm,
  truncate,
  unlink,
  writeFile,
} from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { backupName } from '@oppen/core/backups'
import {
  buildWork,
  DEMO_SCHOOL,
  type Person,
  Seeded,
  type SmallSchool,
  smallSchool,
  submissionOf,
  testServer,
} from '@oppen/demo'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { closeWorld, openWorld } from '../../openWorld.js'
import type { SubmissionAddress } from '../submissions/moves.js'
import { RESTORING, restoreBackup } from './restore.js'
import { backupsIn, fileIn, filesOf } from './store.js'
import { writeBackup } from './write.js'

let school: SmallSchool
let anna: Person
let submission: SubmissionAddress
let store: string
let data: string
const folders: string[] = []

async function newFolder(): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'oppen-backups-'))
  folders.push(folder)
  return folder
}

beforeAll(async () => {
  school = await smallSchool()
  ;({ anna } = school)
  submission = submissionOf(
    school.built,
    await buildWork(school.world, school.built, { title: 'Tides' }),
    'Anna Reyes',
  )
})
afterAll(async () => {
  await school.stop()
  for (const folder of folders) await rm(folder, { recursive: true, force: true })
})
beforeEach(async () => {
  store = await newFolder()
  data = await newFolder()
})

const backup = (now = Date.now(), days?: number) =>
  writeBackup({ data: school.folder, folder: store, now, ...(days !== undefined && { days }) })
const restore = (name?: string) =>
  restoreBackup({ data, folder: store, now: Date.now(), ...(name && { name }) })

it('everything that was acknowledged before a backup is in it, made while the school saves on', async () => {
  const saved: { version: number; at: number }[] = []
  let going = true
  let base = 0
  const saving = (async () => {
    while (going) {
      const { version } = await anna.get('saveDraft', submission, { html: `<p>${base + 1} words</p>`, base })
      base = version
      saved.push({ version, at: performance.now() })
    }
  })()
  const until = async (count: number) => {
    while (saved.length < count) await new Promise(setImmediate)
  }
  await until(20)
  const file = await anna.upload(submission, Buffer.from('a page of notes\n'), 'notes.txt', 'text/plain')
  const [began, before] = [performance.now(), saved.length]
  const done = await backup()
  const ended = performance.now()
  await until(saved.length + 20)
  going = false
  await saving
  expect(saved.filter(one => one.at > began && one.at < ended).length).toBeGreaterThan(0)
  expect(done.manifest.missing).toEqual([])

  const restored = await restore()
  expect(restored).toMatchObject({ name: done.name, before: undefined })
  const again = await testServer({ folder: data })
  const [draft] = await again.world.db.rows<{ version: number; html: string }>(
    'select version, html from drafts',
  )
  expect(draft?.version).toBeGreaterThanOrEqual(saved[before - 1]?.version ?? 0)
  expect(draft?.version).toBeLessThan(base)
  expect(draft?.html).toBe(`<p>${draft?.version} words</p>`)
  // who was signed in signs in anew, and finds the file
  expect((await again.person().ask('me', {})).status).toBe(401)
  const annaAgain = await again.person().signIn('anna.reyes')
  const bytes = await annaAgain.fetch(
    `/api/classes/${submission.classId}/works/${submission.workId}/submissions/${submission.placeId}/files/${file.reply.id}`,
  )
  expect(await bytes.text()).toBe('a page of notes\n')
  await again.stop()
})

it('files are kept once for all backups, and go with the last that names them', async () => {
  const day = 86_400_000
  const hash = await school.world.files.keepBytes(Buffer.from('a face'))
  const name = (picture: string | null) =>
    school.world.db.write(() =>
      school.world.db.run('update accounts set picture = $picture where user_name = $who', {
        picture,
        who: 'bo.lund',
      }),
    )
  await name(hash)
  const now = Date.now()
  const first = await backup(now - 20 * day)
  expect((await backup(now - 10 * day)).fresh).toBe(0)
  await name(null)
  expect(await backup(now - 5 * day, 30)).toMatchObject({ removed: [] })
  expect(await readdir(join(filesOf(store), hash.slice(0, 2)))).toContain(hash)
  const last = await backup(now, 8)
  expect(last.removed).toEqual([first.name, backupName(now - 10 * day)].sort())
  expect((await backupsIn(store)).map(one => one.name)).toEqual([last.name, backupName(now - 5 * day)])
  expect(await readdir(join(filesOf(store), hash.slice(0, 2))).catch(() => [])).not.toContain(hash)
})

it('two within a second have names of their own, and what was cut off is cleared', async () => {
  await mkdir(join(store, '2026-10-14T02-30-00Z.partial'))
  const now = Date.now()
  const [one, other] = [await backup(now), await backup(now)]
  expect(other.name > one.name).toBe(true)
  expect((await readdir(store)).filter(name => name.endsWith('.partial'))).toEqual([])
})

it('a file that the school has lost is named, and does not keep the rest from being copied', async () => {
  const hash = await school.world.files.keepBytes(Buffer.from('lost'))
  await school.world.db.write(() =>
    school.world.db.run("update accounts set picture = $hash where user_name = 'mr.reyes'", { hash }),
  )
  await unlink(school.world.files.pathOf(hash))
  expect((await backup()).manifest.missing).toEqual([hash])
  await expect(restore()).resolves.toMatchObject({ before: undefined })
  await school.world.db.write(() =>
    school.world.db.run("update accounts set picture = null where user_name = 'mr.reyes'"),
  )
})

describe('a backup that is not whole is refused in words, with nothing changed', () => {
  it.each([
    [
      'its database cut off',
      'its database is not what was written',
      async (folder: string) => truncate(join(folder, 'oppen.sqlite'), 4096),
    ],
    [
      'its database changed',
      'its database is not what was written',
      async (folder: string) => appendFile(join(folder, 'oppen.sqlite'), 'x'),
    ],
    [
      'its database gone',
      'its database is missing',
      async (folder: string) => unlink(join(folder, 'oppen.sqlite')),
    ],
    ['its secret gone', 'its secret is missing', async (folder: string) => unlink(join(folder, 'secret'))],
    [
      'its manifest gone',
      'has no backup.json',
      async (folder: string) => unlink(join(folder, 'backup.json')),
    ],
    [
      'its manifest cut off',
      'has no backup.json',
      async (folder: string) => truncate(join(folder, 'backup.json'), 20),
    ],
  ])('%s', async (_, what, damage) => {
    const { name } = await backup()
    await damage(join(store, name))
    await expect(restore(name)).rejects.toMatchObject({
      code: 'backup_torn',
      message: expect.stringContaining(what),
    })
    expect(await readdir(data)).toEqual([])
  })

  it('a file of it changed', async () => {
    const file = await anna.upload(submission, Buffer.from('another page\n'), 'b.txt', 'text/plain')
    const { hash = '' } =
      (await school.world.db.row<{ hash: string }>('select hash from files where id = $id', {
        id: file.reply.id,
      })) ?? {}
    await backup()
    await writeFile(fileIn(filesOf(store), hash), 'another pagE\n')
    await expect(restore()).rejects.toMatchObject({
      code: 'backup_torn',
      message: expect.stringContaining(hash),
    })
  })
})

it('says what there is where the one that was asked for is not', async () => {
  await expect(restore()).rejects.toMatchObject({ code: 'backup_none' })
  const { name } = await backup()
  await expect(restore('2026-01-01T00-00-00Z')).rejects.toMatchObject({
    code: 'backup_none',
    message: expect.stringContaining(name),
  })
})

it('is not made where another school keeps its own', async () => {
  await backup()
  const other = await testServer({ random: new Seeded(2).bytes })
  await expect(writeBackup({ data: other.folder, folder: store, now: Date.now() })).rejects.toMatchObject({
    code: 'backup_other',
  })
  await other.stop()
})

it('is not made inside of the data, nor of nothing', async () => {
  const inside = { data: school.folder, folder: join(school.folder, 'backups'), now: 0 }
  await expect(writeBackup(inside)).rejects.toMatchObject({ code: 'backup_inside' })
  await expect(writeBackup({ data, folder: store, now: 0 })).rejects.toMatchObject({ code: 'backup_nothing' })
})

it('never goes over a running server; what stands in the folder of a stopped one is moved aside', async () => {
  const { name } = await backup()
  const other = await testServer({ folder: data })
  await expect(restore()).rejects.toMatchObject({ code: 'folder_held' })
  await other.world.db.write(() => other.world.db.run("insert into settings values ('mine', '1')"))
  data = other.folder
  // stops, and leaves the folder
  await other.world.lock.release()
  const { before = '' } = await restore()
  expect(await readdir(before)).toContain('oppen.sqlite')
  expect(await readdir(data)).not.toContain('backup.json')
  await expect(openWorld({ folder: join(store, name) })).rejects.toMatchObject({ code: 'is_backup' })
  await other.stop()
})

it('a restore that was cut off is nothing to start on, and can be made again at every point of it', async () => {
  await anna.upload(submission, Buffer.from('one more\n'), 'c.txt', 'text/plain')
  const { name } = await backup()
  await restore(name)
  const whole = (await readdir(data)).sort()
  for (const stage of ['aside', 'bring']) {
    const before = `before-restore-${stage}`
    await writeFile(join(data, RESTORING), JSON.stringify({ stage, before }))
    await mkdir(join(data, before), { recursive: true })
    await expect(openWorld({ folder: data })).rejects.toMatchObject({ code: 'restore_cut' })
    await restore(name)
    const kept: string[] = await readdir(join(data, before)).catch(() => [])
    expect(kept.includes('oppen.sqlite')).toBe(stage === 'aside')
    expect((await readdir(data)).filter(one => !one.startsWith('before')).sort()).toEqual(whole)
  }
  await closeWorld(await openWorld({ folder: data, school: DEMO_SCHOOL }))
})

describe('of a running school', () => {
  it('are told of, and made again after one that went wrong; whoever asks while one is made waits for that one', async () => {
    const blocked = join(store, 'blocked')
    await writeFile(blocked, 'a file where the folder should be')
    const settings = { folder: blocked, at: '02:30', days: 7 }
    const other = await testServer({ backups: settings })
    const { backups } = other.world
    expect(await backups.run()).toBe(false)
    expect(backups.stand()).toMatchObject({ state: 'failed', problem: expect.stringContaining('blocked') })
    await unlink(blocked)
    expect(await Promise.all([backups.run(), backups.run()])).toEqual([true, true])
    expect(await backupsIn(blocked)).toHaveLength(1)
    const health = await (await fetch(`${other.address}/healthz`)).json()
    expect(health).toEqual({ alive: true, backups: { state: 'fresh', lastAt: expect.stringMatching(/^20/) } })
    expect(
      JSON.parse(await readFile(join(blocked, backups.known[0]?.name ?? '', 'backup.json'), 'utf8')),
    ).toMatchObject({ format: 1 })
    await other.stop()
  })

  it('are off where no folder is set', async () => {
    expect(school.world.backups.stand()).toEqual({ state: 'off', last: null, problem: null })
    expect(await school.world.backups.run()).toBe(false)
  })
})
