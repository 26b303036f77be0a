import { expect, type Page, test } from '@playwright/test'
import { accessible, bar, device, editor, noSideways, signIn, typeTime } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const LOG = 'Rainfall log, days 1–5'

async function openMarking(page: Page, title: string): Promise<void> {
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: '12 – 16 October', level: 1 })).toBeVisible()
  await page.getByRole('link', { name: new RegExp(title) }).click()
  await expect(page.getByRole('heading', { name: title, level: 1 })).toBeVisible()
}

const rowOf = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Pupils' }).getByRole('link', { name: new RegExp(name) })

test('asked to try again, a pupil writes on, hands in again, and both hand-ins stay', async ({ browser }) => {
  const teacher = await device(browser, school.address)
  const pupil = await device(browser, school.address, { phone: true })
  await signIn(teacher.page, 'ms.varga')
  await signIn(pupil.page, 'ada.moreno')
  await openMarking(teacher.page, LOG)
  await rowOf(teacher.page, 'Ada Moreno').click()
  await teacher.page.getByLabel(/^Feedback to Ada/).fill('Try the median as well.')
  await teacher.page.getByText('Try again', { exact: true }).click()
  await typeTime(teacher.page, 'by', '2026-10-14T10:00')
  await teacher.page.getByRole('button', { name: 'Ask to try again' }).click()
  await expect(teacher.page.getByRole('alert')).toHaveText(/That time has passed/)
  await typeTime(teacher.page, 'by', '2026-10-20T17:00')
  await teacher.page.getByRole('button', { name: 'Ask to try again' }).click()
  await expect(rowOf(teacher.page, 'Ada Moreno')).toContainText('to try again')

  await expect(pupil.page.getByText('Try again by Tue 20 Oct 17:00')).toBeVisible()
  await pupil.page.getByRole('link', { name: new RegExp(LOG) }).click()
  await expect(pupil.page.getByText('Try the median as well.').first()).toBeVisible()
  await noSideways(pupil.page)
  await accessible(pupil.page)
  const draft = editor(pupil.page, LOG)
  await draft.press('ControlOrMeta+End')
  await draft.pressSequentially(' The median is 3.')
  await pupil.page.getByRole('button', { name: 'Hand in again' }).click()
  await pupil.page.getByRole('button', { name: 'Hand in now' }).click()
  await expect(bar(pupil.page)).toHaveText(/Your teacher has it/)

  await expect(rowOf(teacher.page, 'Ada Moreno')).toContainText('handed in Wed')
  // the teacher has gone on to the next, as the screen does by itself
  await rowOf(teacher.page, 'Ada Moreno').click()
  const paper = teacher.page.getByRole('region', { name: `${LOG} — Ada Moreno` })
  await expect(paper).toContainText('The median is 3.')
  await expect(paper).toContainText('Hand-in 3')
  await teacher.context.close()
  await pupil.context.close()
})

test('excused and received on paper are a press each, and can be taken back', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  await openMarking(page, LOG)
  await rowOf(page, 'Bram Okoye').click()
  await page.getByRole('button', { name: 'Excuse', exact: true }).click()
  await expect(rowOf(page, 'Bram Okoye')).toContainText('excused')
  await page.getByRole('button', { name: 'Not excused after all' }).click()
  await expect(rowOf(page, 'Bram Okoye')).toContainText('not yet')
  await page.getByRole('button', { name: 'Received on paper' }).click()
  await expect(rowOf(page, 'Bram Okoye')).toContainText('on paper')
  await expect(page.getByText('there is nothing to show here.')).toBeVisible()
  await page.getByRole('textbox', { name: 'Mark' }).fill('6')
  await page.getByRole('button', { name: 'Hand back', exact: true }).click()
  await expect(rowOf(page, 'Bram Okoye')).toContainText('6')
  await page.getByRole('button', { name: /^Not yet/ }).click()
  await expect(rowOf(page, 'Bram Okoye')).toHaveCount(0)
  await context.close()
})

test('a pupil joins another class with the account they have, and the wrong child’s place is freed', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  await signIn(teacher.page, 'mr.bell')
  await teacher.page.getByRole('link', { name: 'New class' }).click()
  await teacher.page.getByLabel('Name of the class').fill('Chess at Noon')
  await teacher.page.getByLabel('First group').fill('Everyone')
  await teacher.page.getByRole('button', { name: 'Create class' }).click()
  await teacher.page.getByLabel('Paste a list, one name per line').fill('Ada Moreno\nBram Okoye')
  await teacher.page.getByRole('button', { name: 'Add 2 names' }).click()
  await teacher.page.getByRole('link', { name: 'Door' }).click()
  await teacher.page.getByRole('button', { name: 'until I close it' }).click()
  const code = (await teacher.page.locator('[data-code]').getAttribute('data-code')) ?? ''
  await expect(teacher.page.getByText('Open until you close it.')).toBeVisible()

  const pupil = await device(browser, school.address)
  await signIn(pupil.page, 'ada.moreno')
  await pupil.page.getByRole('link', { name: 'Join a class' }).first().click()
  await pupil.page.getByLabel('Class code, key or user name').fill(code)
  await pupil.page.getByRole('button', { name: 'Continue' }).click()
  // the wrong name, on a hurried day
  await pupil.page.getByRole('button', { name: 'Bram O.' }).click()
  await expect(pupil.page.getByLabel('Choose a password')).toHaveCount(0)
  await pupil.page.getByRole('button', { name: 'Join as Ada Moreno' }).click()
  await expect(pupil.page.getByRole('heading', { name: 'You have joined, Ada Moreno' })).toBeVisible()
  await pupil.page.getByRole('link', { name: 'Go to Today' }).click()
  await expect(pupil.page.getByRole('link', { name: /^Chess at Noon/ })).toBeVisible()

  await teacher.page.getByRole('link', { name: 'Close' }).click()
  await teacher.page.getByRole('button', { name: 'Open Bram Okoye' }).click()
  await teacher.page.getByRole('button', { name: 'Reset the place of Bram Okoye' }).click()
  await teacher.page.keyboard.press('Escape')
  await expect(teacher.page.getByRole('row', { name: /Bram Okoye/ })).toContainText('free')
  await expect(pupil.page.getByRole('link', { name: /^Chess at Noon/ })).toHaveCount(0)
  await expect(pupil.page.getByRole('link', { name: /^Garden Science/ }).first()).toBeVisible()
  await teacher.context.close()
  await pupil.context.close()
})

test('a family sees two children side by side, and each alone on a phone', async ({ browser }) => {
  const wide = await device(browser, school.address)
  await signIn(wide.page, 'mr.moreno')
  await expect(wide.page.getByRole('region', { name: 'Ada Moreno', exact: true })).toContainText(
    'Soil jar drawing',
  )
  await expect(wide.page.getByRole('region', { name: 'Luis Moreno', exact: true })).toBeVisible()
  await wide.context.close()
  const phone = await device(browser, school.address, { phone: true })
  await signIn(phone.page, 'mr.moreno')
  await phone.page.getByRole('link', { name: 'Luis' }).first().click()
  await expect(phone.page.getByRole('region', { name: 'Luis Moreno', exact: true })).toBeVisible()
  await expect(phone.page.getByRole('region', { name: 'Ada Moreno', exact: true })).toHaveCount(0)
  await phone.context.close()
})
