import { expect, test } from '@playwright/test'
import { accessible, device, deviceOf, editor, noSideways, signIn, toTalk } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

test('a family asks from a child’s work, the teacher answers between two pupils, and a pupil’s letter is read by no classmate', async ({
  browser,
}) => {
  const { address } = school
  const moreno = await device(browser, address, { phone: true })
  await signIn(moreno.page, 'mr.moreno')
  const [varga, ada, nia] = await Promise.all(
    ['ms.varga', 'ada.moreno', 'nia.falk'].map(name => deviceOf(browser, address, name)),
  )
  if (!varga || !ada || !nia) throw new Error('somebody is missing')

  // from the child's piece of work: the letter knows whom it is to and what it is about
  await moreno.page.getByRole('link', { name: /^Talk( \d+)?$/ }).click()
  await expect(moreno.page.getByRole('link', { name: 'Ada on Thursday' })).toBeVisible()
  await moreno.page.getByRole('link', { name: 'Progress' }).last().click()
  await moreno.page
    .getByRole('link', { name: /Rainfall log, days 1–5/ })
    .first()
    .click()
  await expect(moreno.page.getByRole('heading', { name: 'Rainfall log, days 1–5', level: 1 })).toBeVisible()
  await moreno.page.getByRole('link', { name: 'Ask Ms Varga' }).click()
  await expect(moreno.page.getByRole('checkbox', { name: 'Ms Varga' })).toBeChecked()
  await expect(moreno.page.getByLabel('What is it about?')).toHaveValue('Rainfall log, days 1–5')
  await moreno.page.getByLabel('What is it about?').fill('')
  await editor(moreno.page, 'Your letter').fill('She could not read the scale on Tuesday. Is that a zero?')
  await moreno.page.getByRole('button', { name: 'Send to Ms Varga' }).click()
  // what is missing is said, and nothing typed is lost
  await expect(moreno.page.getByRole('alert')).toBeVisible()
  await expect(editor(moreno.page, 'Your letter')).toContainText('She could not read the scale')
  await moreno.page.getByLabel('What is it about?').fill('A day without a reading')
  await accessible(moreno.page)
  await noSideways(moreno.page)
  await moreno.page.getByRole('button', { name: 'Send to Ms Varga' }).click()
  await expect(moreno.page.getByRole('heading', { name: 'A day without a reading', level: 1 })).toBeVisible()
  await expect(moreno.page.getByText('Only the people in this letter can read it.')).toBeVisible()
  await noSideways(moreno.page)

  // counted on the teacher's screen without a reload, and answered there
  await toTalk(varga.page)
  await varga.page.getByRole('link', { name: 'A day without a reading' }).click()
  await expect(varga.page.getByRole('link', { name: 'Rainfall log, days 1–5' })).toBeVisible()
  await editor(varga.page, 'Answer to “A day without a reading”').fill(
    'No: a day without a reading is a gap.',
  )
  await varga.page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(moreno.page.getByText('No: a day without a reading is a gap.')).toBeVisible()
  await accessible(varga.page)

  // a pupil writes to the teacher, who can find a name among all
  await toTalk(ada.page)
  await ada.page.getByRole('link', { name: 'Write a letter' }).click()
  await expect(ada.page.getByRole('checkbox', { name: 'Bram Okoye' })).toHaveCount(0)
  await ada.page.getByRole('checkbox', { name: 'Ms Varga' }).check()
  await expect(ada.page.getByText('The teachers of this class can read this letter.')).toBeVisible()
  await ada.page.getByLabel('What is it about?').fill('My place')
  await editor(ada.page, 'Your letter').fill('May I sit further in front?')
  await ada.page.getByRole('button', { name: 'Send to Ms Varga' }).click()
  await expect(ada.page.getByText('May I sit further in front?')).toBeVisible()
  const letter = ada.page.url()
  await nia.page.goto(letter)
  await expect(nia.page.getByText('May I sit further in front?')).toHaveCount(0)
  await varga.page.getByRole('link', { name: 'All of Talk' }).click()
  await varga.page.getByRole('link', { name: 'Write a letter' }).click()
  await varga.page.getByLabel('Find a name').fill('falk')
  await expect(varga.page.getByRole('checkbox', { name: 'Nia Falk', exact: true })).toBeVisible()
  await expect(varga.page.getByRole('checkbox', { name: 'Ms Falk, family of Nia Falk' })).toBeVisible()
  await expect(varga.page.getByRole('checkbox', { name: 'Ada Moreno' })).toHaveCount(0)
  await accessible(varga.page)
  for (const one of [moreno, varga, ada, nia]) await one.context.close()
})

test('a teacher says when letters are read, and a family sees it beside the field', async ({ browser }) => {
  const varga = await deviceOf(browser, school.address, 'ms.varga')
  const moreno = await device(browser, school.address, { phone: true })
  await signIn(moreno.page, 'mr.moreno')
  await toTalk(varga.page)
  await varga.page.getByRole('button', { name: 'When I read letters' }).click()
  await expect(varga.page.getByLabel('What people read at other times')).toHaveValue(
    'I answer on school days.',
  )
  // the demo's Wednesday is taken out
  await varga.page.getByRole('checkbox', { name: 'Wednesday' }).uncheck()
  await accessible(varga.page)
  await varga.page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(varga.page.getByRole('dialog')).toHaveCount(0)
  await moreno.page.getByRole('link', { name: /^Talk( \d+)?$/ }).click()
  await moreno.page.getByRole('link', { name: 'Ada on Thursday' }).click()
  await expect(moreno.page.getByText(/Ms Varga reads letters again .*08:00/)).toContainText(
    'I answer on school days.',
  )
  await moreno.page.getByRole('link', { name: 'All of Talk' }).click()
  await moreno.page.getByRole('link', { name: 'Write a letter' }).first().click()
  await expect(moreno.page.getByText(/Ms Varga reads letters again .*08:00/)).toBeVisible()
  for (const one of [varga, moreno]) await one.context.close()
})

test('a family reads the week in short on a phone, and says what comes by mail', async ({ browser }) => {
  const moreno = await device(browser, school.address, { phone: true })
  const { page } = moreno
  await signIn(page, 'mr.moreno')
  await page.getByRole('link', { name: 'Progress' }).last().click()
  await page.getByRole('link', { name: 'The week in short' }).click()
  await expect(page.getByRole('heading', { name: 'The week in short', level: 1 })).toBeVisible()
  await expect(page.getByText('Soil jar drawing, was due Mon 17:00')).toBeVisible()
  await expect(page.getByText('Bean height chart: 8.5 out of 10')).toBeVisible()
  await expect(page.getByText(/Marks as of/).first()).toBeVisible()
  await accessible(page)
  await noSideways(page)
  await page.goto('/account')
  const weekly = page.getByRole('checkbox', { name: 'The week in short, each Friday' })
  await expect(weekly).toBeChecked()
  await weekly.uncheck()
  await page.reload()
  await expect(weekly).not.toBeChecked()
  await moreno.context.close()
})
