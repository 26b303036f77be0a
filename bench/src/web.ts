import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Browser, Page } from '@playwright/test'
import { build } from 'esbuild'
import { contextOf, launch } from './browser.js'
import { serve } from './child.js'
import { quantile } from './quantile.js'

const ROUNDS = 7
/** The page has come to rest when nothing larger was shown for so long, in milliseconds. */
const REST = 700
/** A processor so many times slower: what a school's older tablet is to this machine. */
const SLOWED = 4

/** A screen, whom it belongs to, what it reads and what stands on it when it is there. */
export type WebScreen = {
  readonly name: string
  readonly path: string
  readonly data: unknown
  readonly cookie: string
}

export type FirstPaint = {
  readonly name: string
  readonly slowed: number
  readonly ours: number
  readonly bare: number
  readonly shift: number
}

/** A page of somebody who comes for the first time: nothing is kept yet. */
async function fresh(browser: Browser, address: string, cookie: string, slowed: number): Promise<Page> {
  const context = await contextOf(browser, address, cookie, {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
  })
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  if (slowed > 1) await session.send('Emulation.setCPUThrottlingRate', { rate: slowed })
  return page
}

type Looked = { readonly largest: number; readonly shift: number }

/**
 * When a page has shown its largest text (pictures of pupils' work are not counted), in milliseconds from its address on, and how much of it moved meanwhile
 * (Largest Contentful Paint and Layout Instability of the W3C's Web Performance group, as Chromium counts them).
 */
async function look(page: Page, url: string, rest: number): Promise<Looked> {
  await page.addInitScript(() => {
    const seen = { largest: 0, shift: 0 }
    Object.assign(window, { seen })
    new PerformanceObserver(list => {
      for (const entry of list.getEntries() as (PerformanceEntry & { url: string })[])
        if (!entry.url || !seen.largest) seen.largest = entry.startTime
    }).observe({ type: 'largest-contentful-paint', buffered: true })
    new PerformanceObserver(list => {
      for (const entry of list.getEntries() as (PerformanceEntry & { value: number })[])
        seen.shift += entry.value
    }).observe({ type: 'layout-shift', buffered: true })
  })
  await page.goto(url)
  await page.waitForFunction(
    rest => {
      const { largest } = (window as unknown as { seen: Looked }).seen
      return largest > 0 && performance.now() - largest > rest
    },
    rest,
    { polling: 100 },
  )
  return page.evaluate(() => (window as unknown as { seen: Looked }).seen)
}

/** Each screen and a bare page with the same data, turn by turn: the median of when the largest text was there, as it is known. */
export async function firstPaints(
  address: string,
  screens: readonly WebScreen[],
  out: string,
  each: (paint: FirstPaint) => void,
): Promise<void> {
  await build({
    entryPoints: ['bench/src/barePage.tsx'],
    outfile: join(out, 'barePage.js'),
    bundle: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    jsx: 'automatic',
    define: { 'process.env.NODE_ENV': '"production"' },
  })
  const browser = await launch()
  for (const { name, path, data, cookie } of screens) {
    const file = join(out, 'data.json')
    writeFileSync(file, JSON.stringify(data))
    const bare = await serve(join(out, 'bareWeb.mjs'), {
      BARE_SCRIPT: join(out, 'barePage.js'),
      BARE_DATA: file,
    })
    for (const slowed of [1, SLOWED]) {
      const ours: Looked[] = []
      const base: Looked[] = []
      for (let round = 0; round < ROUNDS; round++) {
        const own = await fresh(browser, address, cookie, slowed)
        ours.push(await look(own, `${address}${path}`, REST * slowed))
        await own.context().close()
        const other = await fresh(browser, `http://127.0.0.1:${bare.port}`, '', slowed)
        base.push(await look(other, `http://127.0.0.1:${bare.port}/`, REST))
        await other.context().close()
      }
      const median = (looks: readonly Looked[]) =>
        quantile(
          looks.map(one => one.largest),
          0.5,
        )
      each({
        name,
        slowed,
        ours: median(ours),
        bare: median(base),
        shift: Math.max(...ours.map(one => one.shift)),
      })
    }
    bare.stop()
  }
  await browser.close()
}

export type Answer = { readonly what: string; readonly ms: number }

type Teacher = { readonly cookie: string; readonly marking: string }

/** So many teachers come one after the other; whatever else this machine does meanwhile does not meet the same answer each time. */
const VISITS = 5

