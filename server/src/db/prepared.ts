import type { Sequelize } from 'sequelize'
import type { Database as Connection, Statement } from 'sqlite3'

/** Named values of a statement. */
export type Bind = Readonly<Record<string, string | number | null>>

/**
 * The statements of a connection that only reads, each prepared once: preparing one of ours takes the database
 * about twice as long as answering it. Only for statements whose text does not vary, of which there are few.
 */
export class PreparedReads {
  readonly #connection: Promise<Connection>
  readonly #statements = new Map<string, Promise<Statement>>()

  constructor(sequelize: Sequelize) {
    const { connectionManager } = sequelize as unknown as {
      connectionManager: { getConnection: (options: object) => Promise<Connection> }
    }
    this.#connection = connectionManager.getConnection({})
  }

  /** The first row of a statement with its named values, if there is one. */
  async row<T>(sql: string, bind: Bind): Promise<T | undefined> {
    const statement = await this.#prepared(sql)
    const named = Object.fromEntries(Object.entries(bind).map(([name, value]) => [`$${name}`, value]))
    return new Promise((resolve, reject) => {
      // all, not get: get would leave the statement, and with it the snapshot it reads, open
      statement.all<T>(named, (error, rows) => (error ? reject(error) : resolve(rows[0])))
    })
  }

  #prepared(sql: string): Promise<Statement> {
    const known = this.#statements.get(sql)
    if (known) return known
    const statement = this.#prepare(sql)
    this.#statements.set(sql, statement)
    statement.catch(() => this.#statements.delete(sql))
    return statement
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
    const statements = await Promise.all(this.#statements.values())
    await Promise.all(
      statements.map(statement => new Promise<void>(resolve => statement.finalize(() => resolve()))),
    )
    this.#statements.clear()
  }
}
