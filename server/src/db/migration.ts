/** One dated step of the tables, as statements there and back. */
export type Migration = {
  readonly name: string
  readonly up: readonly string[]
  readonly down: readonly string[]
}

/** The statements of a text, one after the other. */
export const statementsOf = (text: string): string[] =>
  text
    .split(';')
    .map(one => one.trim())
    .filter(Boolean)

/** A record's rows are written once and never changed. */
export const onlyAdded = (table: string): string =>
  `create trigger ${table}_never_update before update on ${table} begin select raise(abort, '${table} are only ever added to'); end`
