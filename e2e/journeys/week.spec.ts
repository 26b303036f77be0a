import { expect, type Page, test } from '@playwright/test'
import { accessible, device, noSideways, signIn, signOut, typeTime } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

async function intoGarden(page: Page): Promise<void> {
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: '12 – 16 October', level: 1 })).toBeVisible()
}

/** Counts what a person presses: each click and each key. */
function pressesOf(page: Page): {
  count: number
  click: (name: string | RegExp, role?: 'button' | 'link') => Promise<void>
  key: (key: string) => Promise<void>
} {
  const presses = {
    count: 0,
    click: async (name: string | RegExp, role: 'button' | 'link' = 'button') => {
      presses.count++
      await page.getByRole(role, { name }).first().click()
    },
    key: async (key: string) => {
      presses.count++
      await page.keyboard.press(key)
    },
  }
  return presses
}

test('one piece for two groups has two deadlines, seen by both pupils and by one parent', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  const heron = await device(browser, school.address, { phone: true })
  const wren = await device(browser, school.address)
  await signIn(heron.page, 'ada.moreno')
  await intoGarden(heron.page)
  await signIn(teacher.page, 'ms.varga')
  const { page } = teacher
  await intoGarden(page)
  await page.getByRole('link', { name: 'Post work' }).click()
  await page.getByLabel('Title', { exact: true }).fill('Bring a leaf')
  await page.getByLabel('Lane').selectOption({ label: 'Get ready' })
  await page.getByLabel('Due: how it is set').selectOption({ label: 'with a lesson of that week' })
  await page.getByLabel('Due: which lesson').selectOption({ label: 'lesson 8' })
  await expect(
    page.getByText('The group has only 3 lessons that week, so there is no lesson 8.').first(),
  ).toBeVisible()
  await page.getByLabel('Due: which lesson').selectOption({ label: 'lesson 3' })
  await page.getByLabel('Minutes').fill('10')
  await expect(page.getByText('due Thu 13:30 · start of the Thursday lesson')).toBeVisible()
  await expect(page.getByText('due Fri 09:00 · start of the Friday lesson')).toBeVisible()
  await expect(page.getByText('Draft saved')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'View as a pupil' }).click()
  const preview = page.getByRole('dialog', { name: 'As a pupil sees it' })
  await expect(preview.getByText('To do by Thu 13:30')).toBeVisible()
  await preview.getByRole('button', { name: 'Wren' }).click()
  await expect(preview.getByText('To do by Fri 09:00')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Post' }).click()
  const card = page.getByRole('link', { name: /Bring a leaf/ })
  await expect(card).toContainText('Heron due Thu 13:30')
  await expect(card).toContainText('Wren due Fri 09:00')
  await expect(card).toContainText('0 of 24 in')
  await accessible(page)

  // there without a reload
  await expect(heron.page.getByRole('link', { name: /Bring a leaf/ })).toContainText('To do by Thu 13:30')
  await noSideways(heron.page)
  await signIn(wren.page, 'luis.moreno')
  await intoGarden(wren.page)
  await expect(wren.page.getByRole('link', { name: /Bring a leaf/ })).toContainText('To do by Fri 09:00')
  await signOut(wren.page)
  await signIn(wren.page, 'mr.moreno')
  for (const [child, due] of [
    ['Ada', 'Thu 13:30'],
    ['Luis', 'Fri 09:00'],
  ] as const) {
    await wren.page.getByRole('link', { name: child, exact: false }).first().click()
    await expect(wren.page.getByRole('link', { name: /Bring a leaf/ }).first()).toContainText(due)
  }
  for (const one of [teacher, heron, wren]) await one.context.close()
})

