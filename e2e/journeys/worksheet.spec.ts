import { readFile } from 'node:fs/promises'
import { type Browser, expect, type Page, test } from '@playwright/test'
import { accessible, bar, device, noSideways, screensKept, signIn, signOut } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const NAME = 'Label the gauge and chart a week'
const SAVED = /^Saved \d\d:\d\d$/

/** Somebody of the demo with the worksheet open. */
async function atWorksheet(browser: Browser, userName: string, options = {}): Promise<Page> {
  const { page } = await device(browser, school.address, options)
  await signIn(page, userName)
  await page
    .getByRole('link', { name: new RegExp(NAME) })
    .first()
    .click()
  await expect(sheet(page, 1)).toBeVisible()
  await expect(printed(page)).toHaveAttribute('aria-busy', 'false')
  return page
}

const sheet = (page: Page, number: number) => page.getByRole('group', { name: `Page ${number}` })
const printed = (page: Page) => page.getByRole('img', { name: 'Page 1' })
const hold = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click()

/** Draws across a page from one place to another, in shares of its width; the first is brought into the middle. */
async function draw(page: Page, from: [number, number], to: [number, number], on = 1): Promise<void> {
  await sheet(page, on).evaluate((element, share) => {
    const { top, width } = element.getBoundingClientRect()
    document.getElementById('page')?.scrollBy(0, top + share * width - window.innerHeight / 2)
  }, from[1])
  const box = await sheet(page, on).boundingBox()
  if (!box) throw new Error('the page is not there')
  const at = ([x, y]: [number, number]) => [box.x + x * box.width, box.y + y * box.width] as const
  await page.mouse.move(...at(from))
  await page.mouse.down()
  for (let step = 1; step <= 12; step++) {
    const share = step / 12
    await page.mouse.move(...at([from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]))
  }
  await page.mouse.up()
}

/** How much of a page is drawn on: pixels of its ink that are not see-through. */
const inked = (page: Page, on = 1): Promise<number> =>
  sheet(page, on)
    .locator(':scope > canvas')
    .first()
    .evaluate(element => {
      const canvas = element as HTMLCanvasElement
      const { data } = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height) ?? {
        data: [],
      }
      let count = 0
      for (let at = 3; at < data.length; at += 4) if ((data[at] ?? 0) > 0) count += 1
      return count
    })

/** The same once the last stroke is drawn to its end: two looks one after the other find as much. */
async function settled(page: Page, on = 1): Promise<number> {
  let last = -1
  await expect
    .poll(async () => {
      const before = last
      last = await inked(page, on)
      return last === before
    })
    .toBe(true)
  return last
}

