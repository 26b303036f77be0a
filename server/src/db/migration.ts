/** One dated step of the tables, as scripts there and back: SQLite itself takes a script apart into statements. */
export type Migration = {
  readonly name: string
  readonly up: readonly string[]
  readonly down: readonly string[]
}

/** A record's rows are written once and never changed. */
export const onlyAdded = (table: string): string =>
  `create trigger ${table}_never_update before update on ${table} begin select raise(abort, '${table} are only ever added to'); end`
