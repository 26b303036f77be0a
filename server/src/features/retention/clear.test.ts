import { mkdir, readdir, utimes, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { LIVES } from '@oppen/core/retention'
import { buildWork, type Person, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { ON_PLACE } from '../merging/onPlace.js'
import type { SubmissionAddress } from '../submissions/moves.js'
import { clearExpired } from './clear.js'
import { STORED_IN } from './storedIn.js'

const DAY = 86_400_000
let school: SmallSchool
let anna: Person
let submission: SubmissionAddress

beforeAll(async () => {
  school = await smallSchool()
  ;({ anna } = school)
  submission = submissionOf(
    school.built,
    await buildWork(school.world, school.built, { title: 'Draw' }),
    'Anna Reyes',
  )
})
afterAll(() => school.stop())

const columns = () =>
  school.world.db.rows<{ tableName: string; name: string }>(
    `select m.name as tableName, c.name from sqlite_master m join pragma_table_info(m.name) c
     where m.type = 'table' and m.name not like 'search_texts%'`,
  )

it('every column that names a stored file is looked at before one goes', async () => {
  // hashes of other things: keys, the addresses of calendars and of work that is shown outside
  const others = ['keys.hash', 'feeds.hash', 'shared_links.hash']
  const found = (await columns())
    .filter(({ name }) => ['hash', 'picture'].includes(name))
    .map(({ tableName, name }) => `${tableName}.${name}`)
  const known = [...STORED_IN.map(([table, column]) => `${table}.${column}`), ...others]
  expect(found.sort()).toEqual(known.sort())
})

it('every table with rows of a place has its part in joining two places', async () => {
  const places = ['place_id', 'from_place']
  const found = (await columns()).filter(({ name }) => places.includes(name)).map(one => one.tableName)
  expect([...new Set(found)].sort()).toEqual(Object.keys(ON_PLACE).sort())
})

const hashes = async () => {
  const found: string[] = []
  for await (const { hash } of school.world.files.all()) found.push(hash)
  return found
}
const hashOf = async (id: string) =>
  (await school.world.db.row<{ hash: string }>('select hash from files where id = $id', { id }))?.hash ?? ''

async function age(hash: string, days: number): Promise<void> {
  const then = new Date(Date.now() - days * DAY)
  await utimes(school.world.files.pathOf(hash), then, then)
}

it('files that were taken off go after thirty days, and what they stand for with them; the others stay', async () => {
  const text = (n: number) => anna.upload(submission, Buffer.from(`page ${n}\n`), `${n}.txt`, 'text/plain')
  const [off, on, shown, handedIn] = [await text(1), await text(2), await text(3), await text(4)].map(
    one => one.reply.id as string,
  ) as [string, string, string, string]
  await anna.get('saveDraft', submission, {
    html: `<p><img src="/api/classes/${submission.classId}/works/${submission.workId}/submissions/${submission.placeId}/files/${shown}"></p>`,
    base: 0,
  })
  await anna.get('handIn', submission, { version: 1 })
  await anna.get('takeBack', submission)
  const stored = await Promise.all([off, on, shown, handedIn].map(hashOf))
  for (const fileId of [off, shown, handedIn])
    await anna.get('removeFile', { ...submission, fileId: fileId as never })
  // only what was taken off before it was handed in is nobody's
  for (const hash of stored) await age(hash, 40)
  const fresh = await clearExpired(school.world)
  expect(fresh.removedFile).toBe(0)
  expect((await hashes()).length).toBeGreaterThanOrEqual(4)
  school.clock.moveTo(school.clock.now() + LIVES.removedFile + 1)
  await clearExpired(school.world)
  const names = (await school.world.db.rows<{ id: string }>('select id from files')).map(row => row.id)
  expect(names).toEqual(expect.arrayContaining([on, shown, handedIn]))
})

it('a file that nothing ever named goes after thirty days, and one put there since the start stays', async () => {
  const hash = await school.world.files.keepBytes(Buffer.from('a face before it was cut'))
  await age(hash, 31)
  await clearExpired(school.world)
  expect(await hashes()).toContain(hash)
  // as the next start finds it
  const again = new (
    school.world.files.constructor as new (
      folder: string,
      pool: unknown,
    ) => typeof school.world.files
  )(join(school.folder, 'files'), school.world.workers.files)
  const cleared = await clearExpired({ ...school.world, files: again })
  expect(cleared.unusedFile).toBeGreaterThanOrEqual(1)
  expect(await hashes()).not.toContain(hash)
})

it('ink that was taken off goes once nothing shows it, and every version still shows what it showed', async () => {
  const at = { ...submission, workId: await buildWork(school.world, school.built, { title: 'Ink' }) }
  const given = await school.world.files.keepBytes(Buffer.from('a page'))
  await school.world.db.write(() =>
    school.world.db.run(
      `insert into sheets (id, work_id, place_id, position, hash, type, page, width, height, name)
       values ('sheet-1', $workId, null, 0, $given, 'image/png', 1, 100, 100, 'a')`,
      { workId: at.workId, given },
    ),
  )
  const dot = (id: string) =>
    ({ kind: 'note', id, page: 'sheet-1', x: 1, y: 1, text: id, fileId: null }) as const
  await anna.get('saveInk', at, { put: [dot('one')], drop: [] })
  await anna.get('saveInk', at, { put: [dot('two')], drop: [] })
  await anna.get('handIn', at, { version: 0 })
  await anna.get('takeBack', at)
  await anna.get('saveInk', at, { put: [dot('three')], drop: ['one'] })
  await anna.get('saveInk', at, { put: [], drop: ['three'] })
  const ids = async () =>
    (
      await school.world.db.rows<{ id: string }>('select id from ink where work_id = $workId order by id', {
        workId: at.workId,
      })
    ).map(row => row.id)
  await clearExpired(school.world)
  expect(await ids()).toEqual(['one', 'three', 'two'])
  school.clock.moveTo(school.clock.now() + LIVES.removedInk + 1)
  await clearExpired(school.world)
  // one was handed in; three stood in nothing that is kept
  const left = await ids()
  expect(left).toEqual(expect.arrayContaining(['one', 'two']))
})

it('a letter that nothing names goes after an hour; one that has just been written stays', async () => {
  const outbox = join(school.folder, 'outbox')
  await mkdir(outbox, { recursive: true })
  for (const name of ['lost.eml', 'fresh.eml']) await writeFile(join(outbox, name), 'Dear child')
  const then = new Date(Date.now() - 2 * 3_600_000)
  await utimes(join(outbox, 'lost.eml'), then, then)
  expect((await clearExpired(school.world)).lostLetter).toBe(1)
  expect(await readdir(outbox)).toEqual(['fresh.eml'])
})

it('rows that have outlived their time go in parts, and no others', async () => {
  const { db, clock } = school.world
  const now = clock.now()
  await db.write(async () => {
    for (let n = 0; n < 450; n++)
      await db.run(
        "insert into audit_log (class_id, at, kind, params) values (null, $at, 'signed_in', '{}')",
        {
          at: n < 420 ? now - LIVES.auditLog - 1 : now,
        },
      )
    await db.run("insert into taken_uploads values ('old', 'x', '{}', $at)", {
      at: now - LIVES.takenUpload - 1,
    })
  })
  const before = (await db.row<{ n: number }>('select count(*) as n from audit_log'))?.n ?? 0
  const cleared = await clearExpired(school.world)
  expect([cleared.auditLog, cleared.takenUpload]).toEqual([420, expect.any(Number)])
  expect((await db.row<{ n: number }>('select count(*) as n from audit_log'))?.n).toBe(before - 420)
  expect(await readdir(join(school.folder, 'files', 'incoming'))).toEqual([])
})
