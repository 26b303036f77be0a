import { spawn } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { setTimeout as rest } from 'node:timers/promises'
import type { ConversationId } from '@oppen/core/ids'
import { buildAccount, buildClass, buildWork, Person, PUPILS, takePlace, testServer } from '@oppen/demo'
import sqlite3 from 'sqlite3'
import { serve } from './child.js'
import { quantile } from './quantile.js'

const SCREENS = 300
const RATE = 20
const SECONDS = 12

type Told = {
  readonly p50: number
  readonly p95: number
  readonly expected: number
  readonly dropped: number
  readonly doubled: number
  /** Memory of the server for each open screen. */
  readonly kB: number
}

const userNameOf = (name: string): string => name.toLowerCase().replace(' ', '.')

/**
 * 300 open screens of a class while 20 messages a second are written in a room, each by another pupil: the time from sending to
 * being there on every screen but the writer's own, against a server that writes what it gets to all streams.
 */
export async function talkLive(
  address: string,
  pid: number,
  out: string,
): Promise<{ screens: number; rate: number; ours: Told; bare: Told }> {
  const pupils: Person[] = []
  for (const name of PUPILS) {
    const person = await new Person(address).signIn(userNameOf(name)).catch(() => undefined)
    if (person && (await classOf(person))) pupils.push(person)
  }
  const [first] = pupils
  const classId = first && (await classOf(first))
  if (!first || !classId) throw new Error('nobody is in the class')
  const { rooms } = await first.get('seeTalk', { spaceId: classId })
  const conversationId = rooms.find(room => room.title === 'Gauges and readings')?.id as ConversationId
  const ours = await told({
    ...{ address: `${address}/api/live`, pid, out, cookies: pupils.map(one => one.cookie) },
    send: async (n, words) => {
      const writer = pupils[n % pupils.length] ?? first
      await writer.get('writeMessage', { spaceId: classId, conversationId }, { html: `<p>${words}</p>` })
    },
  })
  const child = await serve(`${out}/bareTalk.mjs`, {})
  const bareAddress = `http://127.0.0.1:${child.port}`
  const bare = await told({
    ...{ address: bareAddress, pid: child.pid, out, cookies: [''] },
    send: async (_, words) => {
      await fetch(bareAddress, { method: 'POST', body: words })
    },
  })
  child.stop()
  return { screens: SCREENS, rate: RATE, ours, bare }
}

const classOf = async (person: Person) =>
  (await person.get('me', {})).ties.find(tie => tie.className === 'Garden Science')?.classId

type Telling = {
  readonly address: string
  readonly pid: number
  readonly out: string
  readonly cookies: readonly string[]
  readonly send: (n: number, words: string) => Promise<void>
}

async function told({ address, pid, out, cookies, send }: Telling): Promise<Told> {
  const before = await memoryOf(pid)
  const screens = spawn(process.execPath, [`${out}/talkScreens.mjs`], {
    env: {
      ...process.env,
      SCREENS_ADDRESS: address,
      SCREENS_COOKIES: JSON.stringify(cookies),
      SCREENS_WANTED: String(SCREENS),
    },
    stdio: ['pipe', 'pipe', 'inherit'],
  })
  process.once('exit', () => screens.kill('SIGKILL'))
  screens.stdout.setEncoding('utf8')
  let printed = ''
  const line = () =>
    new Promise<string>(resolve => {
      const look = () => {
        const end = printed.indexOf('\n')
        if (end < 0)
          return void screens.stdout.once('data', chunk => {
            printed += chunk
            look()
          })
        const found = printed.slice(0, end)
        printed = printed.slice(end + 1)
        resolve(found)
      }
      look()
    })
  await line()
  const kB = ((await memoryOf(pid)) - before) / SCREENS
  const sent: Promise<void>[] = []
  const began = performance.now()
  const count = RATE * SECONDS
  for (let n = 0; n < count; n++) {
    const wait = (n * 1000) / RATE - (performance.now() - began)
    if (wait > 0) await rest(wait)
    sent.push(send(n, `bench ${n} ${process.hrtime.bigint()} end`))
  }
  await Promise.all(sent)
  // whatever comes later than this has not been seen
  await rest(2_000)
  screens.stdin.write('report\n')
  const { took, seen, doubled } = JSON.parse(await line()) as {
    took: number[]
    seen: number
    doubled: number
  }
  screens.kill('SIGKILL')
  // the writer's own screens have it from its answer
  const own = (n: number) =>
    cookies.length === 1
      ? 0
      : Array.from({ length: SCREENS }, (_, at) => at % cookies.length).filter(
          at => at === n % cookies.length,
        ).length
  const expected = Array.from({ length: count }, (_, n) => SCREENS - own(n)).reduce(
    (sum, one) => sum + one,
    0,
  )
  return {
    p50: quantile(took, 0.5),
    p95: quantile(took, 0.95),
    expected,
    dropped: expected - seen,
    doubled,
    kB,
  }
}

/** Memory of a process in kB. */
async function memoryOf(pid: number): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, 'utf8')
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? Number.NaN)
}

const MESSAGES = 20_000
const TIMES = 40

