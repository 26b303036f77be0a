import { SequelizeStorage, Umzug } from 'umzug'
import type { Database } from './database.js'
import type { Migration } from './migration.js'
import { firstDay } from './migrations/2026-10-01-first-day.js'
import { about } from './migrations/2026-11-25-about.js'
import { calendar } from './migrations/2026-11-25-calendar.js'
import { gettingIn } from './migrations/2026-11-25-getting-in.js'
import { ownCopies } from './migrations/2026-11-25-own-copies.js'
import { search } from './migrations/2026-11-25-search.js'
import { weeks } from './migrations/2026-11-25-weeks.js'
import { worksheets } from './migrations/2026-11-25-worksheets.js'
import { foundWords } from './migrations/2026-11-26-found-words.js'

const migrations: readonly Migration[] = [
  firstDay,
  gettingIn,
  weeks,
  calendar,
  about,
  search,
  ownCopies,
  worksheets,
  foundWords,
]

/** The steps of this database, each kept whole or not at all. */
export function migrator(db: Database): Umzug<Database> {
  return new Umzug({
    migrations: migrations.map(({ name, up, down }) => ({
      name,
      up: () => runAll(db, up),
      down: () => runAll(db, down),
    })),
    context: db,
    storage: new SequelizeStorage({ sequelize: db.sequelize }),
    logger: undefined,
  })
}

/**
 * Runs the statements of a step. References are looked at once at its end, so that a table can be made anew under
 * its name (SQLite: "Making Other Kinds Of Table Schema Changes", https://www.sqlite.org/lang_altertable.html).
 */
async function runAll(db: Database, statements: readonly string[]): Promise<void> {
  await db.sequelize.query('PRAGMA foreign_keys = OFF')
  try {
    await db.write(async () => {
      for (const statement of statements) await db.sequelize.query(statement)
      const broken = await db.rows<{ table: string }>('PRAGMA foreign_key_check')
      if (broken[0]) throw new Error(`the step leaves references of ${broken[0].table} broken`)
    })
  } finally {
    await db.sequelize.query('PRAGMA foreign_keys = ON')
  }
}
