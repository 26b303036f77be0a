import { join } from 'node:path'
import { EMPTY_WORK } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { averageWithWorking, MARK_RULES, type Piece } from '@oppen/core/marks'
import { named, Person } from '@oppen/demo'
import { PDFDocument, StandardFonts } from 'pdf-lib'
import { serve } from './child.js'
import { quantile } from './quantile.js'
import { compared, type Ratio } from './quiz.js'

const [PUPILS, WORKS] = [40, 200]

/** Averages by categories of a whole mark book with their working, against adding its marks up; milliseconds. */
export function averages(): Ratio {
  const names = ['Field notes', 'Tests', 'Homework', 'Projects']
  const rules = {
    ...MARK_RULES,
    ...({ basis: 'categories', zeroAfterDays: 7, late: { everyHours: 24, take: 100, floor: 300 } } as const),
    categories: names.map((name, index) => ({ name, weight: 10 * (index + 1), dropLowest: 1 })),
  }
  const book = Array.from({ length: PUPILS }, (_, pupil) =>
    Array.from(
      { length: WORKS },
      (_, work): Piece => ({
        ...{
          id: `w${work}`,
          points: 1000,
          category: names[work % 4] ?? '',
          extra: work % 50 === 0,
          counts: true,
        },
        standing: {
          ...{ is: 'marked', mark: (pupil * 7 + work * 13) % 1001, forgiven: false },
          lateBy: work % 9 ? 0 : 30 * 3_600_000,
        },
      }),
    ),
  )
  return compared(
    () => book.map(pieces => averageWithWorking(pieces, rules)),
    () =>
      book.map(pieces =>
        pieces.reduce((sum, { standing }) => sum + (standing.is === 'marked' ? standing.mark : 0), 0),
      ),
  )
}

const ROUNDS = 4

/** Handing everything of a class back in one command, against as many bare inserts one after the other; milliseconds. */
export async function handBackToAll(
  address: string,
  folder: string,
  out: string,
): Promise<Ratio & { pupils: number }> {
  const teacher = await new Person(address).signIn('ms.varga')
  const { ties } = await teacher.get('me', {})
  const classId = ties.find(tie => tie.className === 'Garden Science')?.classId
  if (!classId) throw new Error('Ms Varga has no class')
  const bare = await serve(join(out, 'bareSave.mjs'), { BARE_COPY: join(folder, '..', 'bareBack.sqlite') })
  const rounds: { ours: number; bare: number; pupils: number }[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const form = { ...EMPTY_WORK, kind: 'assignment' as const, title: `Handed back ${round}`, points: '10' }
    const { workId } = await teacher.get('postWork', { classId }, { form, draft: false, alsoIn: [] })
    const { rows } = await teacher.get('seeMarking', { classId, workId })
    const placeIds: PlaceId[] = rows.map(row => row.placeId)
    const cells = placeIds.map(placeId => ({ workId, placeId, mark: '8', was: null }))
    await teacher.get('setDraftMarks', { classId }, { cells })
    const began = performance.now()
    const { handedBack } = await teacher.get('handBackReady', { classId, workId }, { placeIds })
    const ours = performance.now() - began
    const before = performance.now()
    for (const [at] of placeIds.entries())
      await fetch(`http://127.0.0.1:${bare.port}/draft/${round}-${at}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ mark: 800 }),
      }).then(answer => answer.arrayBuffer())
    rounds.push({ ours, bare: performance.now() - before, pupils: handedBack.length })
  }
  bare.stop()
  const last = rounds.slice(1).sort((one, other) => one.ours - other.ours)[1]
  if (!last) throw new Error('nothing was handed back')
  return { ...last, ratio: last.ours / last.bare }
}

const SPAN = { from: '2026-09-07', to: '2026-10-12' }
const ALL = 120
const PROBE = 20

/**
 * Reports for 120 pupils with all their work, against 120 bare pages of as many lines; milliseconds. Meanwhile somebody else asks for
 * something small again and again: `waited` is how long the slowest of a hundred of these answers took.
 */
export async function reportsForAll(address: string): Promise<Ratio & { waited: number; idle: number }> {
  const teacher = await new Person(address).signIn('ms.varga')
  const { ties } = await teacher.get('me', {})
  const classId = ties.find(tie => tie.className === 'Garden Science')?.classId
  if (!classId) throw new Error('Ms Varga has no class')
  const at = { classId }
  const names = Array.from({ length: ALL }, (_, n) => `Pupil ${n + 1}`)
  await teacher.get('addPlaces', at, { places: names.map(name => named(name)) })
  const { pupils } = await teacher.get('seeReports', { ...at, ...SPAN })
  const placeIds = pupils.slice(0, ALL).map(one => one.placeId)
  const make = async () => {
    let job = await teacher.get('beginReports', at, { ...SPAN, placeIds })
    while (job.state === 'working') {
      await new Promise(done => setTimeout(done, 100))
      job = await teacher.get('seeReportJob', { ...at, jobId: job.id })
    }
    if (job.state !== 'ready') throw new Error(`reports: ${job.state}`)
  }
  const idle = await waitsDuring(address, () => new Promise(done => setTimeout(done, 4_000)))
  // threads load what they need once
  await make()
  const began = performance.now()
  const waited = await waitsDuring(address, make)
  const ours = performance.now() - began
  const before = performance.now()
  const pdf = await PDFDocument.create()
  const font = await pdf.embedFont(StandardFonts.Helvetica)
  for (let page = 0; page < ALL; page++) {
    const paper = pdf.addPage([595, 842])
    for (let line = 0; line < 34; line++)
      paper.drawText(`Piece of work ${line} of ${page}`, { x: 100, y: 800 - line * 20, size: 10, font })
  }
  await pdf.save()
  const bare = performance.now() - before
  return { ratio: ours / bare, ours, bare, waited, idle }
}

/** How long the slowest of a hundred small answers took while something was done, in milliseconds. */
async function waitsDuring(address: string, act: () => Promise<unknown>): Promise<number> {
  const waits: number[] = []
  let going = true
  const probe = (async () => {
    while (going) {
      const asked = performance.now()
      await fetch(`${address}/healthz`).then(answer => answer.arrayBuffer())
      waits.push(performance.now() - asked)
      await new Promise(done => setTimeout(done, PROBE))
    }
  })()
  await act()
  going = false
  await probe
  return quantile(waits, 0.99)
}
