import { EMPTY_WORK } from '@oppen/contract'
import { Person } from '@oppen/demo'
import type { Page } from '@playwright/test'
import { contextOf, launch } from './browser.js'
import { quantile } from './quantile.js'
import { paragraphs } from './readingHelp.js'

const MINUTES = 5
/** So often a paragraph is begun once the voice is there. */
const AGAIN = 7

type Spoken = { sounds: number[]; words: number[] }

/** Keeps what the voice tells of itself: when each sound is heard, and how long after its sound each word was marked; in milliseconds. */
const keep = () => {
  const spoken: Spoken = { sounds: [], words: [] }
  Object.assign(window, { spoken })
  new PerformanceObserver(list => {
    for (const entry of list.getEntries() as (PerformanceEntry & { detail: number })[]) {
      if (entry.name === 'spoken sound') spoken.sounds.push(entry.startTime + entry.detail * 1_000)
      if (entry.name === 'spoken word') spoken.words.push(entry.detail * 1_000)
    }
  }).observe({ type: 'mark' })
}

const spokenOf = (page: Page) => page.evaluate(() => (window as unknown as { spoken: Spoken }).spoken)

/** From a press to the sound after it, in milliseconds. */
async function pressToSound(page: Page): Promise<number> {
  const before = (await spokenOf(page)).sounds.length
  const pressed = await page.evaluate(() => {
    window.dispatchEvent(new KeyboardEvent('keydown', { code: 'KeyL', altKey: true, cancelable: true }))
    return performance.now()
  })
  await page.waitForFunction(
    count => (window as unknown as { spoken: Spoken }).spoken.sounds.length > count,
    before,
    { timeout: 60_000 },
  )
  return ((await spokenOf(page)).sounds[before] ?? Number.NaN) - pressed
}

/** Reads a long text aloud in a browser: how soon it is heard, and how close the marks on the page keep to what is heard. */
export async function readAloud(address: string) {
  const teacher = await new Person(address).signIn('ms.varga')
  const pupil = await new Person(address).signIn('nia.falk')
  const { ties } = await teacher.get('me', {})
  const classId = ties.find(tie => tie.className === 'Garden Science')?.classId
  if (!classId) throw new Error('the demo has no Garden Science')
  const directions = paragraphs()
    .map(one => `<p>${one}.</p>`)
    .join('')
  const form = { ...EMPTY_WORK, kind: 'handout' as const, title: 'A text to hear', directions }
  const { workId } = await teacher.get('postWork', { classId }, { form, draft: false, alsoIn: [] })
  const browser = await launch()
  const context = await contextOf(browser, address, pupil.cookie, { viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await page.addInitScript(keep)
  await page.goto(`${address}/c/${classId}/work/${workId}`)
  await page.locator('#root:not([data-rendered])').waitFor()
  await page.waitForLoadState('networkidle')
  await page.mouse.click(600, 20)
  const cold = await pressToSound(page)
  const warm: number[] = []
  for (let time = 0; time < AGAIN; time++) {
    await page.keyboard.press('Escape')
    // another paragraph: none that was made before
    await page.evaluate(by => document.getElementById('page')?.scrollBy(0, by), 400)
    warm.push(await pressToSound(page))
  }
  await page.evaluate(() => {
    ;(window as unknown as { spoken: Spoken }).spoken.words.length = 0
  })
  await page.waitForTimeout(MINUTES * 60_000)
  const { words } = await spokenOf(page)
  await browser.close()
  return {
    cold,
    warm: quantile(warm, 0.5),
    minutes: MINUTES,
    late: {
      length: words.length,
      median: quantile(words, 0.5),
      most: quantile(words, 0.99),
      latest: Math.max(...words),
    },
  }
}
