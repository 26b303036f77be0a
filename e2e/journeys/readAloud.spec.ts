import { expect, test } from '@playwright/test'
import { accessible, device, deviceOf, noSideways, signIn } from '../people.js'
import { bar, heard, listen, marked, openHill, pressWord } from '../reading.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

test('a child asks what it says, and hears it word by word; stops, goes on, hears one word, and slower from then on', async ({
  browser,
}) => {
  const { page } = await deviceOf(browser, school.address, 'ada.moreno')
  await openHill(page)
  await listen(page)
  await page.getByRole('button', { name: 'Reading help' }).click()
  await page.getByRole('button', { name: /What does that say\?/ }).click()
  await expect(bar(page)).toBeVisible()
  await expect.poll(() => marked(page, 'sentence')).toMatch(/^Read the page about the hill.*boats\?$/)
  // a short word may be over before the next picture of a busy machine
  await expect.poll(() => heard(page)).toMatch(/page about .*hill behind/)
  await accessible(page)

  // it waits where it was, and goes on from there
  await bar(page).getByRole('button', { name: 'Pause' }).click()
  const stopped = await marked(page, 'word')
  await expect(bar(page).getByRole('button', { name: 'Go on' })).toBeVisible()
  await page.keyboard.press('Alt+l')
  await expect.poll(() => marked(page, 'word')).not.toBe(stopped)
  await expect(bar(page).getByRole('button', { name: 'Pause' })).toBeVisible()

  // one word, and nothing after it
  await bar(page).getByText('the word', { exact: true }).click()
  await pressWord(page, /^Read the page about the hill/, 'harbour')
  await expect.poll(() => heard(page)).toMatch(/ harbour$/)
  await expect(bar(page).getByRole('button', { name: 'Read to me' })).toBeVisible()
  expect(await marked(page, 'word')).toBe('')

  // Escape stops, and once more puts it away
  await page.keyboard.press('Alt+l')
  await expect.poll(() => marked(page, 'word')).not.toBe('')
  await page.keyboard.press('Escape')
  expect(await marked(page, 'word')).toBe('')
  await bar(page).getByRole('button', { name: 'Slower' }).click()
  await expect(bar(page).getByLabel('Speed')).toHaveText('80 %')
  await page.keyboard.press('Escape')
  await expect(bar(page)).toBeHidden()

  // on every page of every device, as it was chosen
  await page.keyboard.press('Alt+r')
  const help = page.getByRole('dialog', { name: 'Reading help' })
  await help.getByText('“Read to me” on every page').click()
  await help.getByRole('button', { name: 'Use it' }).click()
  await expect(bar(page)).toBeVisible()
  const phone = await device(browser, school.address, { phone: true })
  await signIn(phone.page, 'ada.moreno')
  await expect(bar(phone.page)).toBeVisible()
  await expect(bar(phone.page).getByLabel('Speed')).toHaveText('80 %')
  await noSideways(phone.page)
  await accessible(phone.page)
  await bar(phone.page).getByRole('button', { name: 'Read to me' }).click()
  await expect.poll(() => marked(phone.page, 'sentence')).not.toBe('')
})

test('the guide moves with the voice, and what is in another language is spoken in it or said to be unknown', async ({
  browser,
}) => {
  const [teacher, pupil] = [
    await deviceOf(browser, school.address, 'ms.varga'),
    await deviceOf(browser, school.address, 'goran.pell'),
  ]
  await teacher.page
    .getByRole('navigation', { name: 'Classes' })
    .getByRole('link', { name: /^Garden Science/ })
    .click()
  await teacher.page.getByRole('link', { name: 'Talk' }).first().click()
  const post = async (words: string) => {
    await teacher.page.getByRole('button', { name: 'Write a notice' }).click()
    const form = teacher.page.getByRole('dialog', { name: 'New notice' })
    await form.getByRole('textbox', { name: 'What is it about?' }).fill(words)
    await form.getByRole('button', { name: 'Post' }).click()
    await expect(form).toBeHidden()
  }
  await post('A maré sobe duas vezes por dia. Depois desce outra vez até às pedras do cais.')
  await post('ຝົນຕົກຢູ່ເທິງພູ ແລະ ນ້ຳໄຫຼລົງສູ່ທະເລ')

  const { page } = pupil
  await page.keyboard.press('Alt+r')
  const help = page.getByRole('dialog', { name: 'Reading help' })
  await help.getByText('1 line bright').click()
  await help.getByRole('button', { name: 'Use it' }).click()
  await openHill(page)
  await listen(page)
  await page.keyboard.press('Alt+l')
  await expect.poll(() => heard(page)).toMatch(/page about/)
  const guide = page.getByRole('toolbar', { name: 'Reading guide' })
  await expect(guide).toBeVisible()
  const top = () => guide.evaluate(one => one.getBoundingClientRect().top)
  const first = await top()
  await expect.poll(() => heard(page)).toMatch(/the rain/)
  expect(await top()).toBeGreaterThan(first)
  await page.keyboard.press('Escape')

  await page.getByRole('link', { name: 'Talk' }).first().click()
  await pressWord(page, /^A maré sobe/, 'maré')
  await expect.poll(() => heard(page)).toMatch(/maré sobe duas/)
  await pressWord(page, /^ຝົນຕົກ/, 'ຝົນ')
  await expect(page.getByText('This text seems to be in Lao. No voice here speaks it.')).toBeVisible()
  await accessible(page)
})
