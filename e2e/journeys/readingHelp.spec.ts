import { expect, type Page, test } from '@playwright/test'
import { accessible, classIdOf, device, deviceOf, noSideways, signIn } from '../people.js'
import { directions, openHill } from '../reading.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

/** How large the letters of the directions are, in pixels. */
const sizeOf = (page: Page) =>
  directions(page).evaluate(text => Number.parseFloat(getComputedStyle(text).fontSize))

test('a pupil makes text larger and calmer, tries it on the first sentence, and finds it so on another device', async ({
  browser,
}) => {
  const { page } = await deviceOf(browser, school.address, 'ada.moreno')
  await openHill(page)
  const before = await sizeOf(page)
  await page.getByRole('button', { name: 'Reading help' }).click()
  const help = page.getByRole('dialog', { name: 'Reading help' })
  await accessible(page)
  for (const _ of [1, 2]) await help.getByRole('button', { name: 'Larger' }).click()
  await expect(help.getByText('130 %')).toBeVisible()
  await help.getByText('most room').click()
  await help.getByText('straw').click()
  // the first sentence of what is read shows it; what is read does not, yet
  const sample = help.getByText(/^Read the page about the hill/)
  const large = () => sample.evaluate(text => Number.parseFloat(getComputedStyle(text).fontSize))
  expect(await large()).toBeCloseTo(17 * 1.3, 1)
  await expect(page.locator('html')).not.toHaveAttribute('data-read-size')
  await help.getByRole('button', { name: 'Use it' }).click()
  await expect(help).toBeHidden()
  await expect.poll(() => sizeOf(page)).toBeCloseTo(before * 1.3, 1)
  await expect(page.getByRole('button', { name: 'Reading help' })).toBeFocused()
  await accessible(page)

  const phone = await device(browser, school.address, { phone: true })
  await signIn(phone.page, 'ada.moreno')
  await openHill(phone.page)
  await expect(phone.page.locator('html')).toHaveAttribute('data-read-room', 'most')
  expect(await sizeOf(phone.page)).toBeCloseTo(17 * 1.3, 1)
  await noSideways(phone.page)
  await accessible(phone.page)
  // Oppen's own words grow as well, and a phone still holds them
  await phone.page.getByRole('button', { name: 'Reading help' }).click()
  await phone.page.getByText('Oppen’s own words too').click()
  await phone.page.getByRole('button', { name: 'Use it' }).click()
  await expect(phone.page.locator('html')).toHaveAttribute('data-read-screens', '130')
  for (const area of ['Today', 'Week', 'Topics', 'Talk', 'Progress']) {
    await phone.page
      .getByRole('link', { name: new RegExp(`^${area}( \\d+)?$`) })
      .last()
      .click()
    await expect(phone.page).toHaveURL(new RegExp(area.toLowerCase()))
    await noSideways(phone.page)
  }

  // whoever comes next on the first device finds text as usual
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Open your class' })).toBeVisible()
  await expect(page.locator('html')).not.toHaveAttribute('data-read-size')
})

test('a guide keeps the place, line by line, by keys and by touch', async ({ browser }) => {
  const { page } = await deviceOf(browser, school.address, 'goran.pell')
  await openHill(page)
  await page.keyboard.press('Alt+r')
  const help = page.getByRole('dialog', { name: 'Reading help' })
  await help.getByText('2 lines bright').click()
  await help.getByRole('button', { name: 'Use it' }).click()
  await expect(help).toBeHidden()
  const moves = page.getByRole('toolbar', { name: 'Reading guide' })
  // one that was just chosen shows itself
  await expect(moves).toBeVisible()
  const from = await directions(page).boundingBox()
  if (!from) throw new Error('no directions')
  await page.mouse.click(from.x + 30, from.y + 5)
  const top = () => moves.evaluate(one => one.getBoundingClientRect().top)
  const line = await directions(page).evaluate(text => Number.parseFloat(getComputedStyle(text).lineHeight))
  const first = await top()
  await page.keyboard.press('ArrowDown')
  await expect.poll(top).toBeGreaterThan(first + line * 0.8)
  expect(await top()).toBeLessThan(first + line * 1.2)
  await moves.getByRole('button', { name: 'One line back' }).click()
  await expect.poll(top).toBeCloseTo(first, 0)
  await page.keyboard.press('Escape')
  await expect(moves).toBeHidden()
  // a press on the last line begins there, and before the first of a text comes the last of the one before
  await page.mouse.click(from.x + 30, from.y + from.height - 5)
  await expect(moves).toBeVisible()
  expect(await top()).toBeGreaterThan(first + line * 0.8)
  await moves.getByRole('button', { name: 'Put the guide away' }).click()
  await expect(moves).toBeHidden()
})

