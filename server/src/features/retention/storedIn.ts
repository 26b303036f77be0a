import type { Database } from '../../db/index.js'

/** The columns that name a stored file by the hash of what it holds. A test compares them with the tables there are. */
export const STORED_IN = [
  ['accounts', 'picture'],
  ['places', 'picture'],
  ['files', 'hash'],
  ['materials', 'hash'],
  ['sheets', 'hash'],
  ['class_files', 'hash'],
  ['circle_files', 'hash'],
  ['message_files', 'hash'],
  ['annotation_files', 'hash'],
] as const

const NAMED = STORED_IN.map(
  ([table, column]) =>
    `select ${column} as hash from ${table} where ${column} in (select value from json_each($hashes))`,
).join(' union ')

/** Of some hashes, given as JSON, those that something names. */
export async function namedHashes(db: Database, hashes: readonly string[]): Promise<Set<string>> {
  const rows = await db.rows<{ hash: string }>(NAMED, { hashes: JSON.stringify(hashes) })
  return new Set(rows.map(row => row.hash))
}