test('a week is planned from an earlier one in under 25 presses', async ({ browser }) => {
  const teacher = await device(browser, school.address)
  const pupil = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  const { page } = teacher
  const presses = pressesOf(page)
  await presses.click(/^Garden Science/, 'link')
  await presses.click(/^Week 8/, 'link')
  await expect(page.getByRole('heading', { name: '2 – 6 November' })).toBeVisible()
  await presses.click('Copy from an earlier week')
  presses.count++
  await page.getByLabel('Which week').selectOption('2026-10-12')
  await expect(page.getByText('Heron Thu 5 Nov 13:30 · Wren Fri 6 Nov 09:00').first()).toBeVisible()
  await accessible(page)
  presses.count++
  await page.getByLabel('Post straight away').check()
  presses.count++
  await page.getByLabel(/Soil jar drawing/).uncheck()
  await presses.click(/^Copy \d+ pieces of work into this week/)
  await expect(page.getByText(/pieces of work copied into this week/).first()).toBeVisible()
  await expect(page.getByRole('link', { name: /Rainfall log/ })).toContainText('due Fri 6 Nov 17:00')
  await expect(page.getByText('read a rain gauge to the nearest millimetre')).toBeVisible()
  // one submission goes to another day, by keyboard alone
  await page.getByRole('button', { name: /move “Rainfall log/ }).focus()
  await presses.key('Enter')
  const move = page.getByRole('dialog', { name: /^Move “Rainfall log/ })
  presses.count++
  await move.getByLabel('Day', { exact: true }).selectOption({ label: 'Wednesday 4' })
  await expect(move.getByText('due Wed 4 Nov 17:00').first()).toBeVisible()
  await accessible(page)
  await presses.click('Move')
  await expect(page.getByRole('link', { name: /Rainfall log/ })).toContainText('due Wed 4 Nov 17:00')
  expect(presses.count).toBeLessThan(25)
  await signIn(pupil.page, 'ada.moreno')
  await pupil.page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await pupil.page.getByRole('link', { name: /^Week 8/ }).click()
  await expect(pupil.page.getByRole('link', { name: /Rainfall log/ })).toContainText(
    'To do by Wed 4 Nov 17:00',
  )
  await expect(pupil.page.getByRole('link', { name: /Soil jar/ })).toHaveCount(0)
  for (const one of [teacher, pupil]) await one.context.close()
})

test('a card is dragged to another day, with the new deadline shown before it is let go', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  await intoGarden(page)
  const card = page.getByRole('link', { name: /Rainfall log, days 1–5/ })
  await expect(card).toContainText('due Fri 17:00')
  await card.scrollIntoViewIfNeeded()
  const from = await card.boundingBox()
  const wednesday = await page.getByRole('columnheader', { name: /^Wed/ }).boundingBox()
  if (!from || !wednesday) throw new Error('nothing to drag')
  await page.mouse.move(from.x + 40, from.y + 20)
  await page.mouse.down()
  await page.mouse.move(wednesday.x + wednesday.width / 2, from.y + 30, { steps: 12 })
  await expect(page.getByText('If you drop it here')).toBeVisible()
  await expect(page.getByText('due Wed 17:00').first()).toBeVisible()
  await page.mouse.up()
  await expect(card).toContainText('due Wed 17:00')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(card).toContainText('due Fri 17:00')
  await context.close()
})

test('goals and the parts of a lesson are written in place and read by the pupils', async ({ browser }) => {
  const teacher = await device(browser, school.address)
  const pupil = await device(browser, school.address, { phone: true })
  await signIn(pupil.page, 'ada.moreno')
  await intoGarden(pupil.page)
  await signIn(teacher.page, 'ms.varga')
  const { page } = teacher
  await intoGarden(page)
  await page.getByRole('button', { name: 'Edit goals' }).click()
  await page.getByRole('textbox', { name: 'By Friday they can' }).fill('hold a gauge level')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(pupil.page.getByText('hold a gauge level')).toBeVisible()
  await page.getByRole('button', { name: 'Add notes on the lesson' }).first().click()
  const window = page.getByRole('dialog')
  await window.getByLabel('Together').fill('Beds are dug by all of us.')
  await accessible(page)
  await window.getByRole('button', { name: 'Save' }).click()
  await expect(pupil.page.getByText('Beds are dug by all of us.')).toBeVisible()
  await accessible(pupil.page)
  for (const one of [teacher, pupil]) await one.context.close()
})

test('topics are found by their words, put in order by keyboard, and merged', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  await intoGarden(page)
  await page.getByRole('link', { name: 'Topics' }).click()
  await page.getByLabel('Words in the title or topic').fill('soil JAR')
  await expect(page.getByRole('heading', { level: 2 })).toHaveText(['Soil and seeds'])
  await page.getByLabel('Words in the title or topic').fill('')
  await page.getByLabel('Kind').selectOption({ label: 'Handout' })
  await expect(page.getByRole('link', { name: /Gauge diagram/ }).first()).toBeVisible()
  await expect(page.getByRole('link', { name: /Soil jar/ })).toHaveCount(0)
  await page.getByLabel('Kind').selectOption({ label: 'all kinds' })
  const titles = page.locator('#page section').filter({ hasText: 'Soil and seeds' }).getByRole('listitem')
  await expect(titles.first()).toContainText('What is left of the apple')
  await page.getByRole('button', { name: /^Move “Soil jar drawing”/ }).focus()
  await page.keyboard.press('Space')
  await expect(page.getByText('“Soil jar drawing” is at place 4 of 4.')).toBeAttached()
  await page.keyboard.press('ArrowUp')
  await expect(page.getByText('“Soil jar drawing” is at place 3 of 4.')).toBeAttached()
  await page.keyboard.press('Space')
  await expect(titles.nth(2)).toContainText('Soil jar drawing')
  await page.getByRole('button', { name: 'Sort topics' }).click()
  await accessible(page)
  await page.getByLabel('Merge The kitchen plot into another topic').selectOption({ label: 'Weather watch' })
  await expect(page.getByRole('button', { name: 'Move The kitchen plot up' })).toHaveCount(0)
  await page.keyboard.press('Escape')
  const weather = page.locator('#page section').filter({ hasText: 'Weather watch' })
  await expect(weather.getByRole('link', { name: /Plan one square metre/ }).first()).toBeVisible()
  await context.close()
})

