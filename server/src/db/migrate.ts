import { Umzug } from 'umzug'
import { StartRefused } from '../startRefused.js'
import type { Database } from './database.js'
import type { Migration } from './migration.js'
import { firstDay } from './migrations/2026-10-01-first-day.js'
import { about } from './migrations/2026-11-25-about.js'
import { calendar } from './migrations/2026-11-25-calendar.js'
import { gettingIn } from './migrations/2026-11-25-getting-in.js'
import { ownCopies } from './migrations/2026-11-25-own-copies.js'
import { search } from './migrations/2026-11-25-search.js'
import { weeks } from './migrations/2026-11-25-weeks.js'
import { worksheets } from './migrations/2026-11-25-worksheets.js'
import { foundWords } from './migrations/2026-11-26-found-words.js'
import { dueTimes } from './migrations/2026-11-27-due-times.js'
import { tries } from './migrations/2026-11-27-tries.js'
import { uploads } from './migrations/2026-11-27-uploads.js'
import { emailConfirmations } from './migrations/2026-11-28-email-confirmations.js'
import { erasing } from './migrations/2026-11-28-erasing.js'
import { knownWords } from './migrations/2026-11-28-known-words.js'
import { languages } from './migrations/2026-11-28-languages.js'
import { schoolOwner } from './migrations/2026-11-28-school-owner.js'
import { worksheetSaves } from './migrations/2026-11-28-worksheet-saves.js'
import { answers } from './migrations/2026-11-30-answers.js'
import { form } from './migrations/2026-11-30-form.js'
import { hiddenClasses } from './migrations/2026-11-30-hidden-classes.js'
import { quiz } from './migrations/2026-11-30-quiz.js'
import { quizScores } from './migrations/2026-11-30-quiz-scores.js'
import { whatWorkAsks } from './migrations/2026-11-30-what-work-asks.js'
import { talk } from './migrations/2026-12-01-talk.js'
import { mailChoices } from './migrations/2026-12-02-mail-choices.js'
import { news } from './migrations/2026-12-03-news.js'
import { attachments } from './migrations/2026-12-04-attachments.js'
import { circlesTalk } from './migrations/2026-12-05-circles-talk.js'
import { markBook } from './migrations/2026-12-06-mark-book.js'
import { desk } from './migrations/2026-12-07-desk.js'
import { goalsReached } from './migrations/2026-12-08-goals-reached.js'
import { reportWords } from './migrations/2026-12-09-report-words.js'
import { standIns } from './migrations/2026-12-10-stand-ins.js'
import { portfolio } from './migrations/2026-12-11-portfolio.js'
import { classSettings } from './migrations/2026-12-12-class-settings.js'
import { carriedOver } from './migrations/2026-12-13-carried-over.js'
import { readingHelp } from './migrations/2026-12-14-reading-help.js'
import { readAloud } from './migrations/2026-12-15-read-aloud.js'
import { listedWords } from './migrations/2026-12-16-listed-words.js'
import { readingShown } from './migrations/2026-12-17-reading-shown.js'
import { reading } from './migrations/2026-12-18-reading.js'
import { video } from './migrations/2026-12-19-video.js'
import { uploadsOfTeachers } from './migrations/2026-12-20-uploads-of-teachers.js'

const migrations: readonly Migration[] = [
  firstDay,
  gettingIn,
  weeks,
  calendar,
  about,
  search,
  ownCopies,
  worksheets,
  foundWords,
  uploads,
  dueTimes,
  tries,
  schoolOwner,
  erasing,
  emailConfirmations,
  worksheetSaves,
  knownWords,
  languages,
  hiddenClasses,
  whatWorkAsks,
  answers,
  quiz,
  quizScores,
  form,
  talk,
  mailChoices,
  news,
  attachments,
  circlesTalk,
  markBook,
  desk,
  goalsReached,
  reportWords,
  standIns,
  portfolio,
  classSettings,
  carriedOver,
  readingHelp,
  readAloud,
  listedWords,
  readingShown,
  reading,
  video,
  uploadsOfTeachers,
]

/** Steps that fill in what SQL alone cannot; each runs once, in this order, after all steps of the tables. */
export const DATA_STEPS = ['2026-11-25-keys-of-places', '2026-11-25-rules-of-works'] as const

export type DataSteps = Readonly<Record<(typeof DATA_STEPS)[number], () => Promise<void>>>

/** The log of the steps that were done. A step and its line are one transaction. */
const LOG = 'SequelizeMeta'

const note = (db: Database, name: string) => db.run(`insert into ${LOG} (name) values ($name)`, { name })
const forget = (db: Database, name: string) => db.run(`delete from ${LOG} where name = $name`, { name })

/** The steps of this database, each kept whole, with its line in the log, or not at all. */
export function migrator(db: Database, known: readonly Migration[] = migrations): Umzug<Database> {
  return new Umzug({
    migrations: known.map(({ name, up, down }) => ({
      name,
      up: () => runAll(db, up, () => note(db, name)),
      down: () => runAll(db, down, () => forget(db, name)),
    })),
    context: db,
    storage: {
      executed: () => executed(db),
      // the step itself has written its line
      logMigration: async () => undefined,
      unlogMigration: async () => undefined,
    },
    logger: undefined,
  })
}

async function executed(db: Database): Promise<string[]> {
  await db.write(() => db.run(`create table if not exists ${LOG} (name text primary key)`))
  return (await db.rows<{ name: string }>(`select name from ${LOG} order by name`)).map(row => row.name)
}

/** Told before each step: which it is, of how many. */
export type OnStep = (step: { readonly name: string; readonly number: number; readonly of: number }) => void

/**
 * Brings the tables to their newest form. Throws `StartRefused` where a newer Oppen has been at the file: what it
 * wrote is not for this one to guess.
 */
export async function migrate(db: Database, onStep?: OnStep): Promise<void> {
  const umzug = migrator(db)
  refuseNewer(await executed(db))
  const pending = await umzug.pending()
  let number = 0
  umzug.on('migrating', ({ name }) => onStep?.({ name, number: ++number, of: pending.length }))
  await umzug.up()
}

function refuseNewer(log: readonly string[]): void {
  const known = new Set<string>([...migrations.map(one => one.name), ...DATA_STEPS])
  const unknown = log.filter(name => !known.has(name))
  if (unknown.length) throw new StartRefused('database_newer', { step: unknown.at(-1) ?? '' })
}

/** Runs the steps of data that were not done yet. */
export async function runDataSteps(db: Database, steps: DataSteps, onStep?: OnStep): Promise<void> {
  const log = new Set(await executed(db))
  const pending = DATA_STEPS.filter(name => !log.has(name))
  for (const [index, name] of pending.entries()) {
    onStep?.({ name, number: index + 1, of: pending.length })
    await db.write(async () => {
      await steps[name]()
      await note(db, name)
    })
  }
}

/**
 * Runs the scripts of a step. References are looked at once at its end, so that a table can be made anew under
 * its name (SQLite: "Making Other Kinds Of Table Schema Changes", https://www.sqlite.org/lang_altertable.html).
 */
async function runAll(db: Database, scripts: readonly string[], log: () => Promise<void>): Promise<void> {
  await db.pragma('foreign_keys', 'OFF')
  try {
    await db.write(async () => {
      for (const script of scripts) await db.script(script)
      const broken = await db.rows<{ table: string }>('PRAGMA foreign_key_check')
      if (broken[0]) throw new Error(`the step leaves references of ${broken[0].table} broken`)
      await log()
    })
  } finally {
    await db.pragma('foreign_keys', 'ON')
  }
}
