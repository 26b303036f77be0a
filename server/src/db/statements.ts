import type { Sequelize } from 'sequelize'
import type { Database as Connection, Statement } from 'sqlite3'

/** Named values of a statement. */
export type Bind = Readonly<Record<string, string | number | null>>

type Prepared = {
  readonly statement: Promise<Statement>
  /** In the order of their numbers, which is that of their first appearance (https://sqlite.org/c3ref/bind_blob.html). */
  readonly names: readonly string[]
}

/** So many statements of a connection stay prepared; beyond them the one that was not asked for longest goes. */
const MOST_PREPARED = 400

/**
 * The statements of a connection, each prepared once and used again: preparing one of ours takes the database about
 * twice as long as answering it.
 */
export class Statements {
  readonly #connection: Promise<Connection>
  /** By lane and statement. */
  readonly #prepared: Map<string, Prepared>[] = []
  readonly #onStatement: ((sql: string) => void) | undefined

  constructor(sequelize: Sequelize, onStatement?: (sql: string) => void) {
    const { connectionManager } = sequelize as unknown as {
      connectionManager: { getConnection: (options: object) => Promise<Connection> }
    }
    this.#connection = connectionManager.getConnection({})
    this.#onStatement = onStatement
  }

  /**
   * All rows of a statement with its named values; throws, naming it, where a value is missing. A prepared statement
   * runs once at a time: each lane has one of its own.
   */
  async all<T>(sql: string, bind: Bind = {}, lane = 0): Promise<T[]> {
    this.#onStatement?.(sql)
    const { statement, names } = this.#find(sql, lane)
    const ready = await statement
    const values = names.map(name => bound(bind, name, sql))
    return new Promise((resolve, reject) => {
      // all, not get: get would leave the statement, and with it the snapshot it reads, open
      ready.all<T>(values, (error, rows) => (error ? reject(error) : resolve(rows)))
    })
  }

  /** Runs a script of any number of statements, triggers included, which SQLite takes apart itself. */
  async script(sql: string): Promise<void> {
    this.#onStatement?.(sql)
    const connection = await this.#connection
    await new Promise<void>((resolve, reject) => {
      connection.exec(sql, error => (error ? reject(error) : resolve()))
    })
  }

  #find(sql: string, lane: number): Prepared {
    const prepared = this.#prepared[lane] ?? new Map<string, Prepared>()
    this.#prepared[lane] = prepared
    const known = prepared.get(sql)
    if (known) {
      prepared.delete(sql)
      prepared.set(sql, known)
      return known
    }
    const statement = this.#prepare(sql)
    const fresh = {
      statement,
      names: [...new Set([...sql.matchAll(/\$(\w+)/g)].map(found => found[1] ?? ''))],
    }
    prepared.set(sql, fresh)
    statement.catch(() => prepared.delete(sql))
    if (prepared.size > MOST_PREPARED) dropOldest(prepared)
    return fresh
  }

  async #prepare(sql: string): Promise<Statement> {
    const connection = await this.#connection
    return new Promise((resolve, reject) => {
      const statement: Statement = connection.prepare(sql, error =>
        error ? reject(error) : resolve(statement),
      )
    })
  }

  /** Lets go of all statements, so that the connection can be closed. */
  async close(): Promise<void> {
    const all = this.#prepared.flatMap(prepared => [...prepared.values()])
    this.#prepared.length = 0
    await Promise.all(all.map(finalize))
  }
}

function dropOldest(prepared: Map<string, Prepared>): void {
  const [oldest] = prepared
  if (!oldest) return
  prepared.delete(oldest[0])
  void finalize(oldest[1])
}

/** SQLite finishes a statement after what was asked of it before. */
async function finalize({ statement }: Prepared): Promise<void> {
  const ready = await statement.catch(() => undefined)
  if (ready) await new Promise<void>(resolve => ready.finalize(() => resolve()))
}

function bound(bind: Bind, name: string, sql: string): string | number | null {
  const value = bind[name]
  if (value === undefined) throw new Error(`no value for $${name} in ${sql.slice(0, 80)}`)
  return value
}
