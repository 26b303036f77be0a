import { type ChildProcess, spawn } from 'node:child_process'
import { cp, mkdtemp, rm } from 'node:fs/promises'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const ROOT = join(import.meta.dirname, '..')

/** A server of the demo in a process of its own, so that it can be stopped hard, over a folder of its own. */
export class School {
  readonly address: string
  readonly folder: string
  readonly #port: number
  #child: ChildProcess | undefined
  #stopping = false

  private constructor(folder: string, port: number) {
    this.folder = folder
    this.#port = port
    this.address = `http://127.0.0.1:${port}`
  }

  /** Serves a new folder with the demo on a free port; it is copied where one was filled before, else filled. */
  static async open(): Promise<School> {
    const school = new School(join(await mkdtemp(join(tmpdir(), 'oppen-school-')), 'data'), await freePort())
    const master = process.env.OPPEN_MASTER
    if (master) await cp(master, school.folder, { recursive: true })
    await school.start()
    return school
  }

  async start(): Promise<void> {
    this.#stopping = false
    const child = spawn(process.execPath, ['--enable-source-maps', 'demo/dist/serve.mjs'], {
      cwd: ROOT,
      env: {
        ...process.env,
        OPPEN_DATA: this.folder,
        OPPEN_PORT: String(this.#port),
        UV_THREADPOOL_SIZE: '16',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    this.#child = child
    await new Promise<void>((resolve, reject) => {
      child.stdout?.on('data', chunk => String(chunk).includes('Sign in') && resolve())
      child.once('exit', (code, signal) => {
        // whatever waits for it then fails; this says why
        if (!this.#stopping) process.stderr.write(`the server left with ${code ?? signal}\n`)
        reject(new Error(`the server left with ${code ?? signal}`))
      })
    })
  }

  /** Ends the server: gracefully, or as if the power had gone. */
  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const child = this.#child
    if (!child || child.exitCode !== null || child.signalCode !== null) return
    this.#stopping = true
    const ended = new Promise(resolve => child.once('exit', resolve))
    child.kill(signal)
    await ended
  }

  async close(): Promise<void> {
    await this.stop()
    await rm(join(this.folder, '..'), { recursive: true, force: true })
  }
}

/** A port that is free now. */
function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address()
      probe.close(() =>
        address && typeof address === 'object' ? resolve(address.port) : reject(new Error('no port')),
      )
    })
  })
}
