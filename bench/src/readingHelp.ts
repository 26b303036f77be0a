import { EMPTY_WORK } from '@oppen/contract'
import { USUAL } from '@oppen/core/readingHelp'
import { Person } from '@oppen/demo'
import type { Page } from '@playwright/test'
import { contextOf, launch } from './browser.js'
import { quantile } from './quantile.js'

/** A processor so many times slower: what a school's older tablet is to this machine. */
const SLOWED = 4
const WORDS = 10_000
/** So many lines are gone through. */
const LINES = 150

const TEXT = 'the rain ran down to the sea and on by noon it was dry '
export const paragraphs = (): string[] => {
  const words = TEXT.repeat(Math.ceil(WORDS / TEXT.trim().split(' ').length))
    .trim()
    .split(' ')
    .slice(0, WORDS)
  return Array.from({ length: WORDS / 100 }, (_, n) => words.slice(n * 100, n * 100 + 100).join(' '))
}

export type Pictures = { readonly median: number; readonly slowest: number }

/** Presses a key for each picture and says how long pictures took, in milliseconds. */
const walk = async (lines: number): Promise<number[]> => {
  const took: number[] = []
  let last = performance.now()
  for (let line = 0; line < lines; line++) {
    const page = document.getElementById('page') ?? document.body
    page.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true, cancelable: true }))
    await new Promise(requestAnimationFrame)
    const now = performance.now()
    took.push(now - last)
    last = now
  }
  return took
}

/** The same text on a bare page whose box scrolls by a line with each key, with nothing over it. */
const barePage = (): string =>
  `<!doctype html><title>Bare</title><style>body{margin:0;font:22px/1.7 sans-serif}#page{height:100vh;overflow:auto}p{max-width:48ch}</style><div id="page">${paragraphs()
    .map(one => `<p>${one}</p>`)
    .join('')}</div><script>addEventListener('keydown',()=>page.scrollBy(0,37))</script>`

/** How long a picture takes while a guide goes through a text of 10,000 words, slowed, and while a bare page scrolls by it. */
export async function guidedText(
  address: string,
): Promise<{ readonly ours: Pictures; readonly bare: Pictures }> {
  const teacher = await new Person(address).signIn('ms.varga')
  const pupil = await new Person(address).signIn('ada.moreno')
  const { ties } = await teacher.get('me', {})
  const classId = ties.find(tie => tie.className === 'Garden Science')?.classId
  if (!classId) throw new Error('the demo has no Garden Science')
  const directions = paragraphs()
    .map(one => `<p>${one}</p>`)
    .join('')
  const form = { ...EMPTY_WORK, kind: 'handout' as const, title: 'A long text', directions }
  const { workId } = await teacher.get('postWork', { classId }, { form, draft: false, alsoIn: [] })
  const settings = { ...USUAL, size: 130, room: 'more', column: 'narrow', paper: 'straw', guide: 3 } as const
  await pupil.get('saveReadingSettings', {}, { settings })
  const browser = await launch()
  const measured = async (cookie: string, open: (page: Page) => Promise<void>): Promise<Pictures> => {
    const context = await contextOf(browser, address, cookie, { viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await open(page)
    const session = await context.newCDPSession(page)
    await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
    const took = (await page.evaluate(walk, LINES)).slice(5)
    await context.close()
    return { median: quantile(took, 0.5), slowest: quantile(took, 0.95) }
  }
  const ours = await measured(pupil.cookie, async page => {
    await page.goto(`${address}/c/${classId}/work/${workId}`)
    await page.locator('#root:not([data-rendered])').waitFor()
    // the first line of the text, with which the guide comes
    const text = page.locator('.written').first()
    await page.getByRole('button', { name: 'Reading help' }).click()
    await page.getByRole('button', { name: 'Use it' }).click()
    await text.click({ position: { x: 20, y: 10 } })
    await page.getByRole('toolbar', { name: 'Reading guide' }).waitFor()
  })
  const bare = await measured('', page => page.setContent(barePage()))
  await browser.close()
  return { ours, bare }
}
