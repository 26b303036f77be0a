import { cp, mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ClassId, PlaceId, SheetId, ViewingId, WorkId } from '@oppen/core/ids'
import {
  buildAccount,
  buildClass,
  buildWork,
  DEMO_SCHOOL,
  Person,
  placeOf,
  Seeded,
  takePlace,
  videoWith,
} from '@oppen/demo'
import { Database } from '@oppen/server/db/index'
import { migrator } from '@oppen/server/db/migrate'
import { keepGiven } from '@oppen/server/features/worksheets/given'
import { closeWorld, openWorld, QUICK_HASHING } from '@oppen/server/openWorld'
import { School } from './school.js'

/**
 * Kills a server again and again, as a power cut does, while pupils save, draw, write notes, hand in and take back,
 * watch a video and send files, and while its tables are brought along; after each kill it is started again and everything that was
 * acknowledged is looked for: there, and there once. `node scripts/kills.mjs [kills] [seed]`.
 */
const kills = Number(process.argv[2] ?? 60)
const seed = Number(process.argv[3] ?? 1)
const random = new Seeded(seed)
const print = (line: string): void => void process.stdout.write(`${line}\n`)
const PUPILS = ['Anna Reyes', 'Bo Lund', 'Cara Iyer', 'Dan Oduya', 'Ella Novak', 'Finn Marsh']

type Submission = { readonly classId: ClassId; readonly workId: WorkId; readonly placeId: PlaceId }

/** What one pupil has sent, and what was answered. */
class Hand {
  readonly person: Person
  readonly pages: Submission
  readonly drawing: Submission
  readonly steps: Submission
  readonly video: Submission
  readonly #sheet: SheetId
  /** The last words that were acknowledged with their version, and those that are on their way. */
  words = { version: 0, html: '' }
  sending: string | undefined
  readonly ink = new Set<string>()
  readonly notes = new Set<string>()
  readonly files = new Set<string>()
  handIns = 0
  /** How many batches of what was watched were acknowledged: each is a second of its own. */
  watched = 0
  /** Whether the work that is handed in and taken back is with the teacher; undefined where no answer came. */
  isIn: boolean | undefined = false
  /** Whole uploads that are not yet known to have become a file. */
  readonly taking = new Set<string>()
  count = 0

  constructor(
    person: Person,
    submissions: Record<'pages' | 'drawing' | 'steps' | 'video', Submission>,
    sheet: SheetId,
  ) {
    this.person = person
    this.pages = submissions.pages
    this.drawing = submissions.drawing
    this.steps = submissions.steps
    this.video = submissions.video
    this.#sheet = sheet
  }

  async save(): Promise<void> {
    const html = `<p>${++this.count} words</p>`
    this.sending = html
    const { version } = await this.person.get('saveDraft', this.pages, { html, base: this.words.version })
    this.words = { version, html }
    this.sending = undefined
    acknowledged++
  }

