import { expect, test } from '@playwright/test'
import { accessible, device, deviceOf, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

test('a parent with two children reads how they get on, what has changed, and whom to ask', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address, { phone: true })
  await signIn(page, 'mr.moreno')
  await page.getByRole('link', { name: 'Progress' }).last().click()
  await expect(page.getByRole('heading', { name: 'Progress', level: 1 })).toBeVisible()
  await expect(page.getByText(/^1 late, 4 to do, 1 with the teacher, 5 handed back\.$/)).toBeVisible()
  // the first time there is nothing that could have changed since
  await expect(page.getByText(/^Changed since you last looked/)).toHaveCount(0)
  await noSideways(page)
  await accessible(page)
  await page.getByRole('link', { name: 'All children, side by side' }).click()
  for (const name of ['Ada Moreno', 'Luis Moreno'])
    await expect(
      page
        .getByRole('region', { name })
        .getByText(/handed back/)
        .first(),
    ).toBeVisible()
  await expect(page.getByRole('link', { name: 'Ask Ms Varga' }).first()).toBeVisible()
  await noSideways(page)
  await accessible(page)

  // a mark comes: it is what has changed since
  const teacher = await deviceOf(browser, school.address, 'ms.varga')
  await teacher.page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await teacher.page
    .getByRole('link', { name: /Rainfall log, days 1–5/ })
    .first()
    .click()
  await teacher.page
    .getByRole('navigation', { name: 'Pupils' })
    .getByRole('link', { name: /Ada Moreno/ })
    .click()
  await teacher.page.getByRole('textbox', { name: 'Mark' }).fill('9')
  await teacher.page.keyboard.press('Enter')
  await expect(teacher.page.getByText('Handed back to Ada.', { exact: true })).toBeVisible()
  await expect(page.getByText('1 change', { exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Ada Moreno' }).first().click()
  await expect(page.getByText(/^Changed since you last looked/).first()).toBeVisible()
  await expect(page.getByText(/was handed back, 9 out of 10/)).toBeVisible()
  // nothing of the class, as long as the teacher does not show it
  await expect(page.getByText(/^Class of/)).toHaveCount(0)
  await teacher.context.close()
  await context.close()
})

test('a pupil tries out marks, and sees the goals that a teacher has ticked', async ({ browser }) => {
  const teacher = await deviceOf(browser, school.address, 'ms.varga')
  const { page, context } = await deviceOf(browser, school.address, 'ada.moreno')
  for (const one of [teacher.page, page]) {
    await one
      .getByRole('link', { name: /^Garden Science/ })
      .first()
      .click()
    await one.getByRole('link', { name: 'Progress' }).first().click()
  }
  await page.getByRole('button', { name: 'What if?' }).click()
  const window = page.getByRole('dialog')
  const target = window.getByRole('textbox', { name: 'Average you aim for, %' })
  await target.fill('80')
  await expect(window.getByText(/^For 80\.0 % you need [\d.]+ % of the points/)).toBeVisible()
  await target.fill('100')
  await expect(window.getByText(/^With what is open now, 100\.0 % cannot be reached/)).toBeVisible()
  const before = await window.getByText(/^Average \d/).textContent()
  await window
    .getByRole('textbox', { name: /^Mark to try for/ })
    .first()
    .fill('0')
  await expect(window.getByText(/^Average \d/)).not.toHaveText(before ?? '')
  await accessible(page)
  await page.keyboard.press('Escape')

  // signals with their rules, on the teacher's side
  await expect(teacher.page.getByText(/^The rules: 2 missing pieces in a week/)).toBeVisible()
  await teacher.page.getByText('How work comes in, and whose marks moved').click()
  await accessible(teacher.page)
  await teacher.page.getByRole('table').getByRole('link', { name: 'Ada Moreno' }).click()
  await teacher.page.getByRole('checkbox', { name: 'read a rain gauge to the nearest millimetre' }).check()
  await expect(page.getByText(/^1 of \d+ reached$/)).toBeVisible()
  await teacher.context.close()
  await context.close()
})

test('a teacher sees the class as a pupil and as a family, reading only, and hands in as the stand-in pupil', async ({
  browser,
}) => {
  const { page, context } = await deviceOf(browser, school.address, 'ms.varga')
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Progress' }).first().click()
  await page.getByRole('table').getByRole('link', { name: 'Ada Moreno' }).click()
  await page.getByRole('button', { name: 'See it as Ada' }).click()
  const banner = page.getByText('You see Garden Science as Ada Moreno does. Reading only.')
  await expect(banner).toBeVisible()
  await accessible(page)
  await page
    .getByRole('link', { name: /Why the hill is wetter than the harbour/ })
    .first()
    .click()
  await expect(banner).toBeVisible()
  const editor = page.getByRole('textbox', { name: /Ada Moreno/ }).first()
  await editor.click()
  await page.keyboard.type('Not mine')
  await expect(page.getByText('Not mine')).toHaveCount(0)
  // a page that is loaded anew is still looked at as Ada
  await page.reload()
  await expect(banner).toBeVisible()
  await page.getByRole('button', { name: 'Back to yourself' }).click()
  await expect(page.getByRole('button', { name: 'See it as Ada' })).toBeVisible()
  await page.getByRole('button', { name: 'See it as the family' }).click()
  await expect(
    page.getByText('You see Garden Science as the family of Ada Moreno does.', { exact: false }),
  ).toBeVisible()
  await expect(page.getByText(/^Average/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Back to yourself' }).click()

  await page.getByRole('link', { name: 'Progress' }).first().click()
  await page.getByRole('button', { name: 'Try it as a pupil' }).click()
  await expect(
    page.getByText('You are the stand-in pupil of Garden Science.', { exact: false }),
  ).toBeVisible()
  await page
    .getByRole('link', { name: /Why the hill is wetter than the harbour/ })
    .first()
    .click()
  await page
    .getByRole('textbox', { name: /Stand-in pupil/ })
    .first()
    .click()
  await page.keyboard.type('I tried it out.')
  await page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await page.getByRole('button', { name: 'Hand in now' }).click()
  await expect(page.getByText(/With your teacher/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Back to yourself' }).click()
  await expect(page.getByText('Stand-in pupil')).toHaveCount(0)
  await context.close()
})

test('reports of a class are made in one go, and downloaded', async ({ browser }) => {
  const { page, context } = await deviceOf(browser, school.address, 'ms.varga')
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Progress' }).first().click()
  await page.getByRole('link', { name: 'Reports' }).click()
  await page.getByLabel('Your words about Ada Moreno').fill('Ada measures with care.')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.getByRole('checkbox', { name: 'Report of Bram Okoye' }).uncheck()
  await accessible(page)
  await page.getByRole('button', { name: 'Make 23 reports' }).click()
  const download = page.getByRole('link', { name: 'Download 23 reports (PDF)' })
  await expect(download).toBeVisible()
  const [file] = await Promise.all([page.waitForEvent('download'), download.click()])
  expect(file.suggestedFilename()).toBe('Garden Science.pdf')
  await page.reload()
  await expect(page.getByLabel('Your words about Ada Moreno')).toHaveValue('Ada measures with care.')
  await context.close()
})

test('a pupil keeps work, the teacher keeps some too, the family shows one piece to a grandmother and ends it', async ({
  browser,
}) => {
  const { page, context } = await deviceOf(browser, school.address, 'ada.moreno')
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Topics' }).first().click()
  await page.getByRole('link', { name: /What lives in a handful/ }).click()
  await page.getByRole('button', { name: 'Add to portfolio' }).click()
  const window = page.getByRole('dialog')
  await window.getByRole('button', { name: 'Save' }).click()
  await expect(window.getByRole('alert')).toBeVisible()
  await window.getByRole('textbox', { name: 'Why is it worth showing?' }).fill('I counted 31 animals')
  await window.getByRole('combobox').selectOption('count what lives in a handful of soil')
  await window.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('link', { name: 'In the portfolio' }).click()
  await expect(page.getByText('I counted 31 animals')).toBeVisible()
  await expect(page.getByText('Show it to somebody outside')).toHaveCount(0)
  await accessible(page)
  await page.getByRole('link', { name: 'All of the portfolio' }).click()
  await page.getByRole('button', { name: 'By goal' }).click()
  await expect(page.getByRole('heading', { name: 'count what lives in a handful of soil' })).toBeVisible()
  await accessible(page)
  // what the teacher keeps is not hers to take away
  await page.getByRole('link', { name: 'Seed packet detective' }).click()
  await expect(page.getByText('Keep asking.', { exact: false })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Remove from portfolio' })).toHaveCount(0)
  await page.goBack()
  await page.getByRole('link', { name: 'What lives in a handful' }).click()
  await page.getByRole('button', { name: 'Remove from portfolio' }).click()
  await expect(page.getByText('This is not in the portfolio now.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('I counted 31 animals')).toBeVisible()

  const family = await device(browser, school.address, { phone: true })
  await signIn(family.page, 'mr.moreno')
  await family.page.getByRole('link', { name: 'Progress' }).last().click()
  await family.page.getByRole('link', { name: 'Portfolio' }).click()
  await expect(family.page.getByRole('heading', { name: 'Portfolio', level: 1 })).toBeVisible()
  await noSideways(family.page)
  await family.page.getByRole('link', { name: 'What lives in a handful' }).click()
  await family.page.getByRole('button', { name: 'Make a link' }).click()
  const link = family.page.getByRole('textbox', { name: 'Link to “What lives in a handful”' })
  await expect(link).toBeVisible()
  await noSideways(family.page)
  await accessible(family.page)
  const outside = await device(browser, school.address, { phone: true })
  await outside.page.goto(await link.inputValue())
  await expect(outside.page.getByText('I counted 31 animals')).toBeVisible()
  await expect(outside.page.getByText('Moreno')).toHaveCount(0)
  await noSideways(outside.page)
  await accessible(outside.page)
  // her pupil sees it, and ends it
  await page.getByRole('button', { name: 'End this link' }).click()
  await expect(page.getByRole('button', { name: 'End this link' })).toHaveCount(0)
  await outside.page.reload()
  await expect(outside.page.getByText('This link has ended.', { exact: false })).toBeVisible()
  for (const one of [context, family.context, outside.context]) await one.close()
})

test('a pupil reads the feedback, improves the work and hands it in again, while the mark holds', async ({
  browser,
}) => {
  const { page, context } = await deviceOf(browser, school.address, 'ada.moreno')
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Topics' }).first().click()
  await page.getByRole('link', { name: /Seed packet detective/ }).click()
  await page.getByRole('button', { name: 'Improve it' }).click()
  await expect(page.getByText('Improving', { exact: true })).toBeVisible()
  // it can be left as it was
  await page.getByRole('button', { name: 'Leave it as it was' }).click()
  await page.getByRole('button', { name: 'Improve it' }).click()
  await expect(page.getByText(/\d out of \d/).first()).toBeVisible()
  await page
    .getByRole('textbox', { name: /Seed packet detective — Ada Moreno/ })
    .pressSequentially('And one more thing. ')
  await accessible(page)
  await page.getByRole('button', { name: 'Hand in again' }).click()
  await page.getByRole('button', { name: 'Hand in now' }).click()
  await expect(page.getByText('With your teacher').first()).toBeVisible()
  await context.close()
})
