import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DEMO_NOW, openDemo, Person } from '@oppen/demo'
import { closeWorld } from '@oppen/server/openWorld'
import { build } from 'esbuild'
import { fullBook, scrolledBook } from './bookScreen.js'
import { serve } from './child.js'
import { allAtOnce, lookingUp, ontoTheBoard } from './comingIn.js'
import { deadlines } from './deadlines.js'
import { bytesOfAMinute, drawing, opening, typing } from './doing.js'
import { firstLoad } from './firstLoad.js'
import { averages, handBackToAll, reportsForAll } from './marks.js'
import { checksAtOnce, figures, formulas } from './quiz.js'
import { quizPage } from './quizPage.js'
import { readAloud } from './readAloud.js'
import { guidedText } from './readingHelp.js'
import { ratio } from './reads.js'
import { strokesAtOnce, textsAtOnce } from './saving.js'
import { schoolUnderLoad } from './schoolLoad.js'
import { longRoom, newsIn, talkLive } from './talk.js'
import { playedAtOnce, restlessHour } from './videos.js'
import { firstPaints } from './web.js'
import { webUnderLens } from './webScreens.js'
import { weekPages } from './weekPage.js'
import { wordsOfText } from './words.js'

/** The figures of docs/PERFORMANCE.md: ratios against a bare baseline, all in one run. */
const OUT = 'bench/dist'
const print = (line: string): void => void process.stdout.write(`${line}\n`)
/** `npm run bench -- week` measures the week pages alone. */
const weekAlone = process.argv.includes('week')
/** `npm run bench -- doing` measures the work itself alone: typing, saving, drawing. */
const doingAlone = process.argv.includes('doing')
/** `npm run bench -- saving` measures saves at once alone. */
const savingAlone = process.argv.includes('saving')
await build({
  entryPoints: {
    bare: 'bench/src/bare.ts',
    bareClaim: 'bench/src/bareClaim.ts',
    bareSave: 'bench/src/bareSave.ts',
    bareTalk: 'bench/src/bareTalk.ts',
    bareVideo: 'bench/src/bareVideo.ts',
    bareWeb: 'bench/src/bareWeb.ts',
    openScreens: 'bench/src/openScreens.ts',
    talkScreens: 'bench/src/talkScreens.ts',
    ours: 'bench/src/ours.ts',
    // threads stand beside whatever begins them
    thread: 'server/src/workers/thread.ts',
  },
  outdir: OUT,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  plugins: [
    {
      name: 'workspaces',
      setup: ({ onResolve }) => {
        onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
          kind === 'entry-point' || path.startsWith('@oppen/') ? undefined : { path, external: true },
        )
      },
    },
  ],
})

/** `npm run bench -- school` puts a large school under load, and measures nothing else. */
if (process.argv.includes('school')) {
  const failed = await schoolUnderLoad(OUT, print)
  if (failed.length) console.error(`Missed: ${failed.join(', ')}`)
  process.exit(failed.length ? 1 : 0)
}

const folder = join(await mkdtemp(join(tmpdir(), 'oppen-bench-')), 'data')
await closeWorld(await openDemo(folder))
const ours = await serve(`${OUT}/ours.mjs`, { BENCH_FOLDER: folder })
const address = `http://127.0.0.1:${ours.port}`
const ada = await new Person(address).signIn('ada.moreno')
const me = await ada.get('me', {})
const tie = me.ties[0]
if (!tie) throw new Error('Ada is in no class')
const bare = await serve(`${OUT}/bare.mjs`, {
  BARE_FILE: join(folder, 'oppen.sqlite'),
  BARE_VIEWER: me.account.id,
  BARE_CLASS: tie.classId,
  BARE_PLACE: tie.placeId ?? '',
  BARE_NOW: String(DEMO_NOW),
})

const cookie = ada.cookie
const reads = [
  ['Today of a pupil', '/api/today', '/today'],
  ['topics of a class, for a pupil', `/api/classes/${tie.classId}/topics`, '/topics'],
] as const
const missed: string[] = []

