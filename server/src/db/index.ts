import type { Doing } from '../doing.js'
import { StartRefused } from '../startRefused.js'
import { Database, type DatabaseOptions } from './database.js'
import { migrate } from './migrate.js'

type Opening = DatabaseOptions & { readonly onStep?: (doing: Doing) => void }

/**
 * Opens the database with all its tables in their newest form. Throws `StartRefused`, with nothing changed, where the
 * file is damaged or was used by a newer Oppen.
 */
export async function openDatabase({ onStep = () => undefined, ...options }: Opening): Promise<Database> {
  const db = await Database.open(options).catch(error => {
    throw damaged(error, options.file) ?? error
  })
  try {
    onStep({ what: 'starting_checks' })
    await refuseDamaged(db, options.file)
    await migrate(db, ({ name, ...step }) => onStep({ what: 'starting_tables', said: { name }, ...step }))
    await rewriteOnce(db, onStep)
    await db.openReaders()
    return db
  } catch (error) {
    await db.close().catch(() => undefined)
    throw error
  }
}

/**
 * Writes the file anew once: databases from before `secure_delete` was set have removed words in free pages. Where the
 * disk has no room for it, it is tried again at the next start.
 */
async function rewriteOnce(db: Database, onStep: (doing: Doing) => void): Promise<void> {
  if (await db.row("select 1 as done from settings where name = 'rewritten'")) return
  onStep({ what: 'starting_rewrites' })
  try {
    await db.write(() => db.run("insert into search_texts (search_texts) values ('optimize')"))
    await db.rewrite()
    await db.write(() => db.run("insert into settings (name, value) values ('rewritten', '1')"))
  } catch (error) {
    if (!/SQLITE_FULL/.test(String(error))) throw error
  }
}

/** SQLite's own look at every page of the file; what it finds first is named. */
async function refuseDamaged(db: Database, file: string): Promise<void> {
  const found = await db.rows<{ quick_check: string }>('PRAGMA quick_check(1)').catch(error => {
    throw damaged(error, file) ?? error
  })
  const [first] = found
  if (first && first.quick_check !== 'ok')
    throw new StartRefused('database_damaged', { file, what: first.quick_check.replace(/\s+/g, ' ') })
}

function damaged(error: unknown, file: string): StartRefused | undefined {
  const what = String((error as Error).message)
  return /SQLITE_(CORRUPT|NOTADB)/.test(what)
    ? new StartRefused('database_damaged', { file, what })
    : undefined
}

export type { DatabaseOptions } from './database.js'
export { Database } from './database.js'
export * from './fullText.js'
export * from './json.js'
export { type DataSteps, runDataSteps } from './migrate.js'
export { settings } from './settings.js'
export type { Bind } from './statements.js'
export * from './table.js'
