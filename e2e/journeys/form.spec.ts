import { type Browser, expect, test } from '@playwright/test'
import { accessible, classIdOf, device, deviceOf, editor, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

/** Ms Varga at a new form of her class. */
async function formBegun(browser: Browser, title: string) {
  const teacher = await deviceOf(browser, school.address, 'ms.varga')
  const classId = await classIdOf(teacher.page, 'Garden Science')
  await teacher.page.goto(`/c/${classId}/post`)
  await teacher.page.getByRole('button', { name: /^Form(?!ula)/ }).click()
  await teacher.page.getByLabel('Title').fill(title)
  return { teacher, classId }
}

test('a permission is asked of families: two of them answer on their phones, one changes its mind, and the children see that it is done', async ({
  browser,
}) => {
  const { teacher, classId } = await formBegun(browser, 'Harbour walk')
  await teacher.page.getByLabel('Who answers').selectOption('Families, for their children')
  await teacher.page.getByRole('button', { name: 'One choice' }).click()
  await editor(teacher.page, 'The question').fill('May your child come along?')
  await teacher.page.getByLabel('Choice 1', { exact: true }).fill('Yes')
  // what is missing is said with its question, and nothing is lost
  await teacher.page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(teacher.page.getByRole('alert').first()).toBeVisible()
  await teacher.page.getByLabel('Choice 2', { exact: true }).fill('No')
  await teacher.page.getByRole('button', { name: 'Short text' }).click()
  await editor(teacher.page, 'The question').last().fill('Anything we should know?')
  await teacher.page.getByLabel('Has to be answered').last().uncheck()
  await accessible(teacher.page)
  await teacher.page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(teacher.page.getByRole('heading', { name: '12 – 16 October', level: 1 })).toBeVisible()

  const moreno = await device(browser, school.address, { phone: true })
  await signIn(moreno.page, 'mr.moreno')
  await expect(moreno.page.getByText('For you to answer').first()).toBeVisible()
  await moreno.page
    .getByRole('link', { name: /Harbour walk/ })
    .first()
    .click()
  // nothing chosen: said with its question, and what was typed stays
  await moreno.page.getByLabel('Your answer').fill('She cannot swim.')
  await moreno.page.getByRole('button', { name: 'Send your answers' }).click()
  await expect(moreno.page.getByText('Question 1 has to be answered.')).toBeVisible()
  await expect(moreno.page.getByLabel('Your answer')).toHaveValue('She cannot swim.')
  await moreno.page.getByLabel('Yes').check()
  await noSideways(moreno.page)
  await accessible(moreno.page)
  // what is typed is on the device, also when the page is opened again, and goes when there is a network
  await expect(moreno.page.getByText('Your answers are on this device and not sent yet.')).toBeVisible()
  await moreno.page.reload()
  await expect(moreno.page.getByLabel('Your answer')).toHaveValue('She cannot swim.')
  await moreno.context.setOffline(true)
  await moreno.page.getByRole('button', { name: 'Send your answers' }).click()
  await expect(moreno.page.getByText('There is no network.')).toBeVisible()
  await moreno.context.setOffline(false)
  await expect(moreno.page.getByText(/^Your answers arrived/)).toBeVisible()

  const falk = await device(browser, school.address, { phone: true })
  await signIn(falk.page, 'ms.falk')
  await falk.page
    .getByRole('link', { name: /Harbour walk/ })
    .first()
    .click()
  await falk.page.getByLabel('Yes').check()
  await falk.page.getByRole('button', { name: 'Send your answers' }).click()
  await expect(falk.page.getByText(/^Your answers arrived/)).toBeVisible()

  await teacher.page
    .getByRole('link', { name: /Harbour walk/ })
    .first()
    .click()
  await teacher.page.getByRole('link', { name: 'All answers' }).click()
  await expect(teacher.page.getByText('2 answers')).toBeVisible()
  const people = teacher.page.getByRole('region', { name: 'Who has answered' })
  await expect(people.getByRole('row', { name: /Ada Moreno/ })).toContainText('She cannot swim.')
  await expect(people.getByRole('row', { name: /Bram Okoye/ })).toContainText('not yet')
  await accessible(teacher.page)

  // somebody thinks again: it is told while the teacher looks
  await falk.page.getByLabel('No', { exact: true }).check()
  await expect(falk.page.getByText('What you changed has not been sent yet.')).toBeVisible()
  await falk.page.getByRole('button', { name: 'Send the change' }).click()
  await expect(falk.page.getByText(/^Your answers arrived/)).toBeVisible()
  await expect(people.getByRole('row', { name: /Nia Falk/ })).toContainText('No')

  const ada = await deviceOf(browser, school.address, 'ada.moreno')
  await ada.page.goto(`/c/${classId}/topics`)
  await ada.page.getByRole('link', { name: /Harbour walk/ }).click()
  await expect(ada.page.getByText('Your family answers this form.')).toBeVisible()
  await expect(ada.page.getByText('Done', { exact: true })).toBeVisible()
})

test('pupils say without names how it went: nobody sees who said what, and the answers show once there are enough', async ({
  browser,
}) => {
  const { teacher, classId } = await formBegun(browser, 'How did the log go?')
  await teacher.page.getByLabel('Names').selectOption('Without names')
  await teacher.page.getByRole('button', { name: 'One choice' }).click()
  await editor(teacher.page, 'The question').fill('How did it go?')
  await teacher.page.getByLabel('Choice 1', { exact: true }).fill('Well')
  await teacher.page.getByLabel('Choice 2', { exact: true }).fill('Not so well')
  await teacher.page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(teacher.page.getByRole('heading', { name: '12 – 16 October', level: 1 })).toBeVisible()
  await teacher.page
    .getByRole('link', { name: /How did the log go/ })
    .first()
    .click()
  await teacher.page.getByRole('link', { name: 'All answers' }).click()

  for (const [index, name] of [
    'ada.moreno',
    'bram.okoye',
    'nia.falk',
    'goran.pell',
    'luis.moreno',
  ].entries()) {
    const pupil = await deviceOf(browser, school.address, name)
    await pupil.page.goto(`/c/${classId}/topics`)
    await pupil.page.getByRole('link', { name: /How did the log go/ }).click()
    await expect(pupil.page.getByText('Nobody sees whose answers these are')).toBeVisible()
    await pupil.page.getByLabel('Well', { exact: true }).check()
    await pupil.page.getByRole('button', { name: 'Send your answers' }).click()
    await expect(pupil.page.getByText('Your answers have arrived.')).toBeVisible()
    if (index === 0) {
      // on this device it can be changed
      await pupil.page.getByLabel('Not so well').check()
      await pupil.page.getByRole('button', { name: 'Send the change' }).click()
      await expect(pupil.page.getByText('Your answers have arrived.')).toBeVisible()
    }
    if (index === 3) await expect(teacher.page.getByText('0 of them are counted here')).toBeVisible()
    await pupil.context.close()
  }
  await expect(teacher.page.getByText('5 answers')).toBeVisible()
  const counts = teacher.page.getByRole('table', { name: 'Question 1' })
  await expect(counts.getByRole('row', { name: 'Well 4', exact: true })).toBeAttached()
  await expect(counts.getByRole('row', { name: 'Not so well 1' })).toBeAttached()
  const people = teacher.page.getByRole('region', { name: 'Who has answered' })
  await expect(people.getByRole('row', { name: /Ada Moreno/ })).toContainText('answered')
  await expect(people).not.toContainText('Not so well')

  // on another device the answer cannot be opened again, and the page says why
  const elsewhere = await deviceOf(browser, school.address, 'ada.moreno')
  await elsewhere.page.goto(`/c/${classId}/topics`)
  await elsewhere.page.getByRole('link', { name: /How did the log go/ }).click()
  await expect(elsewhere.page.getByText('You have answered on another device.')).toBeVisible()
})
