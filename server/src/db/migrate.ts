import { SequelizeStorage, Umzug } from 'umzug'
import type { Database } from './database.js'
import type { Migration } from './migration.js'
import { firstDay } from './migrations/2026-10-01-first-day.js'

const migrations: readonly Migration[] = [firstDay]

/** The steps of this database, each kept whole or not at all. */
export function migrator(db: Database): Umzug<Database> {
  return new Umzug({
    migrations: migrations.map(({ name, up, down }) => ({
      name,
      up: () => db.write(() => runAll(db, up)),
      down: () => db.write(() => runAll(db, down)),
    })),
    context: db,
    storage: new SequelizeStorage({ sequelize: db.sequelize }),
    logger: undefined,
  })
}

async function runAll(db: Database, statements: readonly string[]): Promise<void> {
  for (const statement of statements) await db.sequelize.query(statement)
}