/**
 * How long the slowest answer to a key or a press takes with a slowed processor, in milliseconds: from the key to the
 * next picture on the screen (Event Timing of the W3C, in steps of 8 ms), as the median of several visits. Each is done
 * twice in each of them: what is fetched when it is first needed counts too.
 */
export async function answers(address: string, teacher: Teacher): Promise<Answer[]> {
  const visits: Answer[][] = []
  for (let visit = 0; visit < VISITS; visit++) visits.push(await oneVisit(address, teacher))
  return (visits[0] ?? []).map(({ what }, index) => ({
    what,
    ms: quantile(
      visits.map(answers => answers[index]?.ms ?? Number.NaN),
      0.5,
    ),
  }))
}

async function oneVisit(address: string, teacher: Teacher): Promise<Answer[]> {
  const browser = await launch()
  const page = await fresh(browser, address, teacher.cookie, SLOWED)
  await page.addInitScript(() => {
    const slowest = { ms: 0 }
    Object.assign(window, { slowest })
    new PerformanceObserver(list => {
      for (const entry of list.getEntries()) slowest.ms = Math.max(slowest.ms, entry.duration)
    }).observe({ type: 'event', durationThreshold: 16, buffered: true } as PerformanceObserverInit)
  })
  const found: Answer[] = []
  const timed = async (what: string, does: () => Promise<unknown>) => {
    await page.evaluate(() => {
      ;(window as unknown as { slowest: { ms: number } }).slowest.ms = 0
    })
    await does()
    // the entry of an event comes with the picture after it
    await page.evaluate(
      () =>
        new Promise(done => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 400)))),
    )
    const ms = await page.evaluate(() => (window as unknown as { slowest: { ms: number } }).slowest.ms)
    found.push({ what, ms })
  }
  await page.goto(`${address}/today`)
  await page.getByRole('heading', { name: 'Today', level: 1 }).waitFor()
  await page.locator('#root:not([data-rendered])').waitFor()
  await page.waitForLoadState('networkidle').catch(() => undefined)
  const box = page.getByRole('combobox')
  for (const nth of ['first', 'again']) {
    await timed(`opening the palette, ${nth}`, async () => {
      await page.keyboard.press('Control+k')
      await box.waitFor()
    })
    await timed(`typing into the palette, ${nth}`, () => page.keyboard.type('rain', { delay: 120 }))
    await timed(`closing the palette, ${nth}`, async () => {
      await page.keyboard.press('Escape')
      await box.waitFor({ state: 'detached' })
    })
    await timed(`to a class, ${nth}`, async () => {
      await page
        .getByRole('link', { name: /^Garden Science/ })
        .first()
        .click()
      await page.getByRole('link', { name: 'Topics', exact: true }).waitFor()
    })
    await timed(`to Topics, ${nth}`, async () => {
      await page.getByRole('link', { name: 'Topics', exact: true }).click()
      await page.getByRole('heading', { name: 'Topics', level: 1 }).waitFor()
    })
    await timed(`to Week, ${nth}`, async () => {
      await page.getByRole('link', { name: 'Week', exact: true }).click()
      await page.waitForURL(/\/week/)
      await page.locator('main h1').waitFor()
    })
    await timed(`to Today, ${nth}`, async () => {
      await page
        .getByRole('link', { name: /^Today/ })
        .first()
        .click()
      await page.getByRole('heading', { name: 'Today', level: 1 }).waitFor()
    })
  }
  await page.goto(`${address}${teacher.marking}`)
  const next = page.getByRole('button', { name: /^Next to mark/ })
  await next.waitFor()
  // the server shows it before it can be used
  await page.locator('#root:not([data-rendered])').waitFor()
  await page.waitForLoadState('networkidle').catch(() => undefined)
  for (const nth of ['first', 'again']) {
    await timed(`the next to mark by key, ${nth}`, async () => {
      await page.locator('main').focus()
      await page.keyboard.press('n')
    })
    await timed(`a comment, ${nth}`, async () => {
      await page
        .getByLabel(/^Feedback/)
        .first()
        .focus()
      // nobody types before they see where
      await page.evaluate(() => new Promise(done => requestAnimationFrame(() => setTimeout(done, 100))))
      await page.keyboard.type('Well seen.', { delay: 100 })
    })
  }
  await browser.close()
  return found
}
