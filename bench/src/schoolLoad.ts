import { spawn } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { Agent, request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sqlite3 from 'sqlite3'
import { type Child, serve } from './child.js'
import { type LargePupil, type LargeSchool, largeSchool, SIZE } from './largeSchool.js'

/** How long each load is kept up, in milliseconds. */
const SPAN = 12_000
/** How often each of the reads is asked meanwhile, in milliseconds. */
const READ_EVERY = 120

type Quantiles = { readonly p50: number; readonly p95: number; readonly p99: number; readonly count: number }

const quantilesOf = (values: readonly number[]): Quantiles => {
  const sorted = [...values].sort((a, b) => a - b)
  const at = (q: number) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? Number.NaN
  return { p50: at(0.5), p95: at(0.95), p99: at(0.99), count: sorted.length }
}

const agent = new Agent({ keepAlive: true, maxSockets: 400 })

type Asked = {
  readonly method?: string
  readonly path: string
  readonly cookie: string
  readonly body?: unknown
}

/** Asks once; gives the milliseconds it took and what was answered. */
function ask(
  port: number,
  { method = 'GET', path, cookie, body }: Asked,
): Promise<{ ms: number; text: string }> {
  const began = performance.now()
  return new Promise((resolve, reject) => {
    const asked = request(
      {
        port,
        host: '127.0.0.1',
        path,
        method,
        agent,
        headers: { cookie, ...(body !== undefined && { 'content-type': 'application/json' }) },
      },
      response => {
        let text = ''
        response.setEncoding('utf8')
        response.on('data', part => {
          text += part
        })
        response.on('end', () => {
          const ms = performance.now() - began
          if (response.statusCode === 200) resolve({ ms, text })
          else reject(new Error(`${path} answered ${response.statusCode} ${text.slice(0, 200)}`))
        })
      },
    )
    asked.once('error', reject)
    asked.end(body === undefined ? undefined : JSON.stringify(body))
  })
}

const words = (n: number): string =>
  `<p>${'The rain came from the west in the afternoon. '.repeat(8)}${n}</p>`

/** Does something every so many milliseconds for a while, whether or not the earlier ones have ended; waits for all. */
async function keepUp(every: number, act: (n: number) => Promise<number>): Promise<number[]> {
  const began = performance.now()
  const all: Promise<number>[] = []
  for (let n = 0; performance.now() - began < SPAN; n++) {
    const wait = n * every - (performance.now() - began)
    if (wait > 0) await new Promise(resolve => setTimeout(resolve, wait))
    all.push(act(n))
  }
  return Promise.all(all)
}

export type Load = {
  readonly streams: number
  readonly rate: number
  readonly saves: Quantiles
  readonly reads: Readonly<Record<string, Quantiles>>
  /** Megabytes of memory of the server at the end. */
  readonly memory: number
}

class Loading {
  readonly #school: LargeSchool
  readonly #port: number
  pid: number
  /** The last version that was acknowledged, by pupil. */
  readonly acknowledged = new Map<LargePupil, number>()
  #saves = 0

  constructor(school: LargeSchool, { port, pid }: Child) {
    this.#school = school
    this.#port = port
    this.pid = pid
  }

  async #save(): Promise<number> {
    const { pupils } = this.#school
    const n = this.#saves++
    // from class to class, so that everybody writes, and nobody in haste
    const pupil = pupils[(n * 37) % pupils.length]
    if (!pupil) throw new Error('nobody writes')
    const { classId, workId, placeId, cookie } = pupil
    const base = this.acknowledged.get(pupil) ?? 0
    const { ms, text } = await ask(this.#port, {
      method: 'PUT',
      path: `/api/classes/${classId}/works/${workId}/submissions/${placeId}/draft`,
      cookie,
      body: { html: words(n), base },
    })
    this.acknowledged.set(pupil, JSON.parse(text).version)
    return ms
  }

  #reads(): Record<string, (n: number) => Promise<number>> {
    const { pupils, teachers } = this.#school
    const pupil = (n: number) => pupils[(n * 101) % pupils.length] as LargePupil
    const read = async (path: string, cookie: string) => (await ask(this.#port, { path, cookie })).ms
    return {
      'Today of a pupil': n => read('/api/today', pupil(n).cookie),
      'Topics of a pupil': n => read(`/api/classes/${pupil(n).classId}/topics`, pupil(n).cookie),
      'Week of a pupil': n => read(`/api/classes/${pupil(n).classId}/weeks/2026-10-12`, pupil(n).cookie),
      'Today of a teacher': n => read('/api/today', teachers[n % teachers.length] ?? ''),
      Search: async n =>
        (
          await ask(this.#port, {
            method: 'POST',
            path: '/api/search',
            cookie: pupil(n).cookie,
            body: { words: `rain ${n % 200}` },
          })
        ).ms,
    }
  }

  async keep(streams: number, rate: number): Promise<Load> {
    const reads = this.#reads()
    const names = Object.keys(reads)
    const [saves, ...times] = await Promise.all([
      rate ? keepUp(1000 / rate, () => this.#save()) : Promise.resolve([]),
      ...names.map(name => keepUp(READ_EVERY, n => (reads[name] as (n: number) => Promise<number>)(n))),
    ])
    return {
      streams,
      rate,
      saves: quantilesOf(saves),
      reads: Object.fromEntries(names.map((name, at) => [name, quantilesOf(times[at] ?? [])])),
      memory: await memoryOf(this.pid),
    }
  }
}

