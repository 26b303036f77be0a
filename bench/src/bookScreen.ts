import { EMPTY_WORK, MOST_CELLS } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { named, Person } from '@oppen/demo'
import { contextOf, launch } from './browser.js'
import { quantile } from './quantile.js'
import type { WebScreen } from './web.js'

const [PUPILS, WORKS] = [40, 200]
/** A processor so many times slower: what a school's older tablet is to this machine. */
const SLOWED = 4
/** So many pictures are scrolled past, and so far each time, in pixels. */
const [PICTURES, STEP] = [240, 30]

/** A class with a full mark book: every pupil has a mark for every piece of work. */
export async function fullBook(address: string): Promise<WebScreen & { readonly classId: ClassId }> {
  const teacher = await new Person(address).signIn('ms.varga')
  const { classId } = await teacher.get(
    'makeClass',
    {},
    { name: 'Large book', yearLabel: '', groupName: 'All' },
  )
  const at = { classId }
  const places = Array.from({ length: PUPILS }, (_, n) => named(`Pupil ${n + 1}`))
  const { placeIds } = await teacher.get('addPlaces', at, { places })
  for (let n = 0; n < WORKS; n++) {
    const form = { ...EMPTY_WORK, kind: 'assignment' as const, title: `Piece of work ${n + 1}`, points: '10' }
    const { workId } = await teacher.get('postWork', at, { form, draft: false, alsoIn: [] })
    const cells = placeIds.map((placeId, pupil) => ({
      ...{ workId, placeId, was: null },
      mark: String((pupil * 7 + n * 13) % 11),
    }))
    if (cells.length > MOST_CELLS) throw new Error('more cells than a command takes')
    await teacher.get('setDraftMarks', at, { cells })
    await teacher.get('handBackDrafts', at, { cells })
  }
  const data = await teacher.get('seeMarkBook', at)
  return { name: 'Mark book', path: `/c/${classId}/mark-book`, data, cookie: teacher.cookie, classId }
}

export type Scrolled = { readonly median: number; readonly slowest: number }

/** Scrolls an element across and down, a step for each picture, and says how long pictures took, in milliseconds. */
const scroll = async ([selector, pictures, step]: [string, number, number]): Promise<number[]> => {
  const box = document.querySelector(selector)
  if (!box) throw new Error(`there is no ${selector}`)
  const took: number[] = []
  let last = performance.now()
  for (let picture = 0; picture < pictures; picture++) {
    box.scrollBy(step, picture % 2 ? step / 3 : 0)
    await new Promise(requestAnimationFrame)
    const now = performance.now()
    took.push(now - last)
    last = now
  }
  return took
}

/** A bare table of as many cells in a box that scrolls. */
const bareTable = (): string => {
  const head = Array.from({ length: WORKS }, (_, n) => `<th>Piece of work ${n + 1}</th>`).join('')
  const row = (n: number) =>
    `<tr><th>Pupil ${n + 1}</th>${Array.from({ length: WORKS }, (_, w) => `<td>${(n * 7 + w * 13) % 11}</td>`).join('')}</tr>`
  return `<!doctype html><title>Bare</title><style>#box{overflow:auto;height:600px}td,th{min-width:90px;padding:6px}</style><div id="box"><table><thead><tr>${head}</tr></thead><tbody>${Array.from({ length: PUPILS }, (_, n) => row(n)).join('')}</tbody></table></div>`
}

/** How a full mark book scrolls with a slowed processor, and a bare table of as many cells; milliseconds for a picture. */
export async function scrolledBook(
  address: string,
  { path, cookie }: Pick<WebScreen, 'path' | 'cookie'>,
): Promise<{ readonly ours: Scrolled; readonly bare: Scrolled }> {
  const browser = await launch()
  const measured = async (open: (page: import('@playwright/test').Page) => Promise<string>) => {
    const context = await contextOf(browser, address, cookie, { viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    const box = await open(page)
    const session = await context.newCDPSession(page)
    await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
    const took = (await page.evaluate(scroll, [box, PICTURES, STEP] as [string, number, number])).slice(5)
    await context.close()
    return { median: quantile(took, 0.5), slowest: quantile(took, 0.95) }
  }
  const ours = await measured(async page => {
    await page.goto(`${address}${path}`)
    await page.getByRole('grid').waitFor()
    await page.locator('#root:not([data-rendered])').waitFor()
    await page.waitForLoadState('networkidle').catch(() => undefined)
    return '[role=grid]'
  })
  const bare = await measured(async page => {
    await page.setContent(bareTable())
    return '#box'
  })
  await browser.close()
  return { ours, bare }
}