test('a moved lesson moves its deadlines, shown before it is kept', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  await intoGarden(page)
  await page.getByRole('link', { name: 'Settings' }).click()
  await page.getByRole('link', { name: 'Open the timetable' }).click()
  await page.getByRole('button', { name: 'Add a single date' }).click()
  await page.getByLabel('Which lesson').selectOption({ label: 'Thursday 13:30 Heron' })
  await typeTime(page, 'To the day', '2026-10-16')
  await expect(page.getByText('Why the hill is wetter than the harbour')).toBeVisible()
  await expect(page.getByText('Due Thu 13:30 → Fri 13:30').first()).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Save the timetable' }).click()
  await expect(page.getByText('Timetable saved.').first()).toBeVisible()
  await page.getByRole('link', { name: 'Week' }).click()
  await expect(page.getByText('moved from Thu 13:30')).toBeVisible()
  await expect(page.getByRole('link', { name: /Why the hill/ })).toContainText('Heron due Fri 13:30')
  await context.close()
})

test('a locked piece opens by itself when the lesson begins', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'luis.moreno')
  await intoGarden(page)
  await page.getByRole('link', { name: /Which day was not typical/ }).click()
  await expect(page.getByText('This opens Fri 09:00. You will find it here then.')).toBeVisible()
  await expect(page.getByText('In the lesson: choose a day')).toHaveCount(0)
  const answer = await page.request.put('/api/clock', {
    data: { local: '2026-10-16T09:00' },
    headers: { origin: school.address, 'sec-fetch-site': 'same-origin' },
  })
  expect(answer.ok()).toBe(true)
  // nobody touches the page
  await expect(page.getByText('In the lesson: choose a day')).toBeVisible()
  await page.getByLabel('Tuesday').check()
  await page.getByRole('button', { name: 'Answer' }).click()
  await expect(page.getByText('With your teacher').first()).toBeVisible()
  await context.close()
})