/** Stops what was started, says what was missed and ends. */
async function end(): Promise<never> {
  ours.stop()
  bare.stop()
  await rm(join(folder, '..'), { recursive: true, force: true })
  if (missed.length) console.error(`Missed: ${missed.join(', ')}`)
  process.exit(missed.length ? 1 : 0)
}

/** `npm run bench -- web` measures what a browser shows alone. */
if (process.argv.includes('web')) {
  missed.push(...(await webUnderLens(address, OUT, print)))
  await end()
}

/** `npm run bench -- marks` measures averages, handing back and reports alone. */
async function marks(): Promise<void> {
  const counted = averages()
  print(
    `averages of 40 pupils with 200 marks each: ${counted.ours.toFixed(0)} ms, ${(counted.ours / 8).toFixed(1)} ms for 1,000 marks, ${counted.ratio.toFixed(1)} of adding the marks up`,
  )
  const back = await handBackToAll(address, folder, OUT)
  print(
    `handing back to ${back.pupils} at once: ${back.ours.toFixed(0)} ms, ${back.ratio.toFixed(2)} of as many bare inserts (${back.bare.toFixed(0)} ms)`,
  )
  const reports = await reportsForAll(address)
  print(
    `reports for 120 pupils: ${(reports.ours / 1000).toFixed(1)} s, ${reports.ratio.toFixed(1)} of 120 bare pages of text; meanwhile the slowest of a hundred small answers took ${reports.waited.toFixed(0)} ms (${reports.idle.toFixed(0)} ms before)`,
  )
  if (reports.waited > 50 + reports.idle) missed.push('reports hold up others')
  await markBook()
  await guide()
}

/** A mark book of 40 pupils and 200 pieces of work: until it stands there, and while it is scrolled. */
async function markBook(): Promise<void> {
  const book = await fullBook(address)
  await firstPaints(address, [book], OUT, ({ slowed, ours: first, bare: base, shift }) => {
    print(
      `mark book of 40 by 200${slowed > 1 ? `, slowed ${slowed} times` : ''}: largest text after ${first.toFixed(0)} ms, ${(first / base).toFixed(2)} of a bare page with the same data (${base.toFixed(0)} ms); layout shift ${shift.toFixed(3)}`,
    )
  })
  const { ours: own, bare: table } = await scrolledBook(address, book)
  print(
    `scrolling it, slowed four times: ${own.median.toFixed(0)} ms for a picture, 95 of 100 within ${own.slowest.toFixed(0)} ms; a bare table of as many cells ${table.median.toFixed(0)} and ${table.slowest.toFixed(0)} ms`,
  )
}
/** A guide through a text of 10,000 words, line by line. */
async function guide(): Promise<void> {
  const { ours: guided, bare: scrolled } = await guidedText(address)
  print(
    `a guide through 10,000 words, slowed four times: ${guided.median.toFixed(0)} ms for a picture, 95 of 100 within ${guided.slowest.toFixed(0)} ms; a bare page that scrolls ${scrolled.median.toFixed(0)} and ${scrolled.slowest.toFixed(0)} ms`,
  )
}
/** Read aloud: from the press to the first sound, and how close marks keep to the sound. */
async function aloud(): Promise<void> {
  const { cold, warm, late, minutes } = await readAloud(address)
  print(
    `read aloud: first sound ${cold.toFixed(0)} ms after the first press on a device, ${warm.toFixed(0)} ms after a later one; over ${minutes} minutes ${late.length} words were marked, half within ${late.median.toFixed(0)} ms of their sound, 99 of 100 within ${late.most.toFixed(0)} ms, the latest after ${late.latest.toFixed(0)} ms (asked: 80)`,
  )
}
/** Syllables and sorts of words of a long text, as a worker finds them. */
function knownWords(): void {
  const { syllables, kinds, bare, words } = wordsOfText()
  print(
    `of ${words} words, in a worker: syllables ${syllables.toFixed(0)} ms (${(syllables / bare).toFixed(1)} of finding the words alone, ${bare.toFixed(0)} ms), sorts ${kinds.toFixed(0)} ms (${(kinds / bare).toFixed(1)})`,
  )
}
if (process.argv.includes('reading')) {
  knownWords()
  await guide()
  await aloud()
  await end()
}
/** `npm run bench -- video` measures guided videos alone. */
async function videos(): Promise<void> {
  const hour = restlessHour()
  print(
    `an hour of restless watching, ${hour.stretches} stretches in ${hour.batches} batches: ${hour.perBatch.toFixed(2)} ms for a batch, ${hour.ours.toFixed(0)} ms in all (counting seconds up ${hour.bare.toFixed(2)} ms); ${hour.runs} runs, ${hour.kB.toFixed(0)} kB; a class of 30 such second by second ${hour.class.toFixed(1)} ms`,
  )
  if (hour.perBatch > 50 || hour.class > 50) missed.push('what was watched')
  const { pupils, ours: own, bare: base, idle, busy } = await playedAtOnce(address, ours.pid, folder, OUT)
  print(
    `${pupils} who play a video of 200 MB at once: ${(own.rate / base.rate).toFixed(2)} of a bare static server (${own.rate.toFixed(0)} and ${base.rate.toFixed(0)} MB a second); memory grows by ${own.grown.toFixed(0)} MB (bare ${base.grown.toFixed(0)}); a small answer meanwhile p95 ${busy.toFixed(0)} ms (${idle.toFixed(0)} ms before)`,
  )
  if (own.grown > 200) missed.push('memory while a video is played')
}
if (process.argv.includes('video')) {
  await videos()
  await end()
}
if (process.argv.includes('book')) {
  await markBook()
  await end()
}
if (process.argv.includes('marks')) {
  await marks()
  await end()
}