/** Opening a room of 20,000 messages near its end, against reading 50 rows of it by hand. */
export async function longRoom(): Promise<{ messages: number; ours: number; bare: number }> {
  const school = await testServer()
  const { world } = school
  const owner = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const built = await buildClass(world, {
    name: 'Tides',
    yearLabel: '',
    teacher: owner,
    groups: { All: ['Anna Reyes'] },
  })
  const teacher = await school.person().signIn('ms.kestrel')
  const { classId } = built
  const rules = { writers: 'all' as const, begin: true, quiet: false, quietWhy: '', hours: null, nod: false }
  const audience = { pupils: true, families: true, groups: null }
  const { roomId } = await teacher.get('makeRoom', { spaceId: classId }, { title: 'Long', audience, rules })
  await world.db.write(async () => {
    await world.db.run(
      `with recursive n(i) as (select 1 union all select i + 1 from n where i < ${MESSAGES})
       insert into messages (id, conversation_id, by_account, side, html, written_at, shown_at, state)
       select 'long' || i, $roomId, $by, 'teacher', '<p>Message ' || i || '</p>', i, i, 'shown' from n`,
      { roomId, by: owner.accountId },
    )
    await world.db.run('update conversations set last_shown_at = $last where id = $roomId', {
      last: MESSAGES,
      roomId,
    })
    await world.db.run(
      'insert into read_positions (account_id, conversation_id, at) values ($by, $roomId, $at)',
      {
        by: owner.accountId,
        roomId,
        at: MESSAGES - 20,
      },
    )
  })
  const ours = await median(async () => {
    await teacher.get('seeRoom', { spaceId: classId, conversationId: roomId })
  })
  const db = new sqlite3.Database(join(school.folder, 'oppen.sqlite'), sqlite3.OPEN_READONLY)
  // as anybody would serve them: the rows as they are, over the same way
  const server = createServer((_, response) => {
    db.all(
      'select * from messages where conversation_id = ? and shown_at > ? order by shown_at desc limit 50',
      [roomId, MESSAGES - 60],
      (error, rows) => response.end(JSON.stringify(error ?? rows)),
    )
  })
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as AddressInfo
  const bare = await median(async () => {
    await (await fetch(`http://127.0.0.1:${port}/`)).json()
  })
  server.close()
  server.closeAllConnections()
  db.close()
  await school.stop()
  return { messages: MESSAGES, ours, bare }
}

async function median(act: () => Promise<void>): Promise<number> {
  const took: number[] = []
  for (let n = 0; n < TIMES; n++) {
    const began = performance.now()
    await act()
    took.push(performance.now() - began)
  }
  return quantile(took, 0.5)
}

const NAMES = Array.from({ length: 24 }, (_, n) => `Pupil ${String(n).padStart(2, '0')}`)
const WORKS = 60
/** Messages of a room that nobody has read. */
const UNREAD = 1_000

/**
 * What is new to a teacher and to a pupil of so many classes, each with two dozen pupils, sixty pieces of work and a room of a
 * thousand unread messages: how many statements it takes, and how long.
 */
export async function newsIn(classes: number) {
  const statements: string[] = []
  const school = await testServer({ onStatement: sql => statements.push(sql) })
  const { world } = school
  const owner = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const anna = await buildAccount(world, 'pupil', 'Anna Reyes')
  const bo = await buildAccount(world, 'pupil', 'Bo Lund')
  const teacher = await school.person().signIn('ms.kestrel')
  const rules = { writers: 'all' as const, begin: true, quiet: false, quietWhy: '', hours: null, nod: false }
  const audience = { pupils: true, families: true, groups: null }
  for (let n = 0; n < classes; n++) {
    const built = await buildClass(world, {
      name: `Class ${n}`,
      yearLabel: '',
      teacher: owner,
      groups: { All: ['Anna Reyes', ...NAMES] },
    })
    await takePlace(world, built, 'Anna Reyes', anna)
    const { classId } = built
    const { roomId } = await teacher.get('makeRoom', { spaceId: classId }, { title: 'Room', audience, rules })
    await world.db.write(async () => {
      for (let one = 0; one < WORKS; one++)
        await buildWork(world, built, { title: `Work ${one}`, due: '2026-10-16T17:00' })
      await world.db.run(
        `with recursive n(i) as (select 1 union all select i + 1 from n where i < ${UNREAD})
         insert into messages (id, conversation_id, by_account, side, html, written_at, shown_at, state)
         select $roomId || i, $roomId, $bo, 'pupil',
           '<p>Message ' || i || '</p>', $now + i, $now + i, 'shown' from n`,
        { roomId, bo: bo.accountId, now: world.clock.now() - UNREAD },
      )
      await world.db.run('update conversations set last_shown_at = $now where id = $roomId', {
        now: world.clock.now(),
        roomId,
      })
    })
  }
  const pupil = await school.person().signIn('anna.reyes')
  const read = async (who: typeof teacher) => {
    await who.get('seeNews', {})
    statements.length = 0
    await who.get('seeNews', {})
    const took = await median(async () => void (await who.get('seeNews', {})))
    return { took, statements: statements.length / (TIMES + 1) }
  }
  const found = { teacher: await read(teacher), pupil: await read(pupil) }
  const counts = await countedToday(teacher, statements)
  await school.stop()
  return { classes, ...found, counts }
}

/** How many statements it takes to say the numbers of what is new, with all else that Today shows. */
async function countedToday(
  teacher: { get: (name: 'seeToday', params: object) => Promise<unknown> },
  statements: string[],
): Promise<number> {
  await teacher.get('seeToday', {})
  statements.length = 0
  await teacher.get('seeToday', {})
  return statements.length
}
