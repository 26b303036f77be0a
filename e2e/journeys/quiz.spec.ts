import { expect, type Page, test } from '@playwright/test'
import { LAUNCH } from '../browser.js'
import { accessible, classIdOf, device, editor, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

test.use({
  launchOptions: {
    ...LAUNCH,
    args: [...(LAUNCH.args ?? []), '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  },
})

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const question = (page: Page, number: number) =>
  page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: `Question ${number} ` }) })

test('a quiz is built, checked and handed in; one pupil loses the network in the middle, and scores come back by themselves', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  const classId = await classIdOf(teacher.page, 'Garden Science')
  await teacher.page.goto(`/c/${classId}/post`)
  await teacher.page.getByRole('button', { name: /^Quiz/ }).click()
  await teacher.page.getByLabel('Title').fill('Tides and mud')
  await teacher.page.getByRole('button', { name: 'One choice' }).click()
  await editor(teacher.page, 'The question').fill('Where does the estuary meet the sea?')
  await teacher.page.getByLabel('Choice 1', { exact: true }).fill('At the mouth')
  await teacher.page.getByLabel('Choice 2', { exact: true }).fill('At the spring')
  await teacher.page.getByLabel('Choice 1 is right').check()
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

test('a drawing and a recording are handed in without a network, marked with names hidden, and a key that was wrong is put right for everybody', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  const classId = await classIdOf(teacher.page, 'Garden Science')
  const field = (name: string | RegExp) => teacher.page.getByLabel(name, { exact: typeof name === 'string' })
  await teacher.page.goto(`/c/${classId}/post`)
  await teacher.page.getByRole('button', { name: /^Quiz/ }).click()
  await field('Title').fill('Waves')
  await teacher.page.getByRole('button', { name: 'Number', exact: true }).click()
  await editor(teacher.page, 'The question').fill('How many high tides a day?')
  await field('The right number').fill('1')
  await teacher.page.getByRole('button', { name: 'Drawing', exact: true }).click()
  await editor(teacher.page, 'The question').fill('Draw a wave.')
  await teacher.page.getByRole('button', { name: 'Recording', exact: true }).click()
  await editor(teacher.page, 'The question').fill('Say what a wave sounds like.')
  await teacher.page.getByLabel('Time', { exact: true }).selectOption('20 minutes')
  await teacher.page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(teacher.page.getByRole('heading', { name: '12 – 16 October', level: 1 })).toBeVisible()
  await teacher.page.getByRole('link', { name: /Waves/ }).first().click()
  await teacher.page.getByRole('link', { name: 'Pupils and questions' }).click()
  await teacher.page.getByLabel('More minutes for Nia Falk').selectOption('+10')

  const nia = await device(browser, school.address)
  await nia.context.grantPermissions(['microphone'])
  await signIn(nia.page, 'nia.falk')
  await nia.page.goto(`/c/${classId}/topics`)
  await nia.page.getByRole('link', { name: /Waves/ }).click()
  await expect(nia.page.getByText('You have 30 minutes from the moment you begin.')).toBeVisible()
  await nia.page.getByRole('button', { name: 'Begin' }).click()
  await expect(nia.page.getByRole('timer')).toContainText('minutes left')
  await nia.page.getByLabel('Your answer, as a number').fill('2')
  // drawn by keys alone
  await nia.page.getByRole('application', { name: 'Your drawing' }).focus()
  for (const key of ['Space', 'ArrowRight', 'ArrowRight', 'ArrowDown', 'Space'])
    await nia.page.keyboard.press(key)
  await expect(nia.page.getByRole('button', { name: 'Undo the last line' })).toBeEnabled()
  await accessible(nia.page)
  await nia.page.getByRole('button', { name: 'Record your answer' }).click()
  await nia.page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(nia.page.getByText(/^0:(0[1-9]|[1-5]\d)$/)).toBeVisible()
  await nia.page.getByRole('button', { name: 'Stop' }).click()
  await nia.context.setOffline(true)
  await nia.page.getByRole('button', { name: 'Save', exact: true }).click()
  await nia.page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await nia.page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
  await expect(nia.page.getByText('Handed in on this device.')).toBeVisible()
  await nia.context.setOffline(false)
  await expect(nia.page.getByRole('heading', { name: 'How it went' })).toBeVisible()
  await expect(nia.page.getByText('waits for your teacher')).toBeVisible()

  // somebody who answered as the key says
  const ada = await device(browser, school.address)
  await signIn(ada.page, 'ada.moreno')
  await ada.page.goto(`/c/${classId}/topics`)
  await ada.page.getByRole('link', { name: /Waves/ }).click()
  await expect(ada.page.getByText('You have 20 minutes from the moment you begin.')).toBeVisible()
  await ada.page.getByRole('button', { name: 'Begin' }).click()
  await ada.page.getByLabel('Your answer, as a number').fill('1')
  await ada.page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await ada.page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
  await expect(ada.page.getByText('1 of 3 points')).toBeVisible()

  // a third, on a phone, who is not ready yet
  const bram = await device(browser, school.address, { phone: true })
  await signIn(bram.page, 'bram.okoye')
  await bram.page.goto(`/c/${classId}/topics`)
  await bram.page.getByRole('link', { name: /Waves/ }).click()
  await bram.page.getByRole('button', { name: 'Begin' }).click()
  await bram.page.getByLabel('Your answer, as a number').fill('3')
  await expect(bram.page.getByText(/^Saved/)).toBeVisible()
  await noSideways(bram.page)
  await accessible(bram.page)

  // all that was handed in stands on a page too, the drawing as it was drawn
  const whole = await teacher.context.newPage()
  const place = (await (await nia.page.request.get('/api/me')).json()).ties.find(
    (tie: { classId: string }) => tie.classId === classId,
  ).placeId
  await whole.goto(`${teacher.page.url().replace(/\/results.*/, '')}/marking/${place}`)
  const drawn = whole.getByRole('img', { name: 'Drawing', exact: true })
  await expect(drawn).toBeVisible()
  await drawn.scrollIntoViewIfNeeded()
  await expect
    .poll(() => drawn.evaluate(picture => (picture as HTMLImageElement).naturalWidth))
    .toBeGreaterThan(0)
  await accessible(whole)
  await whole.close()

  // a drawing and a recording are looked at and heard side by side, and nobody knows whose they are
  const grid = teacher.page.getByRole('table').first()
  await expect(grid.getByRole('row', { name: /Nia Falk/ })).toContainText('Your teacher marks this one')
  await teacher.page.getByRole('button', { name: 'Question 2' }).click()
  await teacher.page.getByLabel('Hide the names while marking').check()
  await expect(teacher.page.getByRole('img', { name: 'Drawing: Pupil 1' })).toBeVisible()
  await teacher.page.getByLabel('Of 1 points').fill('0.5')
  await teacher.page.getByLabel('Said to Pupil 1').fill('And the crest?')
  await accessible(teacher.page)
  await teacher.page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(teacher.page.getByRole('button', { name: 'Saved' })).toBeVisible()
  await teacher.page.getByRole('button', { name: 'Question 3' }).click()
  await expect(teacher.page.getByLabel('Recording: Nia Falk')).toBeVisible()
  await teacher.page.getByLabel('Of 1 points').fill('1')
  await teacher.page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(grid.getByRole('row', { name: /Nia Falk/ })).toContainText('1.5')

  // the key was wrong: whose score changes is seen first
  await teacher.page.getByRole('button', { name: 'Question 1' }).click()
  await teacher.page.getByRole('link', { name: 'Change the question or its key' }).click()
  await field('The right number').fill('2')
  await teacher.page.getByRole('button', { name: 'Show whose score changes' }).click()
  const changes = teacher.page.getByRole('table', { name: '2 scores change' })
  await expect(changes.getByRole('row', { name: /Ada Moreno/ })).toHaveText(/1\s*0/)
  await expect(changes.getByRole('row', { name: /Nia Falk/ })).toHaveText(/1\.5\s*2\.5/)
  await field('Said to those whose score changes').fill('The sea comes twice.')
  await accessible(teacher.page)
  await teacher.page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(ada.page.getByText('0 of 3 points')).toBeVisible()
  await expect(ada.page.getByText('The sea comes twice. (1 → 0)')).toBeVisible()
})