  async draw(): Promise<void> {
    const id = `dot-${++this.count}`
    const dot = { kind: 'note', id, page: this.#sheet, x: 1, y: 1, text: id, fileId: null } as const
    await this.person.get('saveInk', this.drawing, { put: [dot], drop: [] })
    this.ink.add(id)
    acknowledged++
  }

  async note(): Promise<void> {
    const text = `note ${++this.count}`
    await this.person.get('writeNote', this.pages, { html: `<p>${text}</p>` })
    this.notes.add(text)
    acknowledged++
  }

  async step(): Promise<void> {
    const wasIn = this.isIn
    this.isIn = undefined
    if (wasIn) await this.person.get('takeBack', this.steps)
    else {
      await this.person.get('handIn', this.steps, { version: 1 })
      this.handIns++
    }
    this.isIn = !wasIn
    acknowledged++
  }

  /** The batch that was not answered goes again as it was. */
  async watch(): Promise<void> {
    const from = this.watched
    const batch = { number: from + 1, position: from + 1, stretches: [{ from, to: from + 1 }] }
    const more = { stopped: [], back: [], passed: [] }
    await this.person.get(
      'saveWatched',
      { ...this.video, viewingId: 'tab' as ViewingId },
      { ...batch, ...more },
    )
    this.watched++
    acknowledged++
  }

  async send(): Promise<void> {
    const bytes = Buffer.from(`file ${++this.count} of ${this.pages.placeId}\n`)
    const { id, error } = await this.person.begin(
      this.pages,
      { name: `${this.count}.txt`, type: 'text/plain', size: bytes.length },
      bytes,
    )
    if (error) throw new Error(`an upload answered ${error.code}`)
    this.taking.add(id)
    acknowledged++
    await this.take(id)
  }

  async take(id: string): Promise<void> {
    const file = await this.person.get('addFile', this.pages, { uploadId: id })
    this.files.add(file.id)
    this.taking.delete(id)
    acknowledged++
  }

  /** One thing after the other until the server is gone. */
  async work(): Promise<void> {
    const ways = [this.save, this.save, this.draw, this.draw, this.note, this.step, this.send, this.watch]
    for (;;) {
      const way = ways[random.whole(0, ways.length - 1)] ?? this.save
      try {
        await way.call(this)
      } catch (error) {
        if (error instanceof TypeError) return
        throw error
      }
    }
  }

  /** All that stands in the side note. */
  async said(): Promise<string[]> {
    const { id, stretch } = await this.person.get('seeSideNote', this.pages)
    const all = [...stretch.messages]
    for (let more = stretch.after; more && id; ) {
      const number = String(all.at(-1)?.at ?? 0)
      const params = { spaceId: this.pages.classId, conversationId: id, number }
      const next = await this.person.get('seeAfter', params)
      all.push(...next.messages)
      more = next.after
    }
    return all.map(one => one.html)
  }

  /** What was acknowledged and is not there, or is there twice. */
  async look(): Promise<string[]> {
    const lost: string[] = []
    const page = await this.person.get('seeSubmission', this.pages)
    const { version = 0, html = '' } = page.draft ?? {}
    const known = version === this.words.version ? html === this.words.html : html === this.sending
    if (version < this.words.version || version > this.words.version + 1 || !known)
      lost.push(`version ${version} “${html}” in place of ${this.words.version} “${this.words.html}”`)
    this.words = { version, html }
    this.sending = undefined
    const texts = await this.said()
    for (const text of this.notes)
      if (texts.filter(one => one === `<p>${text}</p>`).length !== 1)
        lost.push(`${text} stands ${texts.filter(one => one === `<p>${text}</p>`).length} times`)
    const sheet = await this.person.get('seeWorksheet', this.drawing)
    const items = sheet.items.map(item => item.id)
    for (const id of this.ink) if (!items.includes(id)) lost.push(`${id} is gone`)
    if (new Set(items).size !== items.length) lost.push('ink stands twice')
    const steps = await this.person.get('seeSubmission', this.steps)
    if (steps.handIns.length < this.handIns)
      lost.push(`${this.handIns} hand-ins, ${steps.handIns.length} there`)
    const isIn = steps.status.phase === 'withTeacher'
    if (this.isIn !== undefined && isIn !== this.isIn) lost.push(`a step is gone: ${steps.status.phase}`)
    this.isIn = isIn
    this.handIns = steps.handIns.length
    const { watched } = await this.person.get('seeVideo', this.video)
    const [seen] = watched
    const isOnce = watched.length < 2 && (seen?.from ?? 0) === 0 && (seen?.times ?? 1) === 1
    if (!isOnce || (seen?.to ?? 0) < this.watched || (seen?.to ?? 0) > this.watched + 1)
      lost.push(`watched ${JSON.stringify(watched)} in place of ${this.watched} seconds`)
    // what was not answered is asked again, and becomes one file
    for (const id of [...this.taking]) await this.take(id)
    const names = (await this.person.get('seeSubmission', this.pages)).files.map(one => one.id)
    for (const id of this.files) if (!names.includes(id as never)) lost.push(`file ${id} is gone`)
    if (new Set(names).size !== names.length || names.length > this.files.size)
      lost.push(`${names.length} files in place of ${this.files.size}`)
    return lost
  }

  /** A submission takes twenty files: those that are there make room. */
  async makeRoom(): Promise<void> {
    if (this.files.size < 12) return
    for (const id of this.files) await this.person.get('removeFile', { ...this.pages, fileId: id as never })
    this.files.clear()
  }
}

let acknowledged = 0

/** A class of six with four submissions each: one to write on, one to draw on, one to hand in and take back, one to watch. */
async function fill(folder: string) {
  const world = await openWorld({ folder, school: DEMO_SCHOOL, hashing: QUICK_HASHING })
  const teacher = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const built = await buildClass(world, { name: 'Tides', yearLabel: '', teacher, groups: { All: PUPILS } })
  for (const name of PUPILS) await takePlace(world, built, name, await buildAccount(world, 'pupil', name))
  const [pages, drawing, steps, video] = [
    await buildWork(world, built, { title: 'Pages' }),
    await buildWork(world, built, { title: 'Drawing' }),
    await buildWork(world, built, { title: 'Steps' }),
    await buildWork(world, built, { title: 'Video', kind: 'video', video: videoWith({ seconds: 40_000 }) }),
  ] as const
  const hash = await world.files.keepBytes(Buffer.from('a page'))
  const page = { hash, type: 'image/png', name: 'a.png', page: 1, width: 100, height: 100 }
  const { sheets } = await keepGiven(world, { classId: built.classId, workId: drawing }, [page])
  await closeWorld(world)
  const at = (workId: WorkId, name: string): Submission => ({
    classId: built.classId,
    workId,
    placeId: placeOf(built, name).placeId,
  })
  return PUPILS.map(name => ({
    userName: name.toLowerCase().replace(' ', '.'),
    sheet: sheets[0]?.id as SheetId,
    submissions: {
      pages: at(pages, name),
      drawing: at(drawing, name),
      steps: at(steps, name),
      video: at(video, name),
    },
  }))
}

const faults: string[] = []
const home = await mkdtemp(join(tmpdir(), 'oppen-kills-'))

/** Kills while people work. */
async function whileWorking(times: number): Promise<void> {
  const folder = join(home, 'data')
  const pupils = await fill(folder)
  const school = await School.over(folder)
  await school.start()
  const hands = await Promise.all(
    pupils.map(async ({ userName, submissions, sheet }) => {
      const hand = new Hand(await new Person(school.address).signIn(userName), submissions, sheet)
      await hand.save()
      await hand.person.get('saveDraft', hand.steps, { html: '<p>words</p>', base: 0 })
      return hand
    }),
  )
  for (let kill = 1; kill <= times; kill++) {
    const working = Promise.all(hands.map(hand => hand.work()))
    await new Promise(resolve => setTimeout(resolve, random.whole(20, 700)))
    await school.stop('SIGKILL')
    await working
    await school.start()
    for (const hand of hands) {
      for (const lost of await hand.look()) faults.push(`kill ${kill}: ${hand.pages.placeId}: ${lost}`)
      await hand.makeRoom()
    }
    if (kill % 10 === 0)
      print(`${kill} kills while people worked, ${acknowledged} answers, ${faults.length} lost`)
  }
  await school.stop()
}

/** Kills at a first start, and at one that brings older tables along. */
async function whileMigrating(times: number): Promise<void> {
  const older = join(home, 'older')
  await fill(older)
  const db = await Database.open({ file: join(older, 'oppen.sqlite') })
  const umzug = migrator(db)
  const done = await umzug.executed()
  await umzug.down({ to: done.at(-5)?.name ?? 0 })
  await db.close()
  for (let kill = 1; kill <= times; kill++) {
    const folder = join(home, `start ${kill}`)
    if (kill % 2) await cp(older, folder, { recursive: true })
    const school = await School.over(folder)
    const starting = school.start().catch(() => undefined)
    // a start takes about as long
    await new Promise(resolve => setTimeout(resolve, random.whole(250, 1_200)))
    await school.stop('SIGKILL')
    await starting
    await school.start().catch(error => {
      faults.push(`start ${kill} after a kill: ${error.message}`)
    })
    if (kill % 2) {
      const anna = await new Person(school.address).signIn('anna.reyes').catch(error => {
        faults.push(`start ${kill}: ${error.message}`)
      })
      if (anna && (await anna.get('me', {})).ties.length !== 1)
        faults.push(`start ${kill}: the class is gone`)
    }
    await school.stop()
    await rm(folder, { recursive: true, force: true })
  }
  print(`${times} kills while tables were made or brought along`)
}

const starts = Math.round(kills / 4)
await whileWorking(kills - starts)
await whileMigrating(starts)
await rm(home, { recursive: true, force: true })
for (const fault of faults) print(fault)
print(`${kills} kills, ${acknowledged} acknowledged answers, ${faults.length} faults (seed ${seed})`)
process.exit(faults.length ? 1 : 0)