/** `npm run bench -- quiz` measures quizzes alone. */
async function quizzes(): Promise<void> {
  const equal = formulas()
  print(
    `comparing 10,000 formulas: ${equal.ours.toFixed(0)} ms, ${equal.ratio.toFixed(1)} of working out 20,000 at forty places`,
  )
  const counted = figures()
  print(
    `figures of 120 pupils and 60 questions: ${counted.ours.toFixed(1)} ms, ${counted.ratio.toFixed(1)} of adding up their points`,
  )
  if (counted.ours > 50) missed.push('figures of a quiz')
  const checks = await checksAtOnce(address, folder, OUT)
  print(
    `${checks.pupils} who check an answer at once: ${checks.ours.toFixed(2)} ms for a check, ${checks.ratio.toFixed(2)} of a bare insert (${checks.bare.toFixed(2)} ms)`,
  )
  const page = await quizPage(address)
  print(
    `a quiz of 60 questions, slowed four times: ${page.many.toFixed(0)} ms to the first answer, ${(page.many / page.one).toFixed(2)} of one with a single question (${page.one.toFixed(0)} ms); its part of the script is ${(page.script / 1000).toFixed(1)} kB`,
  )
}
if (process.argv.includes('quiz')) {
  await quizzes()
  await end()
}

/** `npm run bench -- talk` measures what is said alone. */
async function talk(): Promise<void> {
  const live = await talkLive(address, ours.pid, OUT)
  const line = ({ p50, p95 }: { p50: number; p95: number }) => `${p50.toFixed(1)} and ${p95.toFixed(1)} ms`
  print(
    `${live.screens} open screens and ${live.rate} messages a second: from sent to seen ${line(live.ours)} (median and p95; bare ${line(live.bare)}), ${live.ours.dropped} dropped and ${live.ours.doubled} doubled of ${live.ours.expected}; ${live.ours.kB.toFixed(0)} kB of memory for a screen (bare ${live.bare.kB.toFixed(0)})`,
  )
  if (live.ours.dropped || live.ours.doubled) missed.push('messages that are told')
  const room = await longRoom()
  print(
    `a room of ${room.messages} messages at its last place: ${room.ours.toFixed(1)} ms, ${(room.ours / room.bare).toFixed(2)} of reading 50 rows (${room.bare.toFixed(1)} ms)`,
  )
  const news = await newsIn(12)
  const fed = ({ took, statements }: { took: number; statements: number }) =>
    `${took.toFixed(1)} ms (${(took / room.bare).toFixed(2)} of reading 50 rows) in ${statements} statements`
  print(
    `what is new in ${news.classes} classes: ${news.counts} statements with all of Today; the feed of a teacher ${fed(news.teacher)}, of a pupil ${fed(news.pupil)}`,
  )
  if (Math.max(news.counts, news.teacher.statements, news.pupil.statements) > 2) missed.push('what is new')
}
if (process.argv.includes('talk')) {
  await talk()
  await end()
}

