import { readFile } from 'node:fs/promises'
import { expect, type Page, test } from '@playwright/test'
import ICAL from 'ical.js'
import { accessible, device, editor, noSideways, signIn, typeTime } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const icsOf = (...events: string[][]) => ({
  mimeType: 'text/calendar',
  buffer: Buffer.from(
    [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//Tern Hollow//EN',
      ...events.flatMap((lines, index) => [
        'BEGIN:VEVENT',
        `UID:${index}@x.example`,
        'DTSTAMP:20260901T000000Z',
        ...lines,
        'END:VEVENT',
      ]),
      'END:VCALENDAR',
      '',
    ].join('\r\n'),
  ),
})

async function intoGarden(page: Page, area: string): Promise<void> {
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await page.getByRole('link', { name: area, exact: true }).last().click()
  // the week that stood there before has links of the same names
  await page.waitForURL(new RegExp(`/${area.toLowerCase()}`))
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('12 – 16 October')
}

test('a pupil’s month has work, lessons, closures and own notes, and other programs read it from an address that ends', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address, { locale: 'en-US' })
  await signIn(page, 'ada.moreno')
  await page.getByRole('link', { name: 'Calendar' }).first().click()
  await expect(page.getByRole('heading', { name: 'October 2026', level: 1 })).toBeVisible()
  const day = (number: string) =>
    page.locator('td', { has: page.locator('time', { hasText: new RegExp(`^${number}$`) }) })
  await expect(day('15')).toContainText('Why the hill is wetter than the harbour')
  await expect(day('27')).toContainText('Autumn break')
  // a note of her own, which nobody else sees
  await page.getByRole('button', { name: /Add a note on Thursday 22 October/ }).click()
  await page.getByLabel('Title').fill('Feed the newts')
  await page.getByLabel('all day').uncheck()
  // days and times have the school's form, not that of the browser, which is American here
  expect(await page.evaluate(() => navigator.language)).toBe('en-US')
  await expect(page.getByRole('group', { name: 'First day' })).toHaveText('22/10/2026')
  await expect(page.getByRole('group', { name: 'From', exact: true })).toHaveText(/^\W*15:00\W*$/)
  // a day is chosen from its month by keyboard, and the focus goes back where it came from
  await page.getByRole('button', { name: 'Last day: choose a day' }).press('Enter')
  await expect(page.getByRole('heading', { name: 'October 2026', level: 2 })).toBeVisible()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'Last day' })).toHaveText('23/10/2026')
  await expect(page.getByRole('button', { name: 'Last day: choose a day' })).toBeFocused()
  await typeTime(page, 'Last day', '2026-10-22')
  await typeTime(page, 'From', '16:00')
  await typeTime(page, 'To', '15:00')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('so it cannot end at “15:00”')).toBeVisible()
  await typeTime(page, 'To', '16:20')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(day('22')).toContainText('Feed the newts')
  await accessible(page)
  // the other views, and a press on a deadline leads to the submission
  await page.getByRole('link', { name: 'Four weeks as a list' }).click()
  const newtsLine = page.locator('main').getByRole('button', { name: /Feed the newts/ })
  await expect(newtsLine).toBeVisible()
  await page.getByLabel('my notes').uncheck()
  await expect(newtsLine).toHaveCount(0)
  await page.getByRole('link', { name: 'Week', exact: true }).first().click()
  await page.getByRole('link', { name: /Means from a table/ }).click()
  await expect(page.getByRole('heading', { name: 'Means from a table', level: 1 })).toBeVisible()
  // in another program, which knows nothing but the address
  await page.goto('/calendar')
  await page.getByRole('button', { name: 'Subscribe from another calendar' }).click()
  await page.getByRole('button', { name: 'Create an address' }).click()
  const address = await page.getByLabel('Address').inputValue()
  await accessible(page)
  const read = async () => {
    const answer = await fetch(address)
    return { status: answer.status, text: await answer.text() }
  }
  const { text } = await read()
  const events = new ICAL.Component(ICAL.parse(text) as [])
    .getAllSubcomponents('vevent')
    .map(one => new ICAL.Event(one))
  const newts = events.find(one => one.summary === 'Feed the newts')
  expect(newts?.startDate.toUnixTime()).toBe(Date.UTC(2026, 9, 22, 15) / 1_000)
  expect(events.some(one => one.summary === 'Why the hill is wetter than the harbour')).toBe(true)
  await page.getByRole('button', { name: 'Switch off this address', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Create an address' })).toBeVisible()
  expect((await read()).status).toBe(404)
  await context.close()
})

