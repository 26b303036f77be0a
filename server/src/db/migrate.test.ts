import { copyFileSync, existsSync, mkdirSync } from 'node:fs'
import { mkdtemp, open, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { Database, openDatabase } from './index.js'
import { migrate, migrator, runDataSteps } from './migrate.js'

let folder: string
const file = (...names: string[]) => join(folder, ...names, 'db.sqlite')

beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-migrate-'))
})
afterEach(() => rm(folder, { recursive: true, force: true }))

const schemaOf = (db: Database) =>
  db.rows<{ sql: string }>("select sql from sqlite_master where name not like 'sqlite_%' order by name")

const LOG = 'select name from SequelizeMeta order by name'

/** The files of a database as a power cut at this moment would leave them. */
function snapshot(from: string, name: string): void {
  mkdirSync(join(folder, name))
  for (const part of ['', '-wal'])
    if (existsSync(`${from}${part}`)) copyFileSync(`${from}${part}`, `${file(name)}${part}`)
}

it('goes on after a power cut between any two statements around the end of a step', async () => {
  const cuts: string[] = []
  let near = 0
  const onStatement = (sql: string) => {
    if (/COMMIT|SequelizeMeta/.test(sql)) near = 2
    if (near-- <= 0) return
    cuts.push(`cut ${cuts.length}`)
    snapshot(file(), cuts.at(-1) ?? '')
  }
  const whole = await openDatabase({ file: file(), onStatement })
  const schema = await schemaOf(whole)
  const steps = (await whole.rows(LOG)).length
  await whole.close()
  expect(cuts.length).toBeGreaterThan(25)
  // several cuts leave the same steps done, and then everything else alike
  const states = new Map<string, { cut: string; schema: unknown; done: number }>()
  for (const cut of cuts) {
    const left = await Database.open({ file: file(cut) })
    const found = await schemaOf(left)
    const log = await left.rows(LOG).catch(() => undefined)
    await left.close()
    const key = JSON.stringify(log ?? 'no log yet')
    const known = states.get(key)
    if (known) expect(found, cut).toEqual(known.schema)
    else states.set(key, { cut, schema: found, done: log?.length ?? 0 })
  }
  // there was a cut before the log, with an empty log, and after each of the steps
  const all = [...states.values()]
  expect(all.map(one => one.done)).toEqual([0, ...Array.from({ length: steps + 1 }, (_, n) => n)])
  // the next step brings each of them to what the whole way came to, and from there on it is as it was
  for (const { cut, done } of all.slice(0, -1)) {
    const db = await Database.open({ file: file(cut) })
    await migrator(db).up({ step: 1 })
    expect(await schemaOf(db), cut).toEqual(all.find(one => one.done === done + 1)?.schema)
    await db.close()
  }
  for (const left of [all[0], all[steps >> 1], all.at(-1)]) {
    const db = await openDatabase({ file: file(left?.cut ?? '') })
    expect(await schemaOf(db), left?.cut).toEqual(schema)
    await db.close()
  }
})

it('keeps nothing of a step that fails, and leaves references on', async () => {
  const db = await openDatabase({ file: file() })
  const name = 'broken'
  const step = {
    name,
    up: ['create table half (id text) strict', 'insert into nowhere values (1)'],
    down: [],
  }
  await expect(migrator(db, [step]).up()).rejects.toThrow('nowhere')
  expect(await db.row("select 1 from sqlite_master where name = 'half'")).toBeUndefined()
  expect(await db.row("select 1 from SequelizeMeta where name = 'broken'")).toBeUndefined()
  expect(await db.write(() => db.row('PRAGMA foreign_keys'))).toEqual({ foreign_keys: 1 })
  await db.close()
})

it('reads a script as SQLite does: semicolons in texts, comments and triggers are no ends', async () => {
  const db = await openDatabase({ file: file() })
  const up = [
    `create table said (words text) strict; -- first; then
     insert into said values ('one; two');
     create trigger said_again after insert on said when new.words = 'three' begin
       insert into said values ('four; five'); insert into said values ('six'); end;
     insert into said values ('three')`,
  ]
  await migrator(db, [{ name: 'scripted', up, down: [] }]).up()
  const said = await db.rows<{ words: string }>('select words from said order by rowid')
  expect(said.map(one => one.words)).toEqual(['one; two', 'three', 'four; five', 'six'])
  await db.close()
})

it('refuses in words what a newer Oppen has been at, and changes nothing', async () => {
  const db = await openDatabase({ file: file() })
  await db.write(() => db.run("insert into SequelizeMeta values ('2031-01-01-what-comes')"))
  await db.close()
  const before = (await stat(file())).mtimeMs
  await expect(openDatabase({ file: file() })).rejects.toMatchObject({
    code: 'database_newer',
    message: expect.stringMatching(/newer Oppen.*2031-01-01-what-comes.*restore a backup/),
  })
  expect((await stat(file())).mtimeMs).toBe(before)
})

it('runs a step of data once, with its line or not at all', async () => {
  const db = await openDatabase({ file: file() })
  let runs = 0
  const run = async () => {
    runs += 1
    await db.run("insert into settings values ('ran', $n)", { n: String(runs) })
    if (runs === 1) throw new Error('cut off')
  }
  const steps = { '2026-11-25-keys-of-places': run, '2026-11-25-rules-of-works': async () => undefined }
  await expect(runDataSteps(db, steps)).rejects.toThrow('cut off')
  await runDataSteps(db, steps)
  await runDataSteps(db, steps)
  expect(await db.row("select value from settings where name = 'ran'")).toEqual({ value: '2' })
  // its line is known, and is no sign of a newer Oppen
  await migrate(db)
  await db.close()
})

it('finds a damaged page and a torn copy when it opens, and says so', async () => {
  const db = await openDatabase({ file: file() })
  await db.write(async () => {
    for (let n = 0; n < 300; n++)
      await db.run('insert into settings values ($name, $value)', { name: `s${n}`, value: 'x'.repeat(2000) })
  })
  await db.close()
  const refusal = { code: 'database_damaged', message: expect.stringContaining('restore the latest backup') }
  for (const [name, harm] of [
    ['page', (handle: Handle) => handle.write(Buffer.alloc(4096, 7), 0, 4096, 4096 * 100)],
    ['head', (handle: Handle) => handle.write(Buffer.alloc(16, 7), 0, 16, 0)],
    ['torn', (handle: Handle) => handle.truncate(4096 * 60)],
  ] as const) {
    snapshot(file(), name)
    const handle = await open(file(name), 'r+')
    await harm(handle)
    await handle.close()
    await expect(openDatabase({ file: file(name) }), name).rejects.toMatchObject(refusal)
  }
})

type Handle = Awaited<ReturnType<typeof open>>
