import { AsyncLocalStorage } from 'node:async_hooks'
import { Sequelize } from 'sequelize'
import { type Bind, Statements } from './statements.js'
import { defineTable, type Table, type TableModel } from './table.js'
import type { Turn } from './turn.js'
import { WriteQueue } from './writeQueue.js'

type Write = { readonly after: (() => void)[]; readonly touched: Set<string>; readonly turn: Turn }

export type DatabaseOptions = {
  /** The SQLite file; made where it does not exist. */
  readonly file: string
  /** Called with each statement, for counting in tests and benches. */
  readonly onStatement?: (sql: string) => void
  /** No further command begins in a transaction after so many milliseconds; for tests of what shares one. */
  readonly longestTogether?: number
}

const READERS = 2
const READ_ONLY = 1
const PLAIN = /^\w+$/

/**
 * One SQLite file: one connection that writes, one command at a time, and two that only read. All commands go
 * through one queue and run in transactions begun IMMEDIATE, so that reading before writing is safe; reads outside
 * of a command go side by side with it on their own connections.
 */
export class Database {
  readonly #writer: Sequelize
  readonly #writing: Statements
  readonly #readers: { readonly sequelize: Sequelize; readonly statements: Statements }[] = []
  readonly #queue: WriteQueue
  readonly #current = new AsyncLocalStorage<Write>()
  readonly #models = new Map<string, TableModel<object>>()
  readonly #changes = new Map<string, number>()
  readonly #options: DatabaseOptions
  #reading = 0

  private constructor(options: DatabaseOptions) {
    this.#options = options
    this.#writer = connect(options)
    this.#announceChanges(this.#writer)
    this.#writing = new Statements(this.#writer, options.onStatement)
    this.#queue = new WriteQueue(sql => this.#writing.all(sql).then(() => undefined), options.longestTogether)
  }

  /** Opens the file for writing; `openReaders` opens the readers once the tables are there. */
  static async open(options: DatabaseOptions): Promise<Database> {
    const db = new Database(options)
    await db.#writer.query('PRAGMA journal_mode = WAL')
    await db.#writer.query('PRAGMA synchronous = FULL')
    // what is removed is written over: who was erased is not left in pages that are free
    await db.#writer.query('PRAGMA secure_delete = ON')
    await db.#writer.query('PRAGMA busy_timeout = 5000')
    return db
  }