test('an open question shows what others said once the own answer is given, and takes replies', async ({
  browser,
}) => {
  const ada = await device(browser, school.address, { phone: true })
  const bram = await device(browser, school.address)
  const teacher = await device(browser, school.address)
  const QUESTION = /What does rain sound like/
  for (const [one, name] of [
    [ada, 'ada.moreno'],
    [bram, 'bram.okoye'],
  ] as const) {
    await signIn(one.page, name)
    await one.page
      .getByRole('link', { name: /^Garden Science/ })
      .first()
      .click()
    await one.page.getByRole('link', { name: 'Topics' }).last().click()
    // a week filled from this one holds a draft of the question, due in November
    await one.page
      .getByRole('link', { name: /What does rain sound like.*(To do by Fri 17:00|With your teacher)/ })
      .click()
  }
  await expect(
    ada.page.getByText('You can see the other answers once you have given your own.'),
  ).toBeVisible()
  await expect(ada.page.getByText('Like somebody sorting buttons.')).toHaveCount(0)
  await ada.page.getByLabel('Your answer').fill('Like a drawer of spoons.')
  await accessible(ada.page)
  await ada.page.getByRole('button', { name: 'Answer', exact: true }).click()
  await expect(ada.page.getByText('Like somebody sorting buttons.')).toBeVisible()
  await expect(bram.page.getByText('Like a drawer of spoons.')).toBeVisible()
  await bram.page.getByRole('button', { name: 'Reply to Ada Moreno' }).click()
  await bram.page.getByLabel('Reply to Ada Moreno').fill('Big spoons or small?')
  await bram.page.getByRole('button', { name: 'Send reply' }).click()
  await expect(ada.page.getByText('Big spoons or small?')).toBeVisible()
  await bram.page.getByRole('button', { name: 'Remove', exact: true }).click()
  await bram.page.getByText('Remove it for everybody?').waitFor()
  await bram.page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(ada.page.getByText('Big spoons or small?')).toHaveCount(0)
  await expect(ada.page.getByText('Removed by Bram Okoye')).toBeVisible()
  await bram.page.getByText('Class thread').click()
  await bram.page.getByLabel('Write to the class').fill('Is hail rain as well?')
  await bram.page.getByRole('button', { name: 'Send', exact: true }).last().click()
  await ada.page.getByText('Class thread').click()
  await expect(ada.page.getByText('Is hail rain as well?')).toBeVisible()
  await ada.page.getByRole('button', { name: 'Edit your answer' }).click()
  await ada.page.getByLabel('Your answer').fill('Like small spoons.')
  await ada.page.getByRole('button', { name: 'Save the answer' }).click()
  await expect(bram.page.getByText('Like small spoons.')).toBeVisible()
  await noSideways(ada.page)
  await signIn(teacher.page, 'ms.varga')
  await teacher.page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  // Today has a link of that name as well, which leads to marking
  await expect(teacher.page.getByRole('heading', { name: 'Today', level: 1 })).toHaveCount(0)
  await teacher.page.getByRole('link', { name: QUESTION }).first().click()
  await teacher.page.getByRole('link', { name: 'All answers' }).click()
  await expect(teacher.page.getByText('6 of 24 have answered')).toBeVisible()
  await accessible(teacher.page)
  await teacher.page.getByRole('link', { name: 'Mark answers' }).click()
  await teacher.page
    .getByRole('navigation', { name: 'Pupils' })
    .getByRole('link', { name: /Ada Moreno/ })
    .click()
  await teacher.page.getByLabel(/^Feedback to Ada/).fill('I can hear it.')
  await teacher.page.getByRole('button', { name: 'Hand back', exact: true }).click()
  await expect(ada.page.getByText('I can hear it.')).toBeVisible()
  await expect(ada.page.getByRole('button', { name: 'Edit your answer' })).toHaveCount(0)
  for (const one of [ada, bram, teacher]) await one.context.close()
})

test('a question by choice with a key is handed back with its marks by one press', async ({ browser }) => {
  const teacher = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  const { ties } = await (await teacher.page.request.get('/api/me')).json()
  const { classId } = ties.find((tie: { className: string }) => tie.className === 'Garden Science')
  await teacher.page.goto(`/c/${classId}/post`)
  await teacher.page.getByRole('button', { name: /^Open question/ }).click()
  await teacher.page.getByLabel('Title').fill('Where does hail come from?')
  await teacher.page.getByRole('radio', { name: 'choices' }).check()
  await teacher.page.getByLabel('Choice 1').fill('From high clouds')
  await teacher.page.getByLabel('Choice 2').fill('From the sea')
  await teacher.page.getByLabel('“From high clouds” is right').check()
  await teacher.page.getByLabel('Points').fill('3')
  await accessible(teacher.page)
  await teacher.page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(teacher.page.getByRole('heading', { name: '12 – 16 October', level: 1 })).toBeVisible()
  for (const [name, choice] of [
    ['ada.moreno', 'From high clouds'],
    ['bram.okoye', 'From the sea'],
  ] as const) {
    const { page, context } = await device(browser, school.address, { phone: true })
    await signIn(page, name)
    await page.goto(`/c/${classId}/topics`)
    await page.getByRole('link', { name: /Where does hail come from/ }).click()
    await page.getByRole('radio', { name: choice }).check()
    await expect(page.getByText('is right')).toHaveCount(0)
    await page.getByRole('button', { name: 'Answer', exact: true }).click()
    await expect(page.getByRole('button', { name: 'Edit your answer' })).toBeVisible()
    await context.close()
  }
  await teacher.page
    .getByRole('link', { name: /Where does hail come from/ })
    .first()
    .click()
  await teacher.page.getByRole('link', { name: 'All answers' }).click()
  await expect(teacher.page.getByText('Right: From high clouds.')).toBeVisible()
  await accessible(teacher.page)
  await teacher.page.getByRole('button', { name: 'Hand back 2 answers with their marks' }).click()
  await expect(teacher.page.getByText('2 answers handed back.', { exact: true })).toBeVisible()
  await teacher.page.getByRole('link', { name: 'Mark answers' }).click()
  await expect(teacher.page.getByRole('link', { name: /Ada Moreno.*3/ })).toBeVisible()
  await expect(teacher.page.getByRole('link', { name: /Bram Okoye.*0/ })).toBeVisible()
})