for (const [name, path, barePath] of weekAlone || doingAlone || savingAlone ? [] : reads) {
  const result = await ratio(
    { name, url: `${address}${path}`, cookie },
    { name: 'bare', url: `http://127.0.0.1:${bare.port}${barePath}` },
  )
  const { ours: own, bare: base } = result
  print(
    `${name}: ${result.ratio.toFixed(2)} of bare (${own.toFixed(0)} and ${base.toFixed(0)} requests a second; at least 0.80)`,
  )
  if (result.ratio < 0.8) missed.push(name)
}

for (const page of doingAlone || savingAlone ? [] : await weekPages(OUT)) {
  print(
    `week page of a ${page.who}, 400 submissions and 30 pupils: ${page.ratio.toFixed(2)} of bare (${page.ours.toFixed(0)} and ${page.bare.toFixed(0)} requests a second); with ten times the submissions it costs ${page.tenfold.toFixed(2)} of that (at most 1.30)`,
  )
  if (page.tenfold > 1.3) missed.push(`week page of a ${page.who}`)
}
if (weekAlone) await end()

if (!savingAlone) {
  const typed = await typing(address)
  print(
    `typing: from the last letter to “Saved” p95 ${typed.p95.toFixed(0)} ms (under a second after the pause of 600 ms); ${typed.requests.toFixed(0)} requests a minute`,
  )
  if (!(typed.p95 < 1_600)) missed.push('typing')
}
for (const [what, saving] of [
  ['write', textsAtOnce],
  ['draw', strokesAtOnce],
] as const) {
  const { savers, ratio, ours: own, bare } = await saving(address, folder, OUT)
  print(
    `${savers} who ${what} at once: ${ratio.toFixed(2)} of a bare upsert (${own.toFixed(0)} and ${bare.toFixed(0)} saves a second; at least 0.80)`,
  )
  if (!(ratio >= 0.8)) missed.push(`saves at once, ${what}`)
}
if (savingAlone) await end()
print(`a minute of drawing takes ${(bytesOfAMinute() / 1000).toFixed(1)} kB`)
print(`a worksheet of 20 pages: ${(await opening(address)).toFixed(0)} ms to the first stroke`)
const frames = await drawing(address)
print(
  `drawing over ${frames.strokes} strokes, slowed four times: ${frames.frames.toFixed(1)} frames a second, ${(frames.late * 100).toFixed(1)} % of them late`,
)
if (doingAlone) await end()
await quizzes()
await videos()
await talk()
const core = deadlines()
print(
  `deadlines of 2,000 submissions for 12 groups: ${core.perThousand.toFixed(1)} ms for a thousand, ${core.ratio.toFixed(2)} of turning one local time for each into its moment`,
)

const { script, outside } = await firstLoad(address, cookie)
print(
  `script that Today waits for: ${(script / 1000).toFixed(1)} kB, ${(script / 130_000).toFixed(2)} of the 130 kB allowed; from outside: ${outside.length}`,
)
if (script > 130_000 || outside.length) missed.push('first load')

const lookUps = await lookingUp(address, folder, OUT)
print(
  `looking up an open code: ${lookUps.ratio.toFixed(2)} of bare (${lookUps.ours.toFixed(0)} and ${lookUps.bare.toFixed(0)} requests a second)`,
)
const burst = await allAtOnce(address, folder, OUT)
print(
  `28 who come in at once: ${burst.ratio.toFixed(2)} of bare (${burst.ours.toFixed(0)} and ${burst.bare.toFixed(0)} pupils a second)`,
)
const board = await ontoTheBoard(address)
print(
  `28 within a minute, from “come in” to the name on the board: median ${board.median.toFixed(0)} ms, p95 ${board.p95.toFixed(0)} ms`,
)
if (!(board.p95 < 1000)) missed.push('onto the board')

await end()