async function memoryOf(pid: number): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, 'utf8').catch(() => '')
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? Number.NaN) / 1024
}

/** The open screens, in a process of their own. */
class Screens {
  readonly #child: ReturnType<typeof spawn>

  constructor(file: string, port: number, { pupils, teachers }: LargeSchool) {
    const cookies = [...teachers, ...pupils.map(one => one.cookie)]
    this.#child = spawn(process.execPath, [file], {
      env: {
        ...process.env,
        SCREENS_ADDRESS: `http://127.0.0.1:${port}`,
        SCREENS_COOKIES: JSON.stringify(cookies),
      },
      stdio: ['pipe', 'pipe', 'inherit'],
    })
  }

  async open(count: number): Promise<void> {
    if (!count) return
    const there = new Promise<void>((resolve, reject) => {
      this.#child.once('exit', code => reject(new Error(`the screens left with ${code}`)))
      this.#child.stdout?.on('data', chunk => String(chunk).includes(`open ${count}`) && resolve())
    })
    this.#child.stdin?.write(`${count}\n`)
    await there
  }

  /** Tells them that the server goes now; resolves when all of so many are back and have read again what they show. */
  back(count: number): Promise<void> {
    this.#child.stdin?.write('cut\n')
    return new Promise(resolve => {
      this.#child.stdout?.on('data', chunk => String(chunk).includes(`back ${count}`) && resolve())
    })
  }

  stop(): void {
    this.#child.removeAllListeners('exit')
    this.#child.kill('SIGKILL')
  }
}

/** Saves that were acknowledged and are not in the database. */
function lost(folder: string, acknowledged: ReadonlyMap<LargePupil, number>): Promise<number> {
  return new Promise((resolve, reject) => {
    const db = new sqlite3.Database(join(folder, 'oppen.sqlite'))
    db.all<{ placeId: string; workId: string; version: number }>(
      'select place_id as placeId, work_id as workId, version from drafts',
      (error, rows) => {
        db.close()
        if (error) return reject(error)
        const there = new Map(rows.map(row => [`${row.workId} ${row.placeId}`, row.version]))
        const missing = [...acknowledged].filter(
          ([pupil, version]) => (there.get(`${pupil.workId} ${pupil.placeId}`) ?? 0) < version,
        )
        resolve(missing.length)
      },
    )
  })
}

/**
 * A large school under load: the reads alone first, then with saves, without open screens and with 300 and 2,000 of them.
 * Prints as it goes. Gives what was missed of what is asked.
 */