test('a teacher sets how text is for a pupil to begin with, and the pupil’s own choice goes before', async ({
  browser,
}) => {
  const [teacher, pupil] = [
    await deviceOf(browser, school.address, 'ms.varga'),
    await deviceOf(browser, school.address, 'nia.falk'),
  ]
  const { page } = teacher
  await page
    .getByRole('navigation', { name: 'Classes' })
    .getByRole('link', { name: /^Garden Science/ })
    .click()
  await page.getByRole('link', { name: 'Register' }).click()
  await page
    .getByRole('button', { name: /Nia Falk/ })
    .first()
    .click()
  const place = page.getByRole('dialog', { name: 'Nia Falk' })
  await place.getByText('Reading help to begin with').click()
  await place.getByText('straw').click()
  await place.getByText('Number the paragraphs').click()
  await accessible(page)
  await place.locator('details').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Nia Falk begins like this.').first()).toBeVisible()
  const html = pupil.page.locator('html')
  await expect(html).toHaveAttribute('data-read-paper', 'straw')
  await pupil.page.getByRole('button', { name: 'Reading help' }).click()
  const help = pupil.page.getByRole('dialog', { name: 'Reading help' })
  await help.getByText('mist').click()
  await help.getByRole('button', { name: 'Use it' }).click()
  await expect(html).toHaveAttribute('data-read-paper', 'mist')
  await pupil.page.getByRole('button', { name: 'Reading help' }).click()
  await help.getByRole('button', { name: 'Back to how it began' }).click()
  await expect(html).toHaveAttribute('data-read-paper', 'straw')

  // what a pupil uses is shown to the teacher where the pupil says so
  await pupil.page.getByRole('button', { name: 'Reading help' }).click()
  await help.getByText('mist').click()
  await help.getByText('My teachers may see what I chose').click()
  await accessible(pupil.page)
  await help.getByRole('button', { name: 'Use it' }).click()
  await expect(html).toHaveAttribute('data-read-paper', 'mist')
  // the window is open again: it stands in the address
  await page.reload()
  await place.getByText('Reading help to begin with').click()
  await expect(
    place.getByText('You may see what helps Nia Falk: mist paper, numbered paragraphs.'),
  ).toBeVisible()
})

test('a family lets the teachers of its child see which help is used, on a phone, and takes it back', async ({
  browser,
}) => {
  const [pupil, family, teacher] = [
    await deviceOf(browser, school.address, 'bram.okoye'),
    await device(browser, school.address, { phone: true }),
    await deviceOf(browser, school.address, 'ms.varga'),
  ]
  await pupil.page.getByRole('button', { name: 'Reading help' }).click()
  const chooses = pupil.page.getByRole('dialog', { name: 'Reading help' })
  await chooses.getByText('wide letters').click()
  await chooses.getByRole('button', { name: 'Use it' }).click()
  await expect(pupil.page.locator('html')).toHaveAttribute('data-read-face', 'wide')
  const seen = teacher.page.getByText('You may see what helps Bram Okoye: ', { exact: false })
  const look = async () => {
    const classId = await classIdOf(teacher.page, 'Garden Science')
    await teacher.page.goto(`/c/${classId}/register`)
    await teacher.page
      .getByRole('button', { name: /Bram Okoye/ })
      .first()
      .click()
    await teacher.page.getByText('Reading help to begin with').click()
    await expect(teacher.page.getByText('What they choose is theirs', { exact: false })).toBeVisible()
  }
  await look()
  await expect(seen).toBeHidden()

  await signIn(family.page, 'ms.okoye')
  await family.page.getByRole('button', { name: 'Reading help' }).click()
  const help = family.page.getByRole('dialog', { name: 'Reading help' })
  const tick = help.getByLabel('Bram Okoye’s teachers in Garden Science may see it')
  await tick.check()
  await expect(tick).toBeChecked()
  await noSideways(family.page)
  await accessible(family.page)
  await look()
  await expect(seen).toBeVisible()
  await tick.uncheck()
  await expect(tick).not.toBeChecked()
  await look()
  await expect(seen).toBeHidden()
})
