import { pathToFileURL } from 'node:url'
import sqlite3 from 'sqlite3'

/** A plain connection to a file, for what is done beside a server: copying it, and looking at copies. */
export class SideConnection {
  readonly #db: sqlite3.Database

  private constructor(db: sqlite3.Database) {
    this.#db = db
  }

  /** Opens a file that exists. */
  static open(file: string): Promise<SideConnection> {
    return SideConnection.#open(file, sqlite3.OPEN_READWRITE)
  }

  /** Opens a file that nobody writes to, only to look at it: nothing is made beside it, on a read-only disk too. */
  static look(file: string): Promise<SideConnection> {
    return SideConnection.#open(
      `${pathToFileURL(file).href}?immutable=1`,
      sqlite3.OPEN_READONLY | sqlite3.OPEN_URI,
    )
  }

  static #open(file: string, mode: number): Promise<SideConnection> {
    return new Promise((resolve, reject) => {
      const db = new sqlite3.Database(file, mode, error => {
        if (error) return reject(error)
        db.configure('busyTimeout', 10_000)
        resolve(new SideConnection(db))
      })
    })
  }

  all<Row>(sql: string, bind: Readonly<Record<string, string | number>> = {}): Promise<Row[]> {
    return new Promise((resolve, reject) =>
      this.#db.all<Row>(sql, bind, (error, rows) => (error ? reject(error) : resolve(rows))),
    )
  }

  /** Runs a script of statements. */
  script(sql: string): Promise<void> {
    return new Promise((resolve, reject) => this.#db.exec(sql, error => (error ? reject(error) : resolve())))
  }

  /**
   * Writes the whole database, as it is at one moment, into a file that does not exist yet; whoever writes to it goes
   * on meanwhile (SQLite: "VACUUM INTO", https://www.sqlite.org/lang_vacuum.html#vacuuminto).
   */
  async copyInto(file: string): Promise<void> {
    await this.all('vacuum into $file', { $file: file })
  }

  /** What is wrong with the file, in SQLite's own words; undefined where it is whole. */
  async fault(): Promise<string | undefined> {
    const [found] = await this.all<{ integrity_check: string }>('PRAGMA integrity_check(1)')
    if (found?.integrity_check !== 'ok') return found?.integrity_check.replace(/\s+/g, ' ') ?? 'no answer'
    const [broken] = await this.all<{ table: string }>('PRAGMA foreign_key_check')
    return broken ? `${broken.table} names what is not there` : undefined
  }

  close(): Promise<void> {
    return new Promise((resolve, reject) => this.#db.close(error => (error ? reject(error) : resolve())))
  }
}
