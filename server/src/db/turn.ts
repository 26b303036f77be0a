/** What a command does to the transaction that it shares with others. */
export class Turn {
  changed: 'nothing' | 'something' | 'last' = 'nothing'
  readonly #setSavepoint: () => Promise<void>
  #savepoint: Promise<void> | undefined
  readonly #doing = new Set<Promise<unknown>>()
  #over = false

  constructor(setSavepoint: () => Promise<void>) {
    this.#setSavepoint = setSavepoint
  }

  /** Whether the command has ended; what it began and did not wait for belongs to no transaction any more. */
  get over(): boolean {
    return this.#over
  }

  /** Does a change. The first sets the savepoint, so that a command that changes nothing needs none. */
  change<T>(act: () => Promise<T>): Promise<T> {
    return this.#follow(async () => {
      this.changed = 'something'
      this.#savepoint ??= this.#setSavepoint()
      await this.#savepoint
      return act()
    })
  }

  /**
   * Does the last change. If it is the only one as well it needs no savepoint, because SQLite undoes a statement that
   * fails by itself.
   */
  lastChange<T>(act: () => Promise<T>): Promise<T> {
    if (this.changed !== 'nothing') return this.change(act)
    return this.#follow(() => {
      this.changed = 'last'
      return act()
    })
  }

  async #follow<T>(act: () => Promise<T>): Promise<T> {
    if (this.#over) throw new Error('a command that has ended changes something')
    if (this.changed === 'last') throw new Error('a command changes something after its last change')
    const doing = act()
    this.#doing.add(doing)
    try {
      return await doing
    } finally {
      this.#doing.delete(doing)
    }
  }

  /** Ends it: what was begun is waited for, also what the command itself did not wait for; nothing more is done. */
  async end(): Promise<void> {
    this.#over = true
    if (this.#doing.size) await Promise.allSettled(this.#doing)
  }
}
