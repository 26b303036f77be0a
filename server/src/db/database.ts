import { AsyncLocalStorage } from 'node:async_hooks'
import pLimit from 'p-limit'
import { QueryTypes, Sequelize } from 'sequelize'
import { type Bind, PreparedReads } from './prepared.js'
import { defineTable, type Table, type TableModel } from './table.js'

type Write = { readonly after: (() => void)[] }

export type DatabaseOptions = {
  /** The SQLite file; made where it does not exist. */
  readonly file: string
  /** Called with each statement, for counting in tests and benches. */
  readonly onStatement?: (sql: string) => void
}

const READERS = 2
const READ_ONLY = 1

/**
 * One SQLite file: one connection that writes, one command at a time, and two that only read. All commands go
 * through one queue and run in a transaction begun IMMEDIATE, so that reading before writing is safe; reads
 * outside of a command go side by side with it on their own connections.
 */
export class Database {
  /** Counts the commands that were kept. What was read before may be out of date once it has changed. */
  generation = 0
  readonly #writer: Sequelize
  readonly #readers: Sequelize[] = []
  readonly #prepared: PreparedReads[] = []
  readonly #queue = pLimit(1)
  readonly #current = new AsyncLocalStorage<Write>()
  readonly #models = new Map<string, TableModel<object>>()
  readonly #options: DatabaseOptions
  #turn = 0

  private constructor(options: DatabaseOptions) {
    this.#options = options
    this.#writer = connect(options)
  }

  /** Opens the file for writing; `readAlso` opens the readers once the tables are there. */
  static async open(options: DatabaseOptions): Promise<Database> {
    const db = new Database(options)
    await db.#writer.query('PRAGMA journal_mode = WAL')
    await db.#writer.query('PRAGMA synchronous = FULL')
    await db.#writer.query('PRAGMA busy_timeout = 5000')
    return db
  }

  /** For migrations alone. */
  get sequelize(): Sequelize {
    return this.#writer
  }

  async openReaders(): Promise<void> {
    for (let n = 0; n < READERS; n++) {
      const reader = connect(this.#options, { mode: READ_ONLY })
      await reader.query('PRAGMA busy_timeout = 5000')
      this.#readers.push(reader)
      this.#prepared.push(new PreparedReads(reader))
    }
  }

  /**
   * Runs one command as one transaction, after those before it. What the command throws undoes all of it.
   * Inside another command it is part of that one.
   */
  write<T>(command: () => Promise<T>): Promise<T> {
    if (this.#current.getStore()) return command()
    return this.#queue(() => this.#transaction(command))
  }

  async #transaction<T>(command: () => Promise<T>): Promise<T> {
    const write: Write = { after: [] }
    await this.#writer.query('BEGIN IMMEDIATE')
    let result: T
    try {
      result = await this.#current.run(write, command)
      await this.#writer.query('COMMIT')
    } catch (error) {
      await this.#rollBack()
      throw error
    }
    this.generation++
    for (const effect of write.after) effect()
    return result
  }

  /** Where the disk is full SQLite has undone the transaction itself, and says that there is none. */
  async #rollBack(): Promise<void> {
    try {
      await this.#writer.query('ROLLBACK')
    } catch (error) {
      if (!(error as Error).message.includes('no transaction is active')) throw error
    }
  }

  /** Whether this is inside a command: what is read there may yet be undone, and is nothing to keep. */
  get writing(): boolean {
    return this.#current.getStore() !== undefined
  }

  /** Runs an effect once the current command is on disk, never if it is undone. */
  afterCommit(effect: () => void): void {
    const write = this.#current.getStore()
    if (!write) throw new Error('afterCommit belongs inside a write')
    write.after.push(effect)
  }

  /** The model of a table, for commands; only inside of `write`. */
  model<Row extends object>(table: Table<Row>): TableModel<Row> {
    if (!this.#current.getStore()) throw new Error(`the model of ${table.name} belongs inside a write`)
    const known = this.#models.get(table.name) ?? (defineTable(this.#writer, table) as TableModel<object>)
    this.#models.set(table.name, known)
    return known as unknown as TableModel<Row>
  }

  /** All rows of a query, as plain objects. Inside of a command it reads what the command has written. */
  rows<T extends object>(sql: string, bind: Bind = {}): Promise<T[]> {
    return this.#side().query<T>(sql, { bind: { ...bind }, type: QueryTypes.SELECT })
  }

  /** The first row of a query, if there is one. */
  async row<T extends object>(sql: string, bind: Bind = {}): Promise<T | undefined> {
    const [row] = await this.rows<T>(sql, bind)
    return row
  }

  /**
   * The JSON that a query writes in its one column named `json`; undefined where it finds nothing. Outside of a
   * command the statement is kept prepared, so its text must not vary with what is asked.
   */
  async json(sql: string, bind: Bind = {}): Promise<string | undefined> {
    const row = await this.#jsonRow(sql, bind)
    return row?.json ?? undefined
  }

  #jsonRow(sql: string, bind: Bind): Promise<{ json: string | null } | undefined> {
    if (this.#current.getStore() || !this.#prepared.length) return this.row(sql, bind)
    this.#options.onStatement?.(sql)
    return this.#prepared[this.#nextReader()]?.row(sql, bind) ?? this.row(sql, bind)
  }

  #side(): Sequelize {
    if (this.#current.getStore()) return this.#writer
    return this.#readers[this.#nextReader()] ?? this.#writer
  }

  #nextReader(): number {
    this.#turn = (this.#turn + 1) % Math.max(1, this.#readers.length)
    return this.#turn
  }

  /** Runs a statement that changes something, for what has no model; only inside of `write`. */
  async run(sql: string, bind: Bind = {}): Promise<void> {
    if (!this.#current.getStore()) throw new Error(`a change belongs inside a write: ${sql.slice(0, 60)}`)
    await this.#writer.query(sql, { bind: { ...bind } })
  }

  async close(): Promise<void> {
    await this.#queue(async () => {
      await Promise.all(this.#prepared.map(one => one.close()))
      await Promise.all([...this.#readers, this.#writer].map(one => one.close()))
    })
  }
}

function connect({ file, onStatement }: DatabaseOptions, dialectOptions?: { mode: number }): Sequelize {
  return new Sequelize({
    dialect: 'sqlite',
    storage: file,
    logging: onStatement ?? false,
    ...(dialectOptions && { dialectOptions }),
  })
}
