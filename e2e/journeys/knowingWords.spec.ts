import { expect, type Page, test } from '@playwright/test'
import { accessible, deviceOf, noSideways } from '../people.js'
import { bar, heard, listen, openHill, pressWord } from '../reading.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const card = (page: Page) => page.getByRole('dialog', { name: 'About this word' })

/** What is shown of the words of a text now. */
const shown = (page: Page) =>
  page.evaluate(() => [...((CSS.highlights.get('shown-words') ?? []) as Iterable<Range>)].map(String))

test('a child who cannot read yet does a piece of work by ear and by picture', async ({ browser }) => {
  const { page } = await deviceOf(browser, school.address, 'goran.pell')
  await listen(page)
  // what is there today is heard before it is opened
  await page.keyboard.press('Alt+l')
  await expect.poll(() => heard(page)).not.toBe('')
  await openHill(page)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Alt+l')
  await expect.poll(() => heard(page)).toMatch(/page about .*hill/)
  await page.keyboard.press('Escape')

  // one word: heard, seen, and what the class's list says of it
  await bar(page).getByText('the word', { exact: true }).click()
  await pressWord(page, /^Read the page about the hill/, 'harbour')
  await expect(card(page).getByText('Where boats are safe from the waves.')).toBeVisible()
  await expect(card(page).getByText('noun', { exact: true })).toBeVisible()
  await expect(card(page).getByText('har·bour')).toBeVisible()
  await accessible(page)
  await card(page).getByRole('button', { name: 'Slowly' }).click()
  await expect(card(page).locator('.bg-ochre')).toHaveText('bour')
  await expect(bar(page).getByRole('button', { name: 'Read to me' })).toBeVisible()
  await pressWord(page, /^Read the page about the hill/, 'boats')
  await expect(card(page).locator('img')).toBeVisible()
  await expect(card(page).locator('img')).toHaveJSProperty('complete', true)
  expect(
    await card(page)
      .locator('img')
      .evaluate((one: HTMLImageElement) => one.naturalWidth),
  ).toBeGreaterThan(0)

  // from word to word by the keyboard, which begins where it was heard last
  await card(page).getByRole('button', { name: 'Close' }).click()
  await page.keyboard.press('Alt+w')
  await expect(card(page)).toBeFocused()
  const first = await card(page).locator('p[lang]').textContent()
  await page.keyboard.press('ArrowRight')
  await expect(card(page).locator('p[lang]')).not.toHaveText(first ?? '')
  await page.keyboard.press('Escape')
  await expect(card(page)).toBeHidden()

  // the own words are heard before they are handed in
  const own = page.getByRole('textbox', { name: /harbour — Goran Pell/ })
  await own.click()
  await page.keyboard.type('The rain falls on the hill first.')
  await page.keyboard.press('Alt+l')
  await expect.poll(() => heard(page)).toMatch(/rain falls .*hill first$/)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Hand in', exact: true }).click()
  // also what is asked before
  await page.keyboard.press('Alt+l')
  await expect.poll(() => heard(page)).toMatch(/before you hand/)
  await page.getByRole('button', { name: 'Hand in now' }).click()
  await expect(page.getByText('With your teacher', { exact: true })).toBeVisible()
})

test('syllables or one sort of word stand out in every text, and a language that is not known is named', async ({
  browser,
}) => {
  const { page } = await deviceOf(browser, school.address, 'ada.moreno')
  await openHill(page)
  const choose = async (what: string) => {
    await page.keyboard.press('Alt+r')
    const help = page.getByRole('dialog', { name: 'Reading help' })
    await help.getByLabel('Show in every text').selectOption({ label: what })
    await help.getByRole('button', { name: 'Use it' }).click()
    await expect(help).toBeHidden()
  }
  await choose('syllables')
  await expect.poll(() => shown(page)).toEqual(expect.arrayContaining(['bour', 'bout']))
  await choose('verb · what somebody does, or what happens')
  await expect.poll(() => shown(page)).toEqual(expect.arrayContaining(['Read']))
  expect(await shown(page)).not.toContain('hill')
  await accessible(page)
  await choose('nothing')
  await expect.poll(() => shown(page)).toEqual([])
})

test('a family sees what a word is called in its own language: from the class, else from a dictionary, else that nobody knows', async ({
  browser,
}) => {
  const [teacher, family] = [
    await deviceOf(browser, school.address, 'ms.varga'),
    await deviceOf(browser, school.address, 'ms.falk'),
  ]
  await teacher.page
    .getByRole('navigation', { name: 'Classes' })
    .getByRole('link', { name: /^Garden Science/ })
    .click()
  await teacher.page.getByRole('link', { name: 'Talk' }).first().click()
  await teacher.page.getByRole('button', { name: 'Write a notice' }).click()
  const form = teacher.page.getByRole('dialog', { name: 'New notice' })
  await form.getByRole('textbox', { name: 'What is it about?' }).fill('Boots for the rain at the harbour')
  await form.getByRole('button', { name: 'Post' }).click()
  await expect(form).toBeHidden()

  const { page } = family
  await page.goto(`${school.address}/child/${await childOf(page)}/talk`)
  const notice = /^Boots for the rain at the harbour/
  // a page that the server did not render in time hears keys once it shows something
  await expect(page.getByText(notice).last()).toBeVisible()
  await page.keyboard.press('Alt+w')
  await card(page).getByRole('button', { name: 'In my language' }).click()
  const help = page.getByRole('dialog', { name: 'Reading help' })
  await help.getByLabel('The language I know best').selectOption({ label: 'Ukrainian' })
  await help.getByRole('button', { name: 'Use it' }).click()
  await bar(page).getByText('the word', { exact: true }).click()
  await pressWord(page, notice, 'rain')
  await expect(card(page).getByText('дощ')).toBeVisible()
  await expect(card(page).getByText('from a dictionary')).toBeVisible()
  await accessible(page)
  await noSideways(page)
  // what the class's list says goes before
  await pressWord(page, notice, 'harbour')
  await expect(card(page).getByText('гавань')).toBeVisible()
  await expect(card(page).getByText('from the class’s list')).toBeVisible()
  await pressWord(page, notice, 'Boots')
  await expect(card(page).getByText('Nobody here knows this word in Ukrainian yet.')).toBeVisible()

  // the teacher says it where the word stands, and it is there at once
  await pressWordAsTeacher(teacher.page, notice)
  const list = card(teacher.page)
  await list.getByRole('button', { name: 'Put it on the class’s list' }).click()
  await list.getByLabel('What it means').fill('Shoes that keep water out.')
  await list.getByRole('button', { name: 'Another language' }).click()
  await list.getByLabel('Language').selectOption({ label: 'Ukrainian' })
  await list.getByLabel('In Ukrainian').fill('чоботи')
  await accessible(teacher.page)
  await list.getByRole('button', { name: 'Save' }).click()
  await expect(list.getByText('Shoes that keep water out.')).toBeVisible()
  await expect(card(page).getByText('чоботи')).toBeVisible()
})

async function pressWordAsTeacher(page: Page, notice: RegExp): Promise<void> {
  await page.keyboard.press('Alt+w')
  await expect(card(page)).toBeVisible()
  await pressWord(page, notice, 'Boots')
  await expect(card(page).locator('p[lang]')).toHaveText('Boots')
}

/** The child whom a family is here for, as its address has it. */
const childOf = (page: Page) =>
  page.evaluate(async () => {
    const me = await (await fetch('/api/me')).json()
    return (me.ties as { child: string | null }[]).find(tie => tie.child)?.child
  })
