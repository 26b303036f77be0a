import { mkdir, open } from 'node:fs/promises'
import { join } from 'node:path'
import type { Bind } from '../../db/index.js'
import { SideConnection } from '../../db/side.js'
import { STORED_IN } from '../retention/storedIn.js'
import { PERSONAL, type Rows } from './personData.js'
import { isTheirs } from './queries.js'

export type RowsAsked = {
  /** The file of the database; a server may work on it. */
  readonly database: string
  /** What the conditions of `PERSON_DATA` read. */
  readonly bind: Bind
  /** Where to put a file for each table. */
  readonly into: string
}

export type RowsFound = {
  readonly tables: readonly { readonly table: string; readonly count: number }[]
  /** The stored files that the rows name, each once, with what each is called. */
  readonly files: readonly { readonly hash: string; readonly name: string }[]
}

/**
 * Writes every row of a person as JSON, a file for each table, without the columns that open something; in a thread of its
 * own, for it may be much. All of it is as it was at one moment.
 */
export async function writeRows({ database, bind, into }: RowsAsked): Promise<RowsFound> {
  await mkdir(into, { recursive: true })
  const db = await SideConnection.open(database)
  try {
    await db.script('BEGIN')
    const tables: { table: string; count: number }[] = []
    const files = new Map<string, string>()
    for (const one of PERSONAL) {
      const rows = await rowsIn(db, one, bind)
      if (!rows.length) continue
      for (const { hash, name } of storedBy(one.table, rows)) files.set(hash, files.get(hash) ?? name)
      await writeTable(join(into, `${one.table}.json`), rows, one.hidden ?? [])
      tables.push({ table: one.table, count: rows.length })
    }
    return { tables, files: [...files].map(([hash, name]) => ({ hash, name })) }
  } finally {
    await db.close()
  }
}

type Row = Record<string, unknown>

function rowsIn(db: SideConnection, one: Rows, bind: Bind): Promise<Row[]> {
  const sql = `select * from ${one.table} where ${isTheirs(one)}`
  const named = Object.entries(bind).filter(([name]) => new RegExp(`\\$${name}\\b`).test(sql))
  return db.all<Row>(sql, Object.fromEntries(named.map(([name, value]) => [`$${name}`, value ?? ''])))
}

function* storedBy(table: string, rows: readonly Row[]): Generator<{ hash: string; name: string }> {
  for (const [stored, column] of STORED_IN)
    if (stored === table)
      for (const row of rows) {
        const hash = row[column]
        if (typeof hash === 'string') yield { hash, name: String(row.name ?? table) }
      }
}

async function writeTable(path: string, rows: readonly Row[], hidden: readonly string[]): Promise<void> {
  const file = await open(path, 'w')
  try {
    let between = '[\n'
    for (const row of rows) {
      for (const column of hidden) delete row[column]
      await file.write(`${between}${JSON.stringify(row)}`)
      between = ',\n'
    }
    await file.write('\n]\n')
  } finally {
    await file.close()
  }
}
