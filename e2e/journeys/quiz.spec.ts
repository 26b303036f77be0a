import { expect, type Page, test } from '@playwright/test'
import { accessible, device, editor, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

async function gardenScience(page: Page): Promise<string> {
  const { ties } = await (await page.request.get('/api/me')).json()
  return ties.find((tie: { className: string }) => tie.className === 'Garden Science').classId
}

const question = (page: Page, number: number) =>
  page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: `Question ${number} ` }) })

test('a quiz is built, checked and handed in; one pupil loses the network in the middle, and scores come back by themselves', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  const classId = await gardenScience(teacher.page)
  await teacher.page.goto(`/c/${classId}/post`)
  await teacher.page.getByRole('button', { name: /^Quiz/ }).click()
  await teacher.page.getByLabel('Title').fill('Tides and mud')
  await teacher.page.getByRole('button', { name: 'One choice' }).click()
  await editor(teacher.page, 'The question').fill('Where does the estuary meet the sea?')
  await teacher.page.getByLabel('Choice 1', { exact: true }).fill('At the mouth')
  await teacher.page.getByLabel('Choice 2', { exact: true }).fill('At the spring')
  await teacher.page.getByLabel('Said to whoever takes choice 2').fill('A spring is where a river begins.')
  await teacher.page.getByRole('button', { name: 'Number', exact: true }).click()
  await editor(teacher.page, 'The question').fill('The water rises {a} cm an hour. How far in 3 hours?')
  await teacher.page.getByLabel('The right number').fill('3*a')
  await teacher.page.getByLabel('Unit that has to be written').fill('cm')
  // what is missing is said with its question, and nothing is lost
  await teacher.page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(teacher.page.getByText('“a” is not one of the variables of this question.')).toBeVisible()
  await teacher.page.getByRole('button', { name: 'Add a drawn number' }).click()
  await teacher.page.getByRole('button', { name: 'Gaps in a text' }).click()
  await editor(teacher.page, 'The question').fill('Fill the gaps.')
  await teacher.page.getByLabel('The text with its gaps').fill('The [tide] comes [=2] times a day.')
  await accessible(teacher.page)
  await teacher.page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(teacher.page.getByRole('heading', { name: '12 – 16 October', level: 1 })).toBeVisible()

  const ada = await device(browser, school.address)
  await signIn(ada.page, 'ada.moreno')
  await ada.page.goto(`/c/${classId}/topics`)
  await ada.page.getByRole('link', { name: /Tides and mud/ }).click()
  await expect(ada.page.getByRole('heading', { name: '3 questions, 3 points' })).toBeVisible()
  await accessible(ada.page)
  await ada.page.getByRole('button', { name: 'Begin' }).click()
  await ada.page.getByLabel('At the spring').check()
  await question(ada.page, 1).getByRole('button', { name: 'Check this answer' }).click()
  await expect(question(ada.page, 1)).toContainText('Not right')
  await expect(question(ada.page, 1)).toContainText('A spring is where a river begins.')
  await ada.page.getByLabel('At the mouth').check()
  const rises = await question(ada.page, 2)
    .getByText(/The water rises/)
    .textContent()
  const right = 3 * Number(/\d+/.exec(rises ?? '')?.[0])
  await ada.page.getByLabel('Your answer, as a number').fill(`${right} cn`)
  await question(ada.page, 2).getByRole('button', { name: 'Check this answer' }).click()
  // what cannot be read costs no check
  await expect(question(ada.page, 2)).toContainText('The unit “cn” is not known here.')
  await expect(question(ada.page, 2)).toContainText('1 check left')
  await ada.page.getByLabel('Your answer, as a number').fill(`${right / 100} m`)
  await question(ada.page, 2).getByRole('button', { name: 'Check this answer' }).click()
  await expect(question(ada.page, 2)).toContainText('Right')
  await expect(ada.page.getByText('1 question is not answered yet: 3')).toBeVisible()

  // the same attempt on a phone, without a network for a while
  const phone = await device(browser, school.address, { phone: true })
  await signIn(phone.page, 'bram.okoye')
  await phone.page.goto(`/c/${classId}/topics`)
  await phone.page.getByRole('link', { name: /Tides and mud/ }).click()
  await phone.page.getByRole('button', { name: 'Begin' }).click()
  await expect(phone.page.getByRole('heading', { name: 'Question 1 ' })).toBeVisible()
  await noSideways(phone.page)
  await accessible(phone.page)
  await phone.context.setOffline(true)
  await phone.page.getByLabel('At the mouth').check()
  await expect(phone.page.getByText('Not saved on the server yet.')).toBeVisible()
  await phone.context.setOffline(false)
  await expect(phone.page.getByText(/^Saved/)).toBeVisible()
  await phone.page.reload()
  await expect(phone.page.getByLabel('At the mouth')).toBeChecked()

  await ada.page.getByLabel('Gap 1').fill('tide')
  await ada.page.getByLabel('Gap 2').fill('2')
  await ada.page.getByRole('button', { name: 'Hand in', exact: true }).click()
  const dialog = ada.page.getByRole('dialog', { name: 'Hand in your answers?' })
  await expect(dialog).toContainText('All 3 questions are answered.')
  await dialog.getByRole('button', { name: 'Hand in' }).click()
  await expect(ada.page.getByRole('heading', { name: 'How it went' })).toBeVisible()
  await expect(ada.page.getByText('3 of 3 points')).toBeVisible()
  await accessible(ada.page)

  await phone.page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await phone.page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
  await expect(phone.page.getByText('1 of 3 points')).toBeVisible()
  await expect(phone.page.getByText('Right answer: tide · 2')).toBeVisible()

  await teacher.page
    .getByRole('link', { name: /Tides and mud/ })
    .first()
    .click()
  await expect(teacher.page.getByRole('link', { name: /Ada Moreno.*3/ })).toBeVisible()
  await expect(teacher.page.getByRole('link', { name: /Bram Okoye.*1/ })).toBeVisible()

  // pupils by questions, and one question of all side by side
  await teacher.page.getByRole('link', { name: 'Pupils and questions' }).click()
  const grid = teacher.page.getByRole('table').first()
  await expect(grid.getByRole('row', { name: /Ada Moreno/ })).toContainText('3')
  await expect(grid.getByRole('row', { name: /Points earned/ })).toContainText('100 %')
  await accessible(teacher.page)
  await teacher.page.getByRole('button', { name: 'Question 3' }).click()
  await expect(teacher.page.getByText('tide · 2')).toBeVisible()
})
