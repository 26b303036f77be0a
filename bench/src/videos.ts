import { readFile, writeFile } from 'node:fs/promises'
import { get } from 'node:http'
import { join } from 'node:path'
import { addressOf, EMPTY_WORK, routes } from '@oppen/contract'
import { classByPart, type Run, type Stretch, withPlayed } from '@oppen/core/watching'
import { Person, wormVideo } from '@oppen/demo'
import { serve } from './child.js'
import { quantile } from './quantile.js'

const MIB = 1024 * 1024
const SIZE = 200 * MIB
const PUPILS = 30
/** What a browser asks for at once while it plays. */
const RANGE = 4 * MIB

/** The memory that a process has now, in bytes (Linux, proc(5)). */
const memoryOf = async (pid: number): Promise<number> =>
  1024 * Number(/VmRSS:\s+(\d+)/.exec(await readFile(`/proc/${pid}/status`, 'utf8'))?.[1])

/** Reads one range and throws it away, as a player does with what it has shown; gives the bytes that came. */
const read = (url: string, cookie: string, from: number): Promise<number> =>
  new Promise((done, fail) => {
    const range = `bytes=${from}-${Math.min(from + RANGE, SIZE) - 1}`
    const request = get(url, { headers: { cookie, range } }, response => {
      let bytes = 0
      if (response.statusCode !== 206) fail(new Error(`a range was answered with ${response.statusCode}`))
      response.on('data', chunk => {
        bytes += chunk.length
      })
      response.on('end', () => done(bytes))
    })
    request.on('error', fail)
  })

type Server = { readonly url: string; readonly cookies: readonly string[]; readonly pid: number }

/** All pupils play the whole of it at once: how much a second, and by how much the memory of the server grows. */
async function played({ url, cookies, pid }: Server) {
  const before = await memoryOf(pid)
  let most = before
  const sampling = setInterval(() => void memoryOf(pid).then(now => (most = Math.max(most, now))), 100)
  const start = performance.now()
  const bytes = await Promise.all(
    Array.from({ length: PUPILS }, async (_, pupil) => {
      let sum = 0
      for (let from = 0; from < SIZE; from += RANGE)
        sum += await read(url, cookies[pupil % cookies.length] ?? '', from)
      return sum
    }),
  )
  const seconds = (performance.now() - start) / 1000
  clearInterval(sampling)
  if (bytes.some(one => one !== SIZE)) throw new Error('a pupil did not get all of it')
  return { rate: (PUPILS * SIZE) / MIB / seconds, grown: (most - before) / MIB, from: before / MIB }
}

/** How long a small answer takes, again and again until told to stop; in milliseconds. */
async function smallAnswers(person: Person, until: Promise<unknown>): Promise<number[]> {
  const took: number[] = []
  let over = false
  void until.finally(() => {
    over = true
  })
  while (!over) {
    const start = performance.now()
    await person.get('me', {})
    took.push(performance.now() - start)
    await new Promise(done => setTimeout(done, 20))
  }
  return took
}

/** Thirty pupils play one video of 200 MB, against a static server of the same file. */
export async function playedAtOnce(address: string, pid: number, folder: string, out: string) {
  const teacher = await new Person(address).signIn('ms.varga')
  const { ties } = await teacher.get('me', {})
  const classId = ties.find(tie => tie.className === 'Garden Science')?.classId
  if (!classId) throw new Error('the demo has no Garden Science')
  const form = { ...EMPTY_WORK, kind: 'handout' as const, title: 'A long lesson' }
  const { workId } = await teacher.get('postWork', { classId }, { form, draft: false, alsoIn: [] })
  // a true beginning, so that it is taken for what it is
  const video = Buffer.concat([await wormVideo(), Buffer.alloc(SIZE)]).subarray(0, SIZE)
  const work = { classId, workId }
  const begun = await teacher.beginMaterial(
    work,
    { name: 'lesson.webm', type: 'video/webm', size: SIZE },
    video,
  )
  const { id } = await teacher.get('takeMaterial', work, { uploadId: begun.id })
  const file = join(folder, 'bare.webm')
  await writeFile(file, video)
  const bare = await serve(`${out}/bareVideo.mjs`, { BARE_VIDEO: file })
  const pupils = await Promise.all(
    ['ada.moreno', 'nia.falk', 'bram.okoye', 'goran.pell'].map(name => new Person(address).signIn(name)),
  )
  const url = `${address}${addressOf(routes.seeMaterial, { ...work, materialId: id })}`
  const idle = await smallAnswers(teacher, new Promise(done => setTimeout(done, 3_000)))
  const playing = played({ url, cookies: pupils.map(({ cookie }) => cookie), pid })
  const busy = await smallAnswers(teacher, playing)
  const ours = await playing
  const base = await played({ url: `http://127.0.0.1:${bare.port}/`, cookies: [''], pid: bare.pid })
  bare.stop()
  return { pupils: PUPILS, ours, bare: base, idle: quantile(idle, 0.95), busy: quantile(busy, 0.95) }
}

const HOUR = 3_600

/** Somebody who goes back or ahead every two seconds for an hour: stretches of a video of an hour. */
function restless(): Stretch[] {
  const played: Stretch[] = []
  let seed = 7
  const next = (below: number) => {
    seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31
    return (seed / 2 ** 31) * below
  }
  for (let second = 0; second < HOUR; ) {
    const long = 0.5 + next(3)
    const from = next(HOUR - 4)
    played.push({ from, to: from + long })
    second += long
  }
  return played
}

/** An hour of restless watching, and a class of thirty such, against a number for each second that is counted up. */
export function restlessHour() {
  const played = restless()
  const median = (run: () => void) => {
    const took = Array.from({ length: 9 }, () => {
      const start = performance.now()
      run()
      return performance.now() - start
    })
    return quantile(took, 0.5)
  }
  let runs: Run[] = []
  const ours = median(() => {
    runs = []
    // as it comes: a batch every few seconds
    for (let at = 0; at < played.length; at += 3) runs = withPlayed(runs, ...played.slice(at, at + 3))
  })
  const batches = Math.ceil(played.length / 3)
  const bare = median(() => {
    const seconds = new Uint16Array(HOUR)
    for (const { from, to } of played)
      for (let at = Math.round(from); at < Math.round(to); at++) seconds[at] = (seconds[at] ?? 0) + 1
  })
  const watchers = Array.from({ length: PUPILS }, () => ({ watched: runs, stopped: [], back: [] }))
  const class_ = median(() => void classByPart(watchers, HOUR))
  return {
    ...{ stretches: played.length, batches, runs: runs.length, kB: JSON.stringify(runs).length / 1000 },
    ...{ ours, perBatch: ours / batches, bare, class: class_ },
  }
}
