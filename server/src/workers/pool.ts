import { Worker } from 'node:worker_threads'
import { Refused } from '../refusal.js'
import type { InputOf, JobName, OutputOf } from './jobs.js'
import type { Answer, Asked } from './thread.js'

type End = Exclude<Answer, { is: 'begun' }>

export type PoolOptions = {
  /** How many threads work at once. */
  readonly threads: number
  /** Milliseconds after which a job is too much; its thread is ended, and with it whatever it was doing. */
  readonly deadline: number
  /** Most memory of a thread's own objects, in megabytes; one that needs more is ended. */
  readonly memory: number
  /** So many jobs may wait; beyond them `busy` is refused. */
  readonly most: number
  /** A thread that had nothing to do for so long ends, in milliseconds; else after a minute. */
  readonly idle?: number
}

/** Why a job was given up: the thread took too long, or it ended under it, as one does that has no memory left. */
export class JobTooMuch extends Error {
  override readonly name = 'JobTooMuch'
}

type Waiting = {
  readonly asked: Asked
  /** Whose job it is, so that nobody has all threads; '' where that is nobody in particular. */
  readonly owner: string
  readonly resolve: (output: unknown) => void
  readonly reject: (reason: unknown) => void
}

type Thread = { readonly worker: Worker; owner: string | undefined; idle?: ReturnType<typeof setTimeout> }

const IDLE = 60_000
/** So long a thread may take to load what a job needs, in milliseconds; only then does the job's own time run. */
const LOADING = 90_000

/** Threads that do jobs one after the other; a job that is too much ends its thread and answers only itself. */
export class Pool {
  readonly #options: PoolOptions
  readonly #threads = new Set<Thread>()
  readonly #waiting: Waiting[] = []
  #closed = false

  constructor(options: PoolOptions) {
    this.#options = options
  }

  /**
   * Does a job. Rejects with what the job refuses, `busy` where too many wait, `JobTooMuch` where it is ended, and
   * with an error where it fails.
   */
  run<J extends JobName>(job: J, input: InputOf<J>, owner = ''): Promise<OutputOf<J>> {
    return new Promise<OutputOf<J>>((resolve, reject) => {
      if (this.#closed || this.#waiting.length >= this.#options.most) return reject(new Refused('busy'))
      this.#waiting.push({ asked: { job, input }, owner, resolve: resolve as Waiting['resolve'], reject })
      this.#next()
    })
  }

  #next(): void {
    const index = this.#waiting.findIndex(one => this.#mayHaveOneMore(one.owner))
    const thread = index < 0 ? undefined : this.#free()
    const [one] = thread ? this.#waiting.splice(index, 1) : []
    if (!thread || !one) return
    thread.owner = one.owner
    clearTimeout(thread.idle)
    void this.#work(thread, one).finally(() => this.#next())
    this.#next()
  }

  /** Where there are several threads, one is always left to others. */
  #mayHaveOneMore(owner: string): boolean {
    const has = [...this.#threads].filter(thread => thread.owner === owner).length
    return owner === '' || has < Math.max(1, this.#options.threads - 1)
  }

  #free(): Thread | undefined {
    for (const thread of this.#threads) if (thread.owner === undefined) return thread
    if (this.#threads.size >= this.#options.threads) return undefined
    const thread: Thread = { worker: begin(this.#options.memory), owner: undefined }
    this.#threads.add(thread)
    return thread
  }

  async #work(thread: Thread, { asked, resolve, reject }: Waiting): Promise<void> {
    try {
      const answer = await this.#answerOf(thread.worker, asked)
      thread.owner = undefined
      thread.idle = setTimeout(() => void this.#end(thread), this.#options.idle ?? IDLE).unref()
      if (answer.is === 'done') resolve(answer.output)
      else if (answer.is === 'refused') reject(refusedAs(answer.refusal))
      else reject(new Error(`${asked.job} failed: ${answer.problem}`))
    } catch (error) {
      await this.#end(thread)
      reject(error)
    }
  }

  #answerOf(worker: Worker, asked: Asked): Promise<End> {
    return new Promise((resolve, reject) => {
      const within = (ms: number) =>
        setTimeout(() => end(() => reject(new JobTooMuch(`${asked.job} took over ${ms} ms`))), ms)
      let late = within(LOADING)
      const end = (settle: () => void) => {
        clearTimeout(late)
        worker.removeAllListeners('message').removeAllListeners('exit')
        settle()
      }
      worker.on('message', (answer: Answer) => {
        if (answer.is !== 'begun') return end(() => resolve(answer))
        clearTimeout(late)
        late = within(this.#options.deadline)
      })
      worker.once('exit', () => end(() => reject(new JobTooMuch(`the thread of ${asked.job} ended`))))
      worker.postMessage(asked)
    })
  }

  async #end(thread: Thread): Promise<void> {
    clearTimeout(thread.idle)
    this.#threads.delete(thread)
    await thread.worker.terminate()
  }

  /** Ends all threads; what still waits or works is refused. */
  async close(): Promise<void> {
    this.#closed = true
    for (const { reject } of this.#waiting.splice(0)) reject(new Refused('busy'))
    await Promise.all([...this.#threads].map(thread => this.#end(thread)))
  }
}

const refusedAs = ({ code, params, path }: Pick<Refused, 'code' | 'params' | 'path'>) =>
  new Refused(code, params, path)

/** The thread is bundled beside the server; before that it is read as it was written. */
function begin(memory: number): Worker {
  const bundled = !import.meta.url.endsWith('.ts')
  const written = new URL('./thread.ts', import.meta.url).href
  const resourceLimits = { maxOldGenerationSizeMb: memory, maxYoungGenerationSizeMb: 32 }
  const thread = bundled
    ? new Worker(new URL('./thread.mjs', import.meta.url), { resourceLimits })
    : new Worker(`import('tsx/esm/api').then(({ tsImport }) => tsImport('${written}', '${written}'))`, {
        eval: true,
        resourceLimits,
      })
  // what goes wrong in a thread is told by its end; without a listener it would end the server
  thread.on('error', () => undefined)
  thread.unref()
  return thread
}
