import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { Database } from './database.js'

let folder: string
let db: Database
let statements: string[] = []

beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-queue-'))
  db = await Database.open({ file: join(folder, 'db.sqlite'), onStatement: sql => statements.push(sql) })
  await db.write(() => db.script('create table words (id integer primary key, word text not null unique)'))
  await db.openReaders()
  statements = []
})
afterEach(async () => {
  await db.close()
  await rm(folder, { recursive: true, force: true })
})

const add = (word: string) => db.run('insert into words (word) values ($word)', { word })
const words = async () =>
  (await db.rows<{ word: string }>('select word from words order by id')).map(one => one.word)
const commits = () => statements.filter(sql => sql === 'COMMIT').length

describe('commands that wait at the same moment', () => {
  it('are written through together, in their order', async () => {
    const many = Array.from({ length: 40 }, (_, n) => `w${n}`)
    await Promise.all(many.map(word => db.write(() => add(word))))
    expect(await words()).toEqual(many)
    expect(commits()).toBeLessThan(10)
  })

  it('are each kept or refused by themselves, whichever it is, the first too', async () => {
    for (const bad of [0, 3, 7]) {
      const told: string[] = []
      const ends = await Promise.allSettled(
        Array.from({ length: 8 }, (_, n) =>
          db.write(async () => {
            await add(`${bad}:${n}`)
            db.afterCommit(() => told.push(`${n}`))
            if (n === bad) throw new Error(`no ${n}`)
            return n
          }),
        ),
      )
      expect(ends.map(end => end.status === 'fulfilled')).toEqual(ends.map((_, n) => n !== bad))
      expect(told).toEqual(ends.flatMap((_, n) => (n === bad ? [] : `${n}`)))
      expect((await words()).filter(word => word.startsWith(`${bad}:`))).toHaveLength(7)
    }
  })

  it('are each answered only once all of them are on the disk', async () => {
    const reader = () => db.rows<{ word: string }>('select word from words')
    let release = () => {}
    const held = new Promise<void>(resolve => {
      release = resolve
    })
    const answered: string[] = []
    const first = db.write(() => add('a')).then(() => answered.push('a'))
    const second = db.write(() => Promise.reject(new Error('no'))).catch(() => answered.push('b'))
    const third = db.write(async () => {
      await add('c')
      await held
    })
    await reader()
    await reader()
    expect([answered, await reader()]).toEqual([[], []])
    release()
    await Promise.all([first, second, third])
    expect(answered).toEqual(['a', 'b'])
  })

  it('are all told why where their transaction could not be kept, and nothing of it is', async () => {
    await db.write(() => add('before'))
    await db.write(() => db.run('pragma max_page_count = 1'))
    const ends = await Promise.allSettled(
      ['small', 'x'.repeat(50_000), 'last'].map(word => db.write(() => add(word))),
    )
    await db.write(() => db.run('pragma max_page_count = 100000'))
    const kept = ends.flatMap((end, n) => (end.status === 'fulfilled' ? [n] : []))
    for (const end of ends) if (end.status === 'rejected') expect(String(end.reason)).toContain('SQLITE_FULL')
    expect(ends[1]?.status).toBe('rejected')
    // what was said to be kept is there, and nothing else
    expect((await words()).length).toBe(1 + kept.length)
    await db.write(() => add('after'))
    expect((await words()).at(-1)).toBe('after')
  })

  it('go on after an effect that fails, which is said to whom it belongs', async () => {
    const one = db.write(async () => {
      await add('one')
      db.afterCommit(() => {
        throw new Error('not told')
      })
    })
    const two = db.write(() => add('two'))
    await expect(one).rejects.toThrow('not told')
    await two
    expect(await words()).toEqual(['one', 'two'])
  })
})

it('counts changes by table, of what a command names and commits', async () => {
  const now = () => db.changesOf(['words'])
  const before = now()
  await db.write(() => add('x')).catch(() => undefined)
  expect(now()).toBe(before + 1)
  await db.write(() => add('x')).catch(() => undefined)
  await db.write(() => db.run('update words set word = word', {}, []))
  await db.write(() => db.rows('select 1'))
  expect(now()).toBe(before + 1)
  await db.write(() => db.run("delete from words where word = 'x'"))
  expect(now()).toBe(before + 2)
})
