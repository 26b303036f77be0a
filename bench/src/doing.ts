import { addressOf, routes } from '@oppen/contract'
import { type InkItem, pack, tidy } from '@oppen/core/ink'
import { mayWrite } from '@oppen/core/work'
import { Person, PUPILS, Seeded } from '@oppen/demo'
import type { SubmissionAddress } from '@oppen/server/features/submissions/moves'
import type { Browser, Page } from '@playwright/test'
import { PDFDocument } from 'pdf-lib'
import { contextOf, launch } from './browser.js'
import { quantile } from './quantile.js'

async function pageOf(browser: Browser, address: string, person: Person): Promise<Page> {
  const context = await contextOf(browser, address, person.cookie, {
    viewport: { width: 1280, height: 800 },
  })
  return context.newPage()
}

export type Writer = { readonly person: Person; readonly submission: SubmissionAddress }

/** Submissions of the demo's pupils that take writing now, untouched ones unless said otherwise: one of each, then more of them. */
export async function untouched(
  address: string,
  most: number,
  phases: readonly string[] = ['untouched'],
): Promise<Writer[]> {
  const found: Writer[][] = []
  for (const name of PUPILS) {
    const person = await new Person(address).signIn(name.toLowerCase().replace(' ', '.'))
    const { submissions } = await person.get('seeToday', {})
    const { now } = await person.get('me', {})
    const open = submissions.filter(
      ({ status, work }) =>
        phases.includes(status.phase) && work.kind === 'assignment' && mayWrite(status, work, now).ok,
    )
    for (const [nth, { classId, work, placeId }] of open.entries()) {
      const writers = found[nth] ?? []
      writers.push({ person, submission: { classId, workId: work.id, placeId } })
      found[nth] = writers
    }
    if ((found[0]?.length ?? 0) >= most) break
  }
  return found.flat().slice(0, most)
}

export const WORDS = 'the wind pushes the wet air up the hill and there it gets cold and rains'.split(' ')

/**
 * Somebody types for half a minute, a letter every 90 ms, with pauses of a second between sentences: from the last
 * letter before a pause to "Saved", in milliseconds, and how many requests a minute of typing takes.
 */
export async function typing(address: string): Promise<{ p95: number; requests: number }> {
  const [one] = await untouched(address, 1)
  if (!one) throw new Error('nothing to write on')
  const browser = await launch()
  const page = await pageOf(browser, address, one.person)
  const { classId, workId } = one.submission
  await page.goto(`${address}/c/${classId}/work/${workId}`)
  await page.locator('.ProseMirror').click()
  let requests = 0
  page.on('request', request => {
    if (request.url().endsWith('/draft')) requests += 1
  })
  const waits: number[] = []
  const began = performance.now()
  for (let sentence = 0; sentence < 14; sentence++) {
    for (const word of [...WORDS].slice(0, 4 + (sentence % 5)))
      await page.keyboard.type(`${word} `, { delay: 90 })
    const last = performance.now()
    await page
      .locator('footer')
      .getByText(/^Saved \d/)
      .waitFor()
    waits.push(performance.now() - last)
    await page.waitForTimeout(1_000)
  }
  const minutes = (performance.now() - began) / 60_000
  await browser.close()
  return { p95: quantile(waits, 0.95), requests: requests / minutes }
}

/** Strokes as a hand makes them: waves of many points, a hundred a second, as a device gives them. */
export function handwriting(page: string, count: number): InkItem[] {
  const seeded = new Seeded(7)
  return Array.from({ length: count }, (_, index) => {
    const [x, y] = [40 + seeded.next() * 880, 40 + seeded.next() * 1300]
    const points = Array.from({ length: 45 }, (_, step) => ({
      x: x + step * (0.8 + seeded.next() * 0.4),
      y: y + 9 * Math.sin(step / 4) + seeded.next() * 0.3,
      pressure: 0.3 + 0.4 * Math.abs(Math.sin(step / 9)),
    }))
    return {
      kind: 'stroke',
      id: `h${index}`,
      page,
      tool: 'pen',
      colour: 'blue',
      width: 3,
      points: pack(tidy(points)),
    }
  })
}