  async openReaders(): Promise<void> {
    for (let n = 0; n < READERS; n++) {
      const sequelize = connect(this.#options, { mode: READ_ONLY })
      await sequelize.query('PRAGMA busy_timeout = 5000')
      this.#readers.push({ sequelize, statements: new Statements(sequelize, this.#options.onStatement) })
    }
  }

  /**
   * Runs one command, after those before it and whole or not at all: what it throws undoes all of it, and nothing of
   * the others. It is on the disk when the promise resolves; commands that wait at the same moment are written through
   * together. Inside another command it is part of that one.
   */
  write<T>(command: () => Promise<T>): Promise<T> {
    if (this.writing) return command()
    const effects: Pick<Write, 'after' | 'touched'> = { after: [], touched: new Set() }
    return this.#queue.add({
      run: turn => this.#current.run({ ...effects, turn }, command),
      committed: () => this.#committed(effects),
    })
  }

  /**
   * Runs a command that is one statement and gives what it returns, once it is on the disk. `touches` are the tables
   * whose readers must look again where it returns a row; `committed` runs before its promise resolves. Where it fails
   * all that share its transaction fail with it, so it looks by itself whether it may change anything.
   */
  writeOne<T extends object>(
    sql: string,
    bind: Bind,
    {
      touches,
      committed,
    }: { readonly touches: readonly string[]; readonly committed: (rows: readonly T[]) => void },
  ): Promise<T[]> {
    if (this.writing) throw new Error('a command that is one statement belongs to no other')
    return this.#queue.add({
      runOne: lane => this.#writing.all<T>(sql, bind, lane),
      committed: rows => {
        const touched = new Set(rows.length ? touches : [])
        this.#committed({ touched, after: [() => committed(rows)] })
      },
    })
  }

  /** What models do to the file is a change of the command that uses them. */
  #announceChanges(writer: Sequelize): void {
    const query = writer.query.bind(writer) as (...asked: unknown[]) => Promise<unknown>
    const announced = (...asked: unknown[]) => {
      const turn = this.#current.getStore()?.turn
      return turn ? turn.change(() => query(...asked)) : query(...asked)
    }
    writer.query = announced as typeof writer.query
  }

  #committed({ touched, after }: Pick<Write, 'after' | 'touched'>): void {
    for (const table of touched) this.#changes.set(table, (this.#changes.get(table) ?? 0) + 1)
    for (const effect of after) effect()
  }

  /**
   * A number that changes with every committed command that may have changed one of the tables: what was read of
   * them before may be out of date once it has changed.
   */
  changesOf(tables: readonly string[]): number {
    return tables.reduce((sum, table) => sum + (this.#changes.get(table) ?? 0), 0)
  }

  /** Whether this is inside a command: what is read there may yet be undone, and is nothing to keep. */
  get writing(): boolean {
    return this.#current.getStore()?.turn.over === false
  }

  /** Runs an effect once the current command is on disk, never if it is undone. */
  afterCommit(effect: () => void): void {
    this.#inside('afterCommit').after.push(effect)
  }

  #inside(what: string): Write {
    const write = this.#current.getStore()
    if (!write || !this.writing) throw new Error(`${what} belongs inside a write`)
    return write
  }

  /** The model of a table, for commands; only inside of `write`. */
  model<Row extends object>(table: Table<Row>): TableModel<Row> {
    this.#inside(`the model of ${table.name}`).touched.add(table.name)
    const known = this.#models.get(table.name) ?? (defineTable(this.#writer, table) as TableModel<object>)
    this.#models.set(table.name, known)
    return known as unknown as TableModel<Row>
  }

  /** All rows of a query, as plain objects. Inside of a command it reads what the command has written. */
  rows<T extends object>(sql: string, bind: Bind = {}): Promise<T[]> {
    return this.#side().all<T>(sql, bind)
  }

  /** The first row of a query, if there is one. */
  async row<T extends object>(sql: string, bind: Bind = {}): Promise<T | undefined> {
    const [row] = await this.rows<T>(sql, bind)
    return row
  }

  /** The JSON that a query writes in its one column named `json`; undefined where it finds nothing. */
  async json(sql: string, bind: Bind = {}): Promise<string | undefined> {
    const row = await this.row<{ json: string | null }>(sql, bind)
    return row?.json ?? undefined
  }

  #side(): Statements {
    if (this.writing) return this.#writing
    this.#reading = (this.#reading + 1) % Math.max(1, this.#readers.length)
    return this.#readers[this.#reading]?.statements ?? this.#writing
  }

  /**
   * Runs a statement that changes something, for what has no model; only inside of `write`. `touches` are the tables
   * whose readers must look again, all that the statement names unless said otherwise.
   */
  async run(sql: string, bind: Bind = {}, touches = tablesChangedBy(sql)): Promise<void> {
    const { turn } = this.#touch(sql, touches)
    await turn.change(() => this.#writing.all(sql, bind))
  }

  /**
   * The last change of a command, after which it only answers. Where it is the only one as well, the command needs no
   * savepoint. What fails in it, or is thrown after it, undoes all that share the transaction.
   */
  async runLast(sql: string, bind: Bind = {}, touches = tablesChangedBy(sql)): Promise<void> {
    const { turn } = this.#touch(sql, touches)
    await turn.lastChange(() => this.#writing.all(sql, bind))
  }

  #touch(sql: string, touches: readonly string[]): Write {
    const write = this.#inside(`a change (${sql.slice(0, 60)})`)
    for (const table of touches) write.touched.add(table)
    return write
  }

  /** Runs a script of statements inside of `write`; for migrations. */
  async script(sql: string): Promise<void> {
    await this.#inside('a script').turn.change(() => this.#writing.script(sql))
  }

  /** Sets what SQLite sets only between transactions; for migrations. */
  async pragma(name: string, value: string): Promise<void> {
    if (!PLAIN.test(name) || !PLAIN.test(value)) throw new Error(`no pragma: ${name} = ${value}`)
    await this.#queue.alone(() => this.#writing.script(`PRAGMA ${name} = ${value}`))
  }

  /** Writes every page of the file anew, without what was removed and not written over. */
  async rewrite(): Promise<void> {
    await this.#queue.alone(() => this.#writing.script('VACUUM'))
  }

  /** Writes what the log beside the file holds into the file, and empties the log. */
  async flush(): Promise<void> {
    await this.#queue.alone(() => this.#writing.script('PRAGMA wal_checkpoint(TRUNCATE)'))
  }

  /** Takes no more commands and closes the file when those before are done. */
  async close(): Promise<void> {
    await this.#queue.alone(async () => {
      await Promise.all([...this.#readers.map(one => one.statements), this.#writing].map(one => one.close()))
      await Promise.all([...this.#readers.map(one => one.sequelize), this.#writer].map(one => one.close()))
    })
  }
}

/** The tables that a statement names as changed. */
const tablesChangedBy = (sql: string): string[] =>
  [...sql.matchAll(/\b(?:into|update|delete\s+from)\s+"?(\w+)/gi)].map(found => found[1] ?? '')

function connect({ file, onStatement }: DatabaseOptions, dialectOptions?: { mode: number }): Sequelize {
  return new Sequelize({
    dialect: 'sqlite',
    storage: file,
    logging: onStatement ?? false,
    ...(dialectOptions && { dialectOptions }),
  })
}
