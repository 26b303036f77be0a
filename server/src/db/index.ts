import { Database, type DatabaseOptions } from './database.js'
import { migrator } from './migrate.js'

/** Opens the database with all its tables in their newest form. */
export async function openDatabase(options: DatabaseOptions): Promise<Database> {
  const db = await Database.open(options)
  await migrator(db).up()
  await db.openReaders()
  return db
}

export type { DatabaseOptions } from './database.js'
export { Database } from './database.js'
export * from './fullText.js'
export * from './json.js'
export type { Bind } from './prepared.js'
export * from './table.js'
