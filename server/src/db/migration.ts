/** One dated step of the tables, as statements there and back. */
export type Migration = {
  readonly name: string
  readonly up: readonly string[]
  readonly down: readonly string[]
}
