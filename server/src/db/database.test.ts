import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { type Database, openDatabase, table } from './index.js'
import { migrator } from './migrate.js'

let folder: string
let db: Database

beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-db-'))
  db = await openDatabase({ file: join(folder, 'db.sqlite') })
})
afterEach(async () => {
  await db.close()
  await rm(folder, { recursive: true, force: true })
})

const settings = table<{ name: string; value: string }>('settings', { name: 'id', value: 'text' }, ['name'])
const set = (name: string, value: string) => db.model(settings).upsert({ name, value })
const get = async (name: string) =>
  (await db.row<{ value: string }>('select value from settings where name = $name', { name }))?.value

it('binds values by their names, wherever and however often they stand', async () => {
  const sql = 'select $b as one, $a as two, $b || $c as three, $none as four, $a + 1 as five where $c <> $a'
  const bind = { c: 'c', a: 2, none: null, b: 'b', unused: 'x' }
  expect(await db.row(sql, bind)).toEqual({ one: 'b', two: 2, three: 'bc', four: null, five: 3 })
  expect(await db.row(sql, { ...bind, b: 'B' })).toMatchObject({ one: 'B', three: 'Bc' })
  await expect(db.row(sql, { a: 1, c: 2, none: null })).rejects.toThrow('no value for $b')
})

it('keeps all of a command or nothing', async () => {
  await expect(
    db.write(async () => {
      await set('a', '1')
      throw new Error('half way')
    }),
  ).rejects.toThrow('half way')
  expect(await get('a')).toBeUndefined()
  await db.write(() => set('a', '2'))
  expect(await get('a')).toBe('2')
})

it('runs commands one after the other, so that reading before writing is safe', async () => {
  await db.write(() => set('count', '0'))
  const add = () =>
    db.write(async () => {
      const count = Number(await get('count'))
      await set('count', String(count + 1))
    })
  await Promise.all(Array.from({ length: 40 }, add))
  expect(await get('count')).toBe('40')
})

it('runs effects after the command is kept, and never after one that is undone', async () => {
  const done: string[] = []
  await db.write(async () => {
    db.afterCommit(() => done.push('kept'))
    await set('a', '1')
    expect(done).toEqual([])
  })
  await db
    .write(async () => {
      db.afterCommit(() => done.push('undone'))
      throw new Error('no')
    })
    .catch(() => undefined)
  expect(done).toEqual(['kept'])
})

it('lets readers see only what is kept', async () => {
  await db.write(async () => {
    await set('a', '1')
    expect(await get('a')).toBe('1')
    const outside = await new Promise(resolve => setImmediate(() => resolve(undefined)))
    expect(outside).toBeUndefined()
  })
  expect(() => db.model(settings)).toThrow('belongs inside a write')
})

it('every step of the tables goes there and back', async () => {
  const tables = async () =>
    (
      await db.rows<{ name: string }>(
        "select name from sqlite_master where type in ('table', 'trigger') and name not like 'sqlite_%' and name <> 'SequelizeMeta'",
      )
    ).map(row => row.name)
  const before = await tables()
  expect(before.length).toBeGreaterThan(20)
  await migrator(db).down({ to: 0 })
  expect(await tables()).toEqual([])
  await migrator(db).up()
  expect((await tables()).sort()).toEqual(before.sort())
})

it('has foreign keys and the write-ahead log on, and writes through to the disk', async () => {
  const pragma = (name: string) =>
    db.write(async () => Object.values((await db.row(`pragma ${name}`)) ?? {})[0])
  expect(await pragma('foreign_keys')).toBe(1)
  expect(await pragma('journal_mode')).toBe('wal')
  expect(await pragma('synchronous')).toBe(2)
})

it('says that the disk is full, keeps nothing of the command, and goes on when there is room', async () => {
  await db.write(() => set('a', '1'))
  // SQLite’s own limit, which it answers as it does a full disk
  const most = (pages: number) => db.write(() => db.run(`pragma max_page_count = ${pages}`))
  await most(1)
  const large = db.write(async () => {
    await set('b', 'kept?')
    await set('c', 'x'.repeat(200_000))
  })
  await expect(large).rejects.toThrow('SQLITE_FULL')
  expect(await get('b')).toBeUndefined()
  await most(1_000_000)
  await db.write(() => set('c', 'y'))
  expect([await get('a'), await get('b'), await get('c')]).toEqual(['1', undefined, 'y'])
})