test('closures and lessons come from files of another program, looked at before they are kept', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  const head = await device(browser, school.address)
  await signIn(head.page, 'ms.thorne')
  await head.page.goto('/school-year')
  const take = head.page.getByLabel('Import a calendar file (.ics)')
  await take.setInputFiles({
    name: 'letter.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from('Dear all,\nno school on Friday.'),
  })
  await expect(head.page.getByText('letter.ics is not a calendar: line 1 says “Dear all,”.')).toBeVisible()
  await take.setInputFiles({
    name: 'year.ics',
    ...icsOf(['DTSTART;VALUE=DATE:20261015', 'DTEND;VALUE=DATE:20261016', 'SUMMARY:Harbour clean-up']),
  })
  // the deadlines that would move stand there before anything is kept
  await expect(head.page.getByText('Why the hill is wetter than the harbour')).toBeVisible()
  await head.page.getByRole('button', { name: 'Save the school year' }).click()
  await expect(head.page.getByText('School year saved.').first()).toBeVisible()
  await head.context.close()
  await signIn(page, 'ms.varga')
  await page.getByRole('link', { name: 'Calendar' }).first().click()
  await expect(page.getByText('Harbour clean-up')).toBeVisible()
  // and a timetable
  await intoGarden(page, 'Settings')
  await page.getByRole('link', { name: 'Open the timetable' }).click()
  await page.getByLabel('Import a calendar file (.ics)').setInputFiles({
    name: 'lessons.ics',
    ...icsOf(
      [
        'DTSTART;TZID=Europe/Lisbon:20261112T140000',
        'DTEND;TZID=Europe/Lisbon:20261112T150000',
        'RRULE:FREQ=WEEKLY;COUNT=5',
        'SUMMARY:Boat shed (Wren)',
      ],
      [
        'DTSTART;TZID=Europe/Lisbon:20261117T140000',
        'DTEND;TZID=Europe/Lisbon:20261117T150000',
        'SUMMARY:Staff tea',
      ],
    ),
  })
  const found = page.getByRole('dialog', { name: 'Lessons in the file' })
  await expect(found.getByText('Thursday 14:00–15:00')).toBeVisible()
  await expect(found.getByLabel('Whose lessons are “Boat shed (Wren)”?')).toHaveValue(/.+/)
  await accessible(page)
  await found.getByRole('button', { name: 'Add to the timetable' }).click()
  await page.getByRole('button', { name: 'Save the timetable' }).click()
  await expect(page.getByText('Timetable saved.').first()).toBeVisible()
  await page.goto('/calendar/week/2026-11-12')
  await expect(page.getByText('14:00–15:00 · Wren')).toBeVisible()
  await context.close()
})

