import { Turn } from './turn.js'

type Command<T> = {
  readonly run: (turn: Turn) => Promise<T>
  /** Called with what it gave once the command is on the disk, before its promise resolves. */
  readonly committed: (result: T) => void
}

/** A command that is one statement and nothing else. */
type Single<T> = {
  /** Runs it; the number says which of those that are under way at the same time it is. */
  readonly runOne: (lane: number) => Promise<T>
  readonly committed: (result: T) => void
}

type Waiting = (Command<unknown> | Single<unknown>) & {
  readonly resolve: (result: unknown) => void
  readonly reject: (reason: unknown) => void
}

type Outcome = { readonly one: Waiting; ok: boolean; value: unknown }

/** So many commands are written through together at most. */
const MOST_TOGETHER = 100
/** So many statements are on their way to the database at the same moment. */
const LANES = 2
/** After so many milliseconds no further command begins in the same transaction. */
const LONGEST_TOGETHER = 20

/**
 * Commands one after the other, each whole or not at all. Those that wait at the same moment share one transaction,
 * and so one wait for the disk ("group commit"): each that changes something has a savepoint of its own, so that one
 * that is refused undoes nothing of the others. Nobody is answered, be it with a refusal, before the transaction is on
 * the disk, because what a command found may rest on those before it.
 */
export class WriteQueue {
  readonly #sql: (statement: string) => Promise<void>
  readonly #longestTogether: number
  readonly #waiting: Waiting[] = []
  readonly #alone: (() => Promise<void>)[] = []
  #working = false

  /** `sql` runs one statement on the connection that writes. */
  constructor(sql: (statement: string) => Promise<void>, longestTogether = LONGEST_TOGETHER) {
    this.#sql = sql
    this.#longestTogether = longestTogether
  }

  /**
   * Adds a command. Rejects with what it throws, or with what kept its transaction from the disk. One that is a single
   * statement is begun before the one before it has ended, if that is of this kind too: the connection takes them one
   * by one, and need not wait for this process to hand it the next.
   */
  add<T>(command: Command<T> | Single<T>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.#waiting.push({ ...(command as Command<unknown>), resolve: resolve as Waiting['resolve'], reject })
      void this.#work()
    })
  }

  /** Runs something outside of any transaction, after the commands that wait now. */
  alone<T>(act: () => Promise<T>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.#alone.push(() => act().then(resolve, reject))
      void this.#work()
    })
  }

  async #work(): Promise<void> {
    if (this.#working) return
    this.#working = true
    try {
      for (;;) {
        if (this.#waiting.length) await this.#transaction()
        else if (this.#alone.length) await this.#alone.shift()?.()
        else break
      }
    } finally {
      this.#working = false
    }
  }

  async #transaction(): Promise<void> {
    const outcomes: Outcome[] = []
    try {
      await this.#sql('BEGIN IMMEDIATE')
      await this.#runAll(outcomes)
      await this.#sql('COMMIT')
    } catch (error) {
      await this.#rollBack()
      // nothing of it was kept: whoever was in it is told why, and if nobody was, whoever is first
      if (!outcomes.length) this.#waiting.shift()?.reject(error)
      for (const { one } of outcomes) one.reject(error)
      return
    }
    for (const outcome of outcomes) settle(outcome)
  }

  async #runAll(outcomes: Outcome[]): Promise<void> {
    const until = performance.now() + this.#longestTogether
    let kept = false
    do {
      const [first] = this.#waiting
      if (!first) return
      const run = 'runOne' in first ? this.#runSingles(outcomes) : this.#runNext(outcomes, !kept)
      if (await run) kept = true
    } while (outcomes.length < MOST_TOGETHER && performance.now() < until)
  }

  /** Runs the next command. The first has the transaction to itself, and needs no savepoint. Tells whether it changed. */
  async #runNext(outcomes: Outcome[], alone: boolean): Promise<boolean> {
    const one = this.#waiting.shift() as Waiting & Command<unknown>
    const turn = new Turn(alone ? async () => undefined : () => this.#sql('SAVEPOINT command'))
    const outcome: Outcome = { one, ok: false, value: undefined }
    outcomes.push(outcome)
    await attempt(outcome, () => one.run(turn))
    await turn.end()
    if (!outcome.ok) await this.#undo(turn, outcome.value, alone)
    return outcome.ok && turn.changed !== 'nothing'
  }

  /** Runs the single statements that wait before the next command. Where one fails, nothing of the transaction stays. */
  async #runSingles(outcomes: Outcome[]): Promise<boolean> {
    let failed: Outcome | undefined
    const runLane = async (_: unknown, lane: number) => {
      while (!failed && outcomes.length < MOST_TOGETHER) {
        const [one] = this.#waiting
        if (!one || !('runOne' in one)) return
        this.#waiting.shift()
        const outcome: Outcome = { one, ok: false, value: undefined }
        outcomes.push(outcome)
        await attempt(outcome, () => one.runOne(lane))
        if (!outcome.ok) failed ??= outcome
      }
    }
    await Promise.all(Array.from({ length: LANES }, runLane))
    if (failed) throw failed.value
    return true
  }

  /** Where the disk is full SQLite has undone the whole transaction: that is the reason then for all that were in it. */
  async #undo({ changed }: Turn, value: unknown, alone: boolean): Promise<void> {
    if (changed === 'nothing') return
    if (alone) {
      await this.#rollBack()
      await this.#sql('BEGIN IMMEDIATE')
      return
    }
    // without a savepoint of its own it can only be undone with all others
    if (changed === 'last') throw value
    try {
      await this.#sql('ROLLBACK TO command')
    } catch {
      throw value
    }
  }

  /** SQLite may have undone the transaction itself: there is none then. What else goes wrong the next one meets. */
  async #rollBack(): Promise<void> {
    await this.#sql('ROLLBACK').catch(() => undefined)
  }
}

async function attempt(outcome: Outcome, run: () => Promise<unknown>): Promise<void> {
  try {
    outcome.value = await run()
    outcome.ok = true
  } catch (error) {
    outcome.value = error
  }
}

/** Tells a command how it ended; effects come first, so that who is answered finds them done. */
function settle({ one, ok, value }: Outcome): void {
  try {
    if (!ok) throw value
    one.committed(value)
    one.resolve(value)
  } catch (error) {
    one.reject(error)
  }
}