test('drawn, rubbed out, undone, typed and noted; found again after a reload; handed in and seen by the teacher', async ({
  browser,
}) => {
  const page = await atWorksheet(browser, 'oskar.lind')
  expect(await inked(page)).toBe(0)
  await draw(page, [0.1, 0.2], [0.5, 0.25])
  await expect(bar(page)).toHaveText(SAVED)
  const drawn = await settled(page)
  expect(drawn).toBeGreaterThan(200)

  // the eraser takes out the middle; undo brings it back, redo takes it out again
  await hold(page, 'Eraser (E)')
  await draw(page, [0.25, 0.219], [0.4, 0.2375])
  await expect.poll(() => inked(page)).toBeLessThan(drawn)
  const rubbed = await settled(page)
  await page.keyboard.press('ControlOrMeta+z')
  await expect.poll(() => inked(page)).toBe(drawn)
  await page.keyboard.press('ControlOrMeta+Shift+z')
  await expect.poll(() => inked(page)).toBe(rubbed)

  // words with the keyboard alone: hold the letters, go to the place, type
  await sheet(page, 1).focus()
  await page.keyboard.press('t')
  for (let n = 0; n < 5; n++) await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Text on the page' }).fill('The funnel')
  await page.keyboard.press('Escape')
  await expect(sheet(page, 1).getByText('The funnel')).toBeVisible()

  // a margin note tied to a spot, and a shape
  await hold(page, 'Margin note (N)')
  await draw(page, [0.6, 0.6], [0.6, 0.6])
  await page.getByRole('dialog').getByLabel('Your note').fill('Why five?')
  await accessible(page)
  await page.getByRole('button', { name: 'Save' }).click()
  await hold(page, 'Oval')
  await draw(page, [0.3, 0.3], [0.6, 0.5], 2)
  await expect(bar(page)).toHaveText(SAVED)
  await accessible(page)

  await page.reload()
  await expect(sheet(page, 1).getByText('The funnel')).toBeVisible()
  await expect.poll(() => inked(page)).toBe(rubbed)
  await page.getByRole('button', { name: 'Margin note 1' }).click()
  await expect(page.getByRole('dialog').getByLabel('Your note')).toHaveValue('Why five?')
  await page.keyboard.press('Escape')

  // how it was earlier is looked at and brought back, and so is what was there then
  await page.getByText('Earlier versions of the worksheet').click()
  await page
    .getByRole('button', { name: /saved along the way/ })
    .last()
    .click()
  await expect(page.getByRole('dialog').getByRole('img', { name: 'Page 1' })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Restore this version' }).click()
  await expect(sheet(page, 1).getByText('The funnel')).toHaveCount(0)
  await page.getByRole('button', { name: /before Oskar Lind restored an earlier version/ }).click()
  await page.getByRole('button', { name: 'Restore this version' }).click()
  await expect(sheet(page, 1).getByText('The funnel')).toBeVisible()
  await expect.poll(() => inked(page)).toBe(rubbed)

  // as a PDF, with everything on it
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download as a PDF' }).click()
  const pdf = await readFile(await (await download).path())
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')

  await page.getByRole('button', { name: 'Hand in', exact: true }).click()
  const review = page.getByRole('dialog')
  await expect(review.getByText('The funnel')).toBeVisible()
  await review.getByRole('button', { name: 'Hand in now' }).click()
  await expect(bar(page)).toHaveText(/Handed in Wed \d\d:\d\d\. Your teacher has it\.$/)
  await expect(page.getByText('The funnel')).toBeVisible()

  const { page: teacher } = await device(browser, school.address)
  await signIn(teacher, 'ms.varga')
  await teacher.goto(page.url())
  await teacher.getByRole('link', { name: /Oskar Lind/ }).click()
  await expect(teacher.getByText('The funnel')).toBeVisible()
  await expect.poll(() => inked(teacher)).toBeGreaterThan(50)
  await accessible(teacher)
  // large, in a window of its own
  await teacher.getByRole('button', { name: 'View larger' }).click()
  await expect(teacher.getByRole('dialog').getByText('The funnel')).toBeVisible()
  await accessible(teacher)
  await page.context().close()
  await teacher.context().close()
})

test('two devices draw at once, one of them without a network: everything is there in the end', async ({
  browser,
}) => {
  const one = await atWorksheet(browser, 'nia.falk')
  const two = await atWorksheet(browser, 'nia.falk', { phone: true })
  await noSideways(two)
  const before = await settled(one, 2)
  await two.context().setOffline(true)
  await draw(two, [0.2, 0.9], [0.8, 0.9], 2)
  await expect(bar(two)).toHaveText(/^Not sent since/)
  await draw(one, [0.2, 1.1], [0.8, 1.1], 2)
  await expect(bar(one)).toHaveText(SAVED)
  const alone = await settled(one, 2)
  expect(alone).toBeGreaterThan(before)
  await two.context().setOffline(false)
  await expect(bar(two)).toHaveText(SAVED)
  // the first device hears of it and shows what both drew
  await expect.poll(() => inked(one, 2)).toBeGreaterThan(alone)
  await accessible(two)
  await one.context().close()
  await two.context().close()
})

test('handed in without a network, and the browser closed: it goes by itself when its pupil is in again', async ({
  browser,
}) => {
  const page = await atWorksheet(browser, 'nia.falk', { keeps: true })
  await screensKept(page)
  await page.reload()
  await expect(printed(page)).toHaveAttribute('aria-busy', 'false')
  await draw(page, [0.1, 0.2], [0.5, 0.25])
  await expect(bar(page)).toHaveText(SAVED)
  await school.stop('SIGKILL')
  await draw(page, [0.1, 0.4], [0.5, 0.45])
  await expect(bar(page)).toHaveText(/^Not sent since/)
  const drawn = await settled(page)
  // opened anew it has what is printed on it as well
  await page.reload()
  await expect(printed(page)).toHaveAttribute('aria-busy', 'false')
  await expect.poll(() => inked(page)).toBe(drawn)
  await expect(bar(page)).toHaveText(/^Not sent since/)
  await page.getByRole('button', { name: 'Hand in', exact: true }).click()
  // the review shows what stands here, also what has not arrived
  await expect(page.getByRole('dialog').getByRole('img', { name: 'Page 1' })).toBeVisible()
  await page.getByRole('button', { name: 'Hand in now' }).click()
  await expect(bar(page)).toHaveText(/^You handed in \w{3} \d\d:\d\d/)
  await accessible(page)
  const address = page.url()
  const context = page.context()
  await page.close()
  await school.start()

  // the submission itself is not opened
  const next = await context.newPage()
  await next.goto('/today')
  await expect(
    next.getByText('Work that you handed in earlier on this device has arrived.').first(),
  ).toBeVisible()
  await next.goto(address)
  await expect(bar(next)).toHaveText(/Handed in \w{3} \d\d:\d\d\. Your teacher has it\.$/)
  // the page is shown smaller than it was drawn on
  await expect.poll(() => inked(next)).toBeGreaterThan(drawn * 0.7)
  // the teacher sees when it was pressed and when it arrived, and the same strokes
  const { page: teacher } = await device(browser, school.address)
  await signIn(teacher, 'ms.varga')
  await teacher.goto(address)
  await teacher.getByRole('link', { name: /Nia Falk/ }).click()
  await expect.poll(() => inked(teacher)).toBeGreaterThan(100)
  // who signs out leaves none of it on the device
  const kept = () => next.evaluate(() => caches.has('oppen kept files 2'))
  expect(await kept()).toBe(true)
  await signOut(next)
  expect(await kept()).toBe(false)
  await context.close()
  await teacher.context().close()
})

test('while the printed page cannot be fetched that is said, what is drawn counts, and it comes by itself', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'goran.pell')
  let away = true
  await page.route('**/worksheet/sheets/**', route => (away ? route.abort() : route.continue()))
  await page
    .getByRole('link', { name: new RegExp(NAME) })
    .first()
    .click()
  const words = sheet(page, 1).getByText('The printed page has not loaded yet')
  await expect(words).toBeVisible()
  await accessible(page)
  away = false
  await expect(words).toBeHidden()
  await expect(printed(page)).toHaveAttribute('aria-busy', 'false')
  await context.close()
})