export async function schoolUnderLoad(out: string, print: (line: string) => void): Promise<string[]> {
  const folder = join(await mkdtemp(join(tmpdir(), 'oppen-large-')), 'data')
  const built = performance.now()
  const school = await largeSchool(folder)
  print(
    `a school of ${SIZE.classes} classes × ${SIZE.pupils} pupils × ${SIZE.submissions} submissions (made in ${((performance.now() - built) / 1000).toFixed(0)} s)`,
  )
  const began = performance.now()
  let server = await serve(`${out}/ours.mjs`, { BENCH_FOLDER: folder })
  print(`starts in ${((performance.now() - began) / 1000).toFixed(1)} s`)
  const screens = new Screens(`${out}/openScreens.mjs`, server.port, school)
  const loading = new Loading(school, server)
  const missed: string[] = []
  try {
    // everybody has begun: a first save is another command
    await loading.keep(0, 100)
    const calm = await loading.keep(0, 0)
    tell(calm, calm, print)
    const alone = new Map<number, Load>()
    for (const streams of [0, 300, 2_000]) {
      await screens.open(streams)
      for (const rate of [20, 100]) {
        const load = await loading.keep(streams, rate)
        tell(load, calm, print)
        if (!streams) alone.set(rate, load)
        const ratio = load.saves.p50 / (alone.get(rate)?.saves.p50 ?? Number.NaN)
        if (streams)
          print(`  saves: ${ratio.toFixed(2)} of what they take without open screens (at most 1.30)`)
        if (streams === 2_000 && rate === 100 && !(ratio <= 1.3)) missed.push('saves with 2,000 open screens')
      }
      if (streams) {
        server.stop()
        const all = screens.back(streams)
        const gone = performance.now()
        server = await serve(`${out}/ours.mjs`, { BENCH_FOLDER: folder, BENCH_PORT: String(server.port) })
        const there = performance.now()
        const [waited] = await Promise.all([slowest(server.port, school, all), all])
        print(
          `${streams} open screens after a hard restart of ${seconds(there - gone)}: all are back and have read again ${seconds(performance.now() - there)} later; what somebody asked meanwhile took ${waited.toFixed(0)} ms at most`,
        )
        loading.pid = server.pid
      }
    }
    const search = calm.reads.Search?.p95 ?? Number.NaN
    const topics = calm.reads['Topics of a pupil']?.p95 ?? Number.NaN
    print(`search takes ${(search / topics).toFixed(2)} of Topics at p95 (at most 2)`)
    if (!(search / topics <= 2)) missed.push('search')
    const gone = await lost(folder, loading.acknowledged)
    print(`acknowledged saves that are lost: ${gone}`)
    if (gone) missed.push('saves are lost')
  } finally {
    screens.stop()
    server.stop()
    await rm(join(folder, '..'), { recursive: true, force: true })
  }
  return missed
}

const seconds = (milliseconds: number): string => `${(milliseconds / 1000).toFixed(1)} s`

/** The slowest answer to somebody who asks ten times a second until something is over, in milliseconds. */
async function slowest(port: number, { pupils }: LargeSchool, over: Promise<void>): Promise<number> {
  let going = true
  void over.then(() => {
    going = false
  })
  let most = 0
  for (let n = 0; going; n++) {
    const { ms } = await ask(port, { path: '/api/today', cookie: pupils[n % pupils.length]?.cookie ?? '' })
    most = Math.max(most, ms)
    await new Promise(resolve => setTimeout(resolve, 100))
  }
  return most
}

const ms = ({ p50, p95, p99 }: Quantiles): string =>
  `p50 ${p50.toFixed(1)}, p95 ${p95.toFixed(1)}, p99 ${p99.toFixed(1)} ms`

function tell(load: Load, calm: Load, print: (line: string) => void): void {
  print(
    `${load.streams} open screens, ${load.rate} saves a second; the server takes ${load.memory.toFixed(0)} MB`,
  )
  if (load.rate) print(`  a save: ${ms(load.saves)} (${load.saves.count} of them)`)
  for (const [name, read] of Object.entries(load.reads)) {
    const before = calm.reads[name]
    const ratio = load === calm || !before ? '' : `, ${(read.p50 / before.p50).toFixed(2)} of without load`
    print(`  ${name}: ${ms(read)}${ratio}`)
  }
}