test('a class says of itself what families and pupils look for, and a pupil decides about the own birthday', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  const ada = await device(browser, school.address, { phone: true })
  const family = await device(browser, school.address, { phone: true })
  await signIn(teacher.page, 'ms.varga')
  await signIn(ada.page, 'ada.moreno')
  await signIn(family.page, 'mr.moreno')
  await intoGarden(teacher.page, 'About')
  await teacher.page.getByRole('button', { name: 'Write a page' }).click()
  await teacher.page.getByLabel('Kind of page').selectOption({ label: 'Newsletter' })
  await teacher.page.getByLabel('Title', { exact: true }).fill('November in the garden')
  await teacher.page.getByLabel('Month', { exact: true }).selectOption({ label: 'November 2026' })
  await editor(teacher.page, 'Text').fill('The pond is cleared.')
  // words that are not kept yet outlive a page that is loaded again
  await teacher.page.reload()
  await teacher.page.getByRole('button', { name: 'Write a page' }).click()
  await expect(
    teacher.page.getByText('You wrote this earlier on this device and had not saved it.'),
  ).toBeVisible()
  await expect(editor(teacher.page, 'Text')).toContainText('The pond is cleared.')
  await accessible(teacher.page)
  await teacher.page.getByRole('button', { name: 'Save the page' }).click()
  await expect(teacher.page.getByText('November 2026', { exact: true })).toBeVisible()
  await teacher.page.getByRole('button', { name: 'Edit links' }).click()
  await teacher.page.getByLabel('Address').last().fill('nowhere')
  await teacher.page.getByRole('button', { name: 'Save links' }).click()
  await expect(teacher.page.getByText('“nowhere”')).toBeVisible()
  await teacher.page.getByLabel('Address').last().fill('newts.example/count')
  await teacher.page.getByRole('button', { name: 'Save links' }).click()
  await expect(teacher.page.getByRole('link', { name: 'newts.example' })).toBeVisible()

  // the link is one press away from the week, on a phone too
  await ada.page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await expect(ada.page.getByRole('link', { name: 'newts.example' })).toBeVisible()
  await ada.page.getByRole('link', { name: 'About the class' }).click()
  await expect(ada.page.getByText('The pond is cleared.')).toBeVisible()
  await expect(ada.page.getByText('Your birthday is not shown.')).toBeVisible()
  await ada.page.getByLabel('Day').selectOption('31')
  await ada.page.getByLabel('Month').selectOption({ label: 'April' })
  await ada.page.getByRole('button', { name: 'Show my birthday' }).click()
  await expect(ada.page.getByText('There is no day 31 in month 4.')).toBeVisible()
  await ada.page.getByLabel('Day').selectOption('30')
  await ada.page.getByRole('button', { name: 'Show my birthday' }).click()
  await expect(teacher.page.getByText('30 April')).toBeVisible()
  await noSideways(ada.page)
  await accessible(ada.page)
  await ada.page.getByRole('button', { name: 'Stop showing it' }).click()
  await expect(teacher.page.getByText('30 April')).toHaveCount(0)

  // the family reads the pages, and no names of other children
  await family.page.getByRole('link', { name: 'Ada' }).first().click()
  await family.page.getByRole('link', { name: 'Week' }).click()
  await family.page.getByRole('link', { name: 'About the class' }).first().click()
  await expect(family.page.getByText('The pond is cleared.')).toBeVisible()
  await expect(family.page.getByText('Bram Okoye')).toHaveCount(0)
  await accessible(family.page)
  for (const one of [teacher, ada, family]) await one.context.close()
})

test('what was written is found by its words, by whoever may see it', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'luis.moreno')
  const look = async (words: string) => {
    await page.keyboard.press('Control+k')
    await page.getByPlaceholder('Search work').fill(words)
    await expect(page.getByRole('status').filter({ hasText: /results?\.$/ })).toBeVisible()
  }
  await look('boots leak')
  await expect(page.getByText('0 results.')).toBeVisible()
  await page.keyboard.press('Escape')
  await look('boots')
  await expect(page.locator('mark').first()).toHaveText(/boots/i)
  await accessible(page)
  await page.getByPlaceholder('Search work').fill('rules hook')
  await expect(page.getByText('0 results.')).toBeVisible()
  await page.getByPlaceholder('Search work').fill('clean hook')
  await page.getByRole('option', { name: /How we work together/ }).click()
  await expect(page.getByRole('heading', { name: 'How we work together' })).toBeInViewport()
  await context.close()

  // what was said beside a work leads to where it stands, and is open there
  for (const userName of ['bram.okoye', 'ms.varga']) {
    const { page: next, context: own } = await device(browser, school.address)
    await signIn(next, userName)
    await next.keyboard.press('Control+k')
    await next.getByPlaceholder('Search work').fill('leeward side away')
    await next.getByRole('option', { name: /Why the hill is wetter/ }).click()
    await expect(next.getByText('Thank you, Priya. Leeward is')).toBeInViewport()
    await accessible(next)
    await own.close()
  }
})

