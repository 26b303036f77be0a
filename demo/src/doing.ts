import type { PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import { type InkItem, type InkPoint, pack } from '@oppen/core/ink'
import type { fixedClock } from '@oppen/server/clock'
import { writeBeside } from '@oppen/server/features/talk/messages'
import { handIn } from '@oppen/server/features/work/handIn'
import { keepGiven } from '@oppen/server/features/worksheets/given'
import { pagesOf } from '@oppen/server/features/worksheets/newSheets'
import { saveInk } from '@oppen/server/features/worksheets/saving'
import type { World } from '@oppen/server/world'
import { PDFDocument, type PDFPage, rgb, StandardFonts } from 'pdf-lib'
import { at, buildWork, placeOf, submissionOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { pupilOf } from './talking.js'

type Clock = ReturnType<typeof fixedClock>

const READERS = ['Priya Dane', 'Goran Pell', 'Nia Falk', 'Oskar Lind'] as const

/** What is said beside the work, and a worksheet that some have begun and some have handed in. */
export async function doing(world: World, clock: Clock, school: DemoSchool): Promise<void> {
  await threads(world, clock, school)
  await labelTheGauge(world, clock, school)
}

async function threads(world: World, clock: Clock, school: DemoSchool): Promise<void> {
  const thread = {
    classId: school.garden.classId,
    workId: school.work('Why the hill is wetter than the harbour'),
    placeId: null,
  }
  const said: readonly [string, string, string][] = [
    ['Lena Osei', '2026-10-13T16:40', 'Is it page 14 or 15? Mine has the map on both.'],
    ['Goran Pell', '2026-10-13T17:05', '15. The map on 14 is the old harbour.'],
    ['Priya Dane', '2026-10-14T12:35', 'The word in the second line is “leeward”.'],
  ]
  for (const [name, when, text] of said) {
    clock.moveTo(at(world, when))
    await writeBeside(world, pupilOf(school, name), thread, { html: `<p>${text}</p>` })
  }
  clock.moveTo(at(world, '2026-10-14T13:10'))
  await writeBeside(world, school.teachers.varga, thread, {
    html: '<p>Thank you, Priya. Leeward is the side away from the wind.</p>',
  })
}

async function labelTheGauge(world: World, clock: Clock, school: DemoSchool): Promise<void> {
  const { garden } = school
  clock.moveTo(at(world, '2026-10-12T12:10'))
  const topic = await world.db.row<{ id: TopicId }>(
    "select id from topics where name = 'Weather watch' and class_id = $classId",
    { classId: garden.classId },
  )
  const workId = await buildWork(world, garden, {
    title: 'Label the gauge and chart a week',
    topicId: topic?.id ?? null,
    week: '2026-10-12',
    lane: 'followUp',
    due: '2026-10-16T17:00',
    minutes: 25,
    // the four who read the gauges on Monday
    forWhom: 'pupils',
    placeIds: READERS.map(name => placeOf(garden, name).placeId),
    points: '10',
    directions:
      '<p>On the first page, name the four parts and say what each is for. On the second, draw the week as a chart: one bar a day, both axes labelled.</p>',
  })
  const bytes = await gaugePages()
  const hash = await world.files.keepBytes(bytes)
  const upload = { hash, type: 'application/pdf', size: bytes.length, name: 'rain gauge.pdf' }
  const { sheets } = await keepGiven(
    world,
    { classId: garden.classId, workId },
    await pagesOf(world, upload, workId),
  )
  const [first = '', second = ''] = sheets.map(sheet => sheet.id as string)
  const working = [
    {
      name: 'Priya Dane',
      when: '2026-10-13T18:05',
      items: [...labels(first, 4), ...bars(second, 5)],
      done: true,
    },
    {
      name: 'Goran Pell',
      when: '2026-10-14T12:50',
      items: [...labels(first, 4), ...bars(second, 5)],
      done: true,
    },
    {
      name: 'Nia Falk',
      when: '2026-10-14T15:10',
      items: [...labels(first, 3), ...bars(second, 3)],
      done: false,
    },
  ]
  for (const one of working) {
    clock.moveTo(at(world, one.when))
    const submission = {
      ...submissionOf(garden, workId as WorkId, one.name),
      placeId: placeOf(garden, one.name).placeId as PlaceId,
    }
    const { version } = await saveInk(world, pupilOf(school, one.name), submission, {
      put: one.items,
      drop: [],
    })
    clock.moveTo(at(world, one.when) + 540_000)
    if (one.done) await handIn(world, pupilOf(school, one.name), submission, { version: 0, ink: version })
  }
}

const PARTS: readonly [string, number, number][] = [
  ['funnel: catches the rain', 640, 330],
  ['bottle with straight sides', 640, 560],
  ['marks, every 5 mm', 640, 800],
  ['stones, so the wind leaves it', 640, 1060],
]

/** The parts named: typed words, an arrow to each, and a ring drawn by hand. */
function labels(page: string, count: number): InkItem[] {
  return PARTS.slice(0, count).flatMap(([text, x, y], index) => [
    { kind: 'text', id: `label${index}`, page, x, y, size: 24, colour: 'blue', text },
    {
      ...{ kind: 'shape', id: `arrow${index}`, page, shape: 'arrow', colour: 'blue', width: 3 },
      ...{ from: { x: x - 10, y: y + 14 }, to: { x: 470, y: y + (index === 3 ? 60 : 20) } },
    },
    ...(index === 0 ? [ring(page, 400, y + 10)] : []),
  ])
}

function ring(page: string, x: number, y: number): InkItem {
  const points: InkPoint[] = Array.from({ length: 60 }, (_, step) => {
    const angle = (step / 56) * 2 * Math.PI
    const wobble = 1 + 0.03 * Math.sin(step)
    return {
      x: x + 120 * wobble * Math.cos(angle),
      y: y + 50 * wobble * Math.sin(angle),
      pressure: 0.35 + (step % 20) / 50,
    }
  })
  return { kind: 'stroke', id: 'ring', page, tool: 'pencil', colour: 'red', width: 4, points: pack(points) }
}

const READINGS = [4, 11, 0, 7, 2]

/** A bar for each day, filled in with a felt pen, and a note about the day without rain. */
function bars(page: string, count: number): InkItem[] {
  const drawn = READINGS.slice(0, count).flatMap((reading, day): InkItem[] => {
    const x = 250 + day * 130
    const top = 1000 - reading * 50
    // up and down and a little further each time, as one fills in with a pen
    const points = Array.from({ length: 110 }, (_, step) => ({
      x: x - 50 + step * 0.92,
      y: top + ((1000 - top) * (1 + Math.cos((step / 110) * 22 * Math.PI))) / 2,
      pressure: 0.5,
    }))
    const stroke = { kind: 'stroke', tool: 'felt', colour: 'green', width: 9, page } as const
    return reading ? [{ ...stroke, id: `bar${day}`, points: pack(points) }] : []
  })
  const note: InkItem = {
    kind: 'note',
    id: 'dry',
    page,
    x: 510,
    y: 950,
    text: 'Wednesday was dry. Is nothing a bar?',
    fileId: null,
  }
  return count > 2 ? [...drawn, note] : drawn
}

const A4 = { width: 595.28, height: 841.89 }
const INK = rgb(0.2, 0.25, 0.25)

/** Two printed pages: a gauge to be labelled, and axes for a chart. */
async function gaugePages(): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.setCreationDate(new Date(0))
  pdf.setModificationDate(new Date(0))
  const font = await pdf.embedFont(StandardFonts.Helvetica)
  const page = (title: string): PDFPage => {
    const fresh = pdf.addPage([A4.width, A4.height])
    fresh.drawText(title, { x: 56, y: 770, size: 20, font, color: INK })
    return fresh
  }
  const gauge = page('Our rain gauge')
  gauge.drawText('Name each part. What is it for?', { x: 56, y: 742, size: 12, font, color: INK })
  gauge.drawSvgPath('M170 180L310 180L250 260L250 300L230 300L230 260Z', {
    x: 0,
    y: A4.height,
    borderColor: INK,
    borderWidth: 2,
  })
  gauge.drawSvgPath('M180 300H300V620H180Z', { x: 0, y: A4.height, borderColor: INK, borderWidth: 2 })
  for (let mark = 0; mark < 12; mark++)
    gauge.drawLine({ start: { x: 280, y: 240 + mark * 22 }, end: { x: 300, y: 240 + mark * 22 }, color: INK })
  for (const [x, y] of [
    [170, 208],
    [205, 200],
    [245, 206],
    [285, 200],
    [315, 208],
  ] as const)
    gauge.drawEllipse({ x, y, xScale: 22, yScale: 14, borderColor: INK, borderWidth: 2 })
  const chart = page('A week of rain')
  chart.drawText('Mon 4 mm   Tue 11 mm   Wed 0 mm   Thu 7 mm   Fri 2 mm', {
    x: 56,
    y: 742,
    size: 12,
    font,
    color: INK,
  })
  chart.drawLine({ start: { x: 100, y: 246 }, end: { x: 500, y: 246 }, thickness: 2, color: INK })
  chart.drawLine({ start: { x: 100, y: 246 }, end: { x: 100, y: 660 }, thickness: 2, color: INK })
  return pdf.save()
}