/** Bytes that a minute of drawing takes: two strokes a second of half a second each, as they lie in the table. */
export const bytesOfAMinute = (): number =>
  handwriting('0123456789abcdef', 120).reduce((sum, item) => sum + JSON.stringify(item).length, 0)

/** Gives pages out with a work; whose class it is does, for the other teacher there is no such work. */
export async function giveSheets(address: string, { classId, workId }: Writer['submission'], form: FormData) {
  for (const name of ['ms.varga', 'mr.bell']) {
    const teacher = await new Person(address).signIn(name)
    await teacher.fetch(addressOf(routes.giveSheets, { classId, workId }), { method: 'POST', body: form })
  }
}

/** A worksheet of so many pages for the first pupil of the demo's class. */
async function worksheetOf(address: string, pages: number, strokes: number) {
  const [one] = await untouched(address, 1)
  if (!one) throw new Error('nothing to draw on')
  const pdf = await PDFDocument.create()
  for (let n = 1; n <= pages; n++)
    pdf
      .addPage([595, 842])
      .drawText(`Page ${n}: name the parts of what you see.`, { x: 50, y: 760, size: 14 })
  const form = new FormData()
  form.append('file', new File([Uint8Array.from(await pdf.save())], 'pages.pdf'))
  await giveSheets(address, one.submission, form)
  const { sheets } = await one.person.get('seeWorksheet', one.submission)
  const items = handwriting(sheets[0]?.id ?? '', strokes)
  for (let at = 0; at < items.length; at += 400)
    await one.person.get('saveInk', one.submission, { put: items.slice(at, at + 400), drop: [] })
  return one
}

/** Milliseconds from going to a worksheet of 20 pages to the first stroke that is drawn on it. */
export async function opening(address: string): Promise<number> {
  const { person, submission } = await worksheetOf(address, 20, 0)
  const browser = await launch()
  const times: number[] = []
  for (let round = 0; round < 5; round++) {
    const page = await pageOf(browser, address, person)
    const began = performance.now()
    await page.goto(`${address}/c/${submission.classId}/work/${submission.workId}`)
    await page.locator('[role=img][aria-busy=false]').first().waitFor()
    await stroke(page, 3)
    times.push(performance.now() - began)
    await page.context().close()
  }
  await browser.close()
  return quantile(times.slice(1), 0.5)
}

/** The browser takes one move of the mouse a frame. */
async function stroke(page: Page, moves = 60): Promise<void> {
  const box = await page.getByRole('group', { name: 'Page 1', exact: true }).boundingBox()
  if (!box) throw new Error('the page is not there')
  await page.mouse.move(box.x + 80, box.y + 80)
  await page.mouse.down()
  for (let n = 0; n < moves; n++) await page.mouse.move(box.x + 80 + n * 4, box.y + 80 + 20 * Math.sin(n / 6))
  await page.mouse.up()
}

/**
 * Frames a second while drawing over a page with 2,000 strokes, with the processor slowed four times, and the share
 * of frames that came later than a sixtieth of a second and a half.
 */
export async function drawing(address: string): Promise<{ frames: number; late: number; strokes: number }> {
  const STROKES = 2_000
  const { person, submission } = await worksheetOf(address, 1, STROKES)
  const browser = await launch()
  const page = await pageOf(browser, address, person)
  await page.goto(`${address}/c/${submission.classId}/work/${submission.workId}`)
  await page.locator('[role=img][aria-busy=false]').first().waitFor()
  const session = await page.context().newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  // as text: what is compiled here may lean on helpers that the page does not have
  await page.evaluate(`
    window.times = []
    requestAnimationFrame(function tick(now) {
      window.times.push(now)
      requestAnimationFrame(tick)
    })
  `)
  for (let n = 0; n < 6; n++) await stroke(page)
  const times: number[] = await page.evaluate<number[]>('window.times')
  await browser.close()
  const gaps = times.slice(1).map((time, at) => time - (times[at] ?? 0))
  const span = (times.at(-1) ?? 0) - (times[0] ?? 0)
  return {
    strokes: STROKES,
    frames: (gaps.length * 1000) / span,
    late: gaps.filter(gap => gap > 25).length / gaps.length,
  }
}
