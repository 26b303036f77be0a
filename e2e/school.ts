import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { cp, mkdtemp, open as openFile, rm } from 'node:fs/promises'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const ROOT = join(import.meta.dirname, '..')

const DEMO = { script: 'demo/dist/serve.mjs', ready: 'Sign in' } as const
const REAL = { script: 'server/dist/main.mjs', ready: 'Oppen is ready' } as const

/** A server in a process of its own, so that it can be stopped hard, over a folder of its own. */
export class School {
  readonly address: string
  readonly folder: string
  readonly #port: number
  /** The folder lies on a disk of its own with so much room, in megabytes. */
  readonly #room: number | undefined
  #child: ChildProcess | undefined
  readonly #runs: typeof DEMO | typeof REAL
  #said = ''
  #stopping = false

  private constructor(folder: string, port: number, room?: number, runs: typeof DEMO | typeof REAL = DEMO) {
    this.folder = folder
    this.#runs = runs
    this.#room = room
    this.#port = port
    this.address = `http://127.0.0.1:${port}`
  }

  /** Serves a new folder with the demo on a free port; it is copied where one was filled before, else filled. */
  static async open({ room }: { readonly room?: number } = {}): Promise<School> {
    const home = await mkdtemp(join(tmpdir(), 'oppen-school-'))
    const school = new School(join(home, 'data'), await freePort(), room)
    const master = process.env.OPPEN_MASTER
    if (master) await cp(master, school.folder, { recursive: true })
    await school.start()
    return school
  }

  /** Serves a new folder with nothing in it, as a school does on its first day. */
  static async openNew(): Promise<School> {
    const home = await mkdtemp(join(tmpdir(), 'oppen-school-'))
    const school = new School(join(home, 'data'), await freePort(), undefined, REAL)
    await school.start()
    return school
  }

  /** The server of a school over a folder, not started yet. */
  static async over(folder: string): Promise<School> {
    return new School(folder, await freePort(), undefined, REAL)
  }

  /** What the server has printed since it was started. */
  get said(): string {
    return this.#said
  }

  /** Another school of the demo beside this one, that is not started yet. */
  async another(): Promise<School> {
    return new School(join(this.folder, '..', 'another'), await freePort())
  }

  /** Runs a command of the machine on the folder of this school; gives what it printed, and how it ended. */
  command(name: 'backup' | 'restore', ...args: readonly string[]): { said: string; status: number | null } {
    const { stdout, stderr, status } = spawnSync(process.execPath, [`server/dist/${name}.mjs`, ...args], {
      cwd: ROOT,
      env: { ...process.env, OPPEN_DATA: this.folder },
      encoding: 'utf8',
    })
    return { said: stdout + stderr, status }
  }

  async start(): Promise<void> {
    this.#stopping = false
    const { script, ready } = this.#runs
    // source maps cost a quarter of each start
    const maps = process.env.OPPEN_TRACE ? ['--enable-source-maps'] : []
    const serve = [process.execPath, ...maps, script] as const
    const [command, ...rest] = this.#room === undefined ? serve : onSmallDisk(this.folder, this.#room, serve)
    const child = spawn(command, rest, {
      cwd: ROOT,
      env: {
        ...process.env,
        OPPEN_DATA: this.folder,
        OPPEN_PORT: String(this.#port),
        OPPEN_LOG: 'warn',
        UV_THREADPOOL_SIZE: '16',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    this.#child = child
    await new Promise<void>((resolve, reject) => {
      this.#said = ''
      child.stdout?.on('data', chunk => {
        this.#said += chunk
        if (this.#said.includes(ready)) resolve()
      })
      child.once('exit', (code, signal) => {
        // whatever waits for it then fails; this says why
        if (!this.#stopping) process.stderr.write(`the server left with ${code ?? signal}\n`)
        reject(new Error(`the server left with ${code ?? signal}`))
      })
    })
  }

  /** Fills the small disk of this school to its last byte. Gives the way to free it again. */
  async fillDisk(): Promise<() => Promise<void>> {
    // the disk is seen by the server alone, and by others through it
    const filler = `/proc/${this.#child?.pid}/root${this.folder}/filler`
    const file = await openFile(filler, 'w')
    try {
      for (;;) await file.write(Buffer.alloc(4096))
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error
    } finally {
      await file.close()
    }
    return () => rm(filler)
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

/** A command that finds a folder on a disk of its own: in memory, seen by nobody else, gone when the command ends. */
function onSmallDisk(
  folder: string,
  megabytes: number,
  command: readonly string[],
): readonly [string, ...string[]] {
  const script = `mkdir -p "$0" && cp -a "$0" "$0.first" && mount -t tmpfs -o size=${megabytes}m tmpfs "$0" && cp -a "$0.first/." "$0" && exec "$@"`
  return ['unshare', '--user', '--map-root-user', '--mount', 'sh', '-c', script, folder, ...command]
}

/** Whether disks of their own can be had here: where Linux lets people make them. */
export const SMALL_DISKS = spawnSync('unshare', ['--user', '--map-root-user', '--mount', 'true']).status === 0

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
