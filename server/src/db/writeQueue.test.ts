import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { Database } from './database.js'
import { table as defineTable } from './table.js'

let folder: string
let db: Database
let statements: string[] = []

beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-queue-'))
  db = await Database.open({
    file: join(folder, 'db.sqlite'),
    onStatement: sql => statements.push(sql),
    // what waits at the same moment shares a transaction also where the machine is slow
    longestTogether: Number.POSITIVE_INFINITY,
  })
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
    // the first begins before the others wait
    expect(commits()).toBeLessThanOrEqual(2)
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

describe('a command that shares its transaction', () => {
  const INSERT = 'insert into words (word) values ($word)'
  const count = (start: string) => statements.filter(sql => sql.startsWith(start)).length
  /** Holds the queue up until all commands wait, so that they come into one transaction. */
  const together = (commands: readonly (() => Promise<unknown>)[]) =>
    Promise.allSettled([db.write(() => add('first')), ...commands.map(command => db.write(command))])

  it('is refused without a statement where it has changed nothing yet', async () => {
    const ends = await together(
      [1, 2, 3].map(n => async () => {
        await db.rows('select word from words')
        throw new Error(`no ${n}`)
      }),
    )
    expect(ends.map(end => end.status)).toEqual(['fulfilled', 'rejected', 'rejected', 'rejected'])
    expect([count('SAVEPOINT'), count('ROLLBACK')]).toEqual([0, 0])
    expect(await words()).toEqual(['first'])
  })

  it('needs no savepoint for a change that is its only and last', async () => {
    await together(['a', 'b', 'c'].map(word => () => db.runLast(INSERT, { word })))
    expect(await words()).toEqual(['first', 'a', 'b', 'c'])
    expect(count('SAVEPOINT')).toBe(0)
  })

  it('has one for several changes, set once also where they are asked for at the same time', async () => {
    const ends = await together([
      () => Promise.all([add('a'), add('b')]),
      async () => {
        await Promise.all([add('c'), add('d')])
        throw new Error('no')
      },
      async () => {
        await add('e')
        await db.runLast(INSERT, { word: 'f' })
      },
    ])
    expect(ends.map(end => end.status)).toEqual(['fulfilled', 'fulfilled', 'rejected', 'fulfilled'])
    expect(await words()).toEqual(['first', 'a', 'b', 'e', 'f'])
    expect(count('SAVEPOINT')).toBe(3)
  })

  it('undoes all of it, and everybody is told, where it fails in or after a last change that is its only one', async () => {
    for (const fails of [
      () => db.runLast(INSERT, { word: 'first' }),
      async () => {
        await db.runLast(INSERT, { word: 'x' })
        throw new Error('after the end')
      },
      async () => {
        await db.runLast(INSERT, { word: 'x' })
        await add('y')
      },
    ]) {
      const ends = await together([() => db.runLast(INSERT, { word: 'a' }), fails])
      expect(ends.map(end => end.status)).toEqual(['rejected', 'rejected', 'rejected'])
      expect(await words()).toEqual([])
    }
  })

  it('that ends with something on its way undoes that too, and begins nothing more', async () => {
    let continueLineage = () => {}
    const later = new Promise<void>(resolve => {
      continueLineage = resolve
    })
    const tooLate: string[] = []
    const ends = await together([
      () =>
        Promise.all([
          Promise.reject(new Error('no')),
          add('on its way'),
          later.then(() => add('too late')).catch(error => tooLate.push(String(error))),
          later.then(() => db.write(() => add('by itself'))),
        ]),
      () => add('another'),
    ])
    expect(ends.map(end => end.status)).toEqual(['fulfilled', 'rejected', 'fulfilled'])
    expect(await words()).toEqual(['first', 'another'])
    continueLineage()
    await expect.poll(() => tooLate).toEqual([expect.stringContaining('belongs inside a write')])
    // what begins a command of its own there has a turn of its own
    await expect.poll(words).toEqual(['first', 'another', 'by itself'])
    await db.write(() => add('next'))
    expect(statements.at(-1)).not.toContain('ROLLBACK')
  })

  it('counts what a model does as a change', async () => {
    const table = defineTable<{ id: string; word: string }>('notes', { id: 'id', word: 'text' })
    await db.write(() => db.script('create table notes (id text primary key, word text not null)'))
    const ends = await together([
      () => db.model(table).create({ id: '1', word: 'kept' }),
      async () => {
        await db.model(table).create({ id: '2', word: 'undone' })
        throw new Error('no')
      },
    ])
    expect(ends.map(end => end.status)).toEqual(['fulfilled', 'fulfilled', 'rejected'])
    expect(await db.rows('select word from notes')).toEqual([{ word: 'kept' }])
  })
})

describe('a command that is one statement', () => {
  const UNLESS = `insert into words (word) select $word where not exists (select 1 from words where word = $word)
    returning word`
  const told: string[] = []
  const addOne = (word: string, sql = UNLESS) =>
    db.writeOne<{ word: string }>(
      sql,
      { word },
      { touches: ['words'], committed: rows => told.push(`${word} ${rows.length}`) },
    )
  beforeEach(() => void told.splice(0))

  it('shares a transaction with others of its kind and with whole commands, in their order', async () => {
    const many = Array.from({ length: 30 }, (_, n) => `w${n}`)
    const first = db.write(() => add('first'))
    await Promise.all([first, ...many.map((word, n) => (n % 10 ? addOne(word) : db.write(() => add(word))))])
    expect((await words()).slice(0, 2)).toEqual(['first', 'w0'])
    expect((await words()).toSorted()).toEqual(['first', ...many].toSorted())
    for (const n of [10, 20]) {
      const before = new Set((await words()).slice(0, (await words()).indexOf(`w${n}`)))
      expect(many.slice(0, n).every(word => before.has(word))).toBe(true)
    }
    expect(told).toHaveLength(27)
    expect(commits()).toBe(1)
  })

  it('says what it returned, once it is on the disk, and counts as a change only then', async () => {
    const before = db.changesOf(['words'])
    expect(await addOne('a')).toEqual([{ word: 'a' }])
    expect(db.changesOf(['words'])).toBe(before + 1)
    expect(await addOne('a')).toEqual([])
    expect(db.changesOf(['words'])).toBe(before + 1)
    expect(told).toEqual(['a 1', 'a 0'])
  })

  it('undoes all that share its transaction where it fails; who had not begun goes with the next', async () => {
    const plain = 'insert into words (word) values ($word) returning word'
    const later = Array.from({ length: 12 }, (_, n) => `w${n}`)
    const [first, a, failing, ...rest] = await Promise.allSettled([
      db.write(() => add('first')),
      addOne('a'),
      addOne('first', plain),
      ...later.map(word => addOne(word)),
    ])
    expect([first, a, failing].map(end => end?.status)).toEqual(['rejected', 'rejected', 'rejected'])
    const kept = later.filter((_, n) => rest[n]?.status === 'fulfilled')
    expect(kept).toContain('w11')
    expect(kept.length).toBeGreaterThan(later.length - 3)
    expect((await words()).toSorted()).toEqual(kept.toSorted())
    expect(told.toSorted()).toEqual(kept.map(word => `${word} 1`).toSorted())
  })

  it('belongs to no other command', async () => {
    await expect(db.write(async () => addOne('a'))).rejects.toThrow('belongs to no other')
    expect(await words()).toEqual([])
  })
})