test('directions with a formula, a picture and a link are seen by the pupil as they were written', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  const pupil = await device(browser, school.address)
  const { page } = teacher
  const faults: string[] = []
  for (const one of [teacher, pupil])
    one.page.on('console', said => said.type() === 'error' && faults.push(said.text()))
  await signIn(page, 'ms.varga')
  await intoGarden(page, 'Topics')
  await page.getByRole('link', { name: 'Post work' }).first().click()
  await page.getByLabel('Title', { exact: true }).fill('Half full')
  const text = editor(page, 'Directions')
  await text.fill('Fill to ')
  await page.getByRole('button', { name: 'Formula' }).first().click()
  await page.getByLabel('Formula in TeX').fill('\\frac{1}{')
  await expect(page.getByText('This is not a formula yet')).toBeVisible()
  await page.getByLabel('Formula in TeX').fill('\\frac{1}{2}')
  await page.getByRole('button', { name: 'Add formula' }).click()
  await page.getByRole('button', { name: 'Picture' }).first().click()
  await page.getByRole('button', { name: 'Add picture' }).click()
  await expect(page.getByText('Choose a picture first.')).toBeVisible()
  await page.getByLabel('Picture file').setInputFiles({
    name: 'jar.png',
    mimeType: 'image/png',
    buffer: await readFile(new URL('../../docs/screenshots/welcome.png', import.meta.url)),
  })
  await page.getByLabel('What the picture shows, in words').fill('A jar, half full')
  await page.getByRole('button', { name: 'Add picture' }).click()
  await expect(text.getByRole('img', { name: 'A jar, half full' })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Post' }).click()
  await expect(page.getByText('“Half full” is posted.').first()).toBeVisible()
  await signIn(pupil.page, 'ada.moreno')
  await intoGarden(pupil.page, 'Topics')
  await pupil.page.getByRole('link', { name: /Half full/ }).click()
  await expect(pupil.page.locator('math mfrac')).toBeVisible()
  const picture = pupil.page.getByRole('img', { name: 'A jar, half full' })
  await expect(picture).toBeVisible()
  expect(await picture.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBeGreaterThan(0)
  await accessible(pupil.page)
  expect(faults).toEqual([])
  for (const one of [teacher, pupil]) await one.context.close()
})

test('one pupil is given another deadline, and the others keep theirs', async ({ browser }) => {
  const teacher = await device(browser, school.address)
  const bram = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  await signIn(bram.page, 'bram.okoye')
  await intoGarden(teacher.page, 'Topics')
  await teacher.page
    .getByRole('link', { name: /Rainfall log/ })
    .first()
    .click()
  await teacher.page
    .getByRole('navigation', { name: 'Pupils' })
    .getByRole('link', { name: /Bram Okoye/ })
    .click()
  await teacher.page.getByText('Extension for Bram').click()
  await typeTime(teacher.page, 'Until', '2026-10-20T12:00')
  await teacher.page.getByRole('button', { name: 'Give extension' }).click()
  await expect(teacher.page.getByText('Bram has until Tue 20 Oct 12:00')).toBeVisible()
  await accessible(teacher.page)
  await intoGarden(bram.page, 'Topics')
  await expect(bram.page.getByRole('link', { name: /Rainfall log/ })).toContainText('Tue 20 Oct 12:00')
  await teacher.page.getByRole('button', { name: 'Remove extension' }).click()
  await expect(bram.page.getByRole('link', { name: /Rainfall log/ })).not.toContainText('Tue 20 Oct 12:00')
  for (const one of [teacher, bram]) await one.context.close()
})
