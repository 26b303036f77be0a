import { type Browser, expect, test } from '@playwright/test'
import sharp from 'sharp'
import { accessible, bar, type Device, device, deviceOf, editor, signInByHand, typeTime } from '../people.js'
import { School } from '../school.js'
import { letIn, PASSWORD, posted, tideTables } from '../tideTables.js'

/**
 * The first whole day of a class, from the code on the board to the hand-in: each part of it from a school that was
 * brought to that point. How it is marked and followed is `handedBack.spec.ts`.
 */
let school: School
test.beforeEach(async () => {
  school = await School.open()
})
test.afterEach(() => school.close())

const at = (browser: Browser, options = {}): Promise<Device> => device(browser, school.address, options)

const as = (browser: Browser, userName: string, secret = PASSWORD): Promise<Device> =>
  deviceOf(browser, school.address, userName, secret)

test('a teacher makes a class, pastes six names, makes a topic and opens the door', async ({ browser }) => {
  const { page } = await at(browser)
  await signInByHand(page, 'mr.bell')
  await page.getByRole('link', { name: 'New class' }).click()
  await page.getByLabel('Name of the class').fill('Tide Tables')
  await page.getByLabel('Year').fill('Year 5')
  await page.getByLabel('First group').fill('Curlew')
  await page.getByRole('button', { name: 'Create class' }).click()
  await page
    .getByLabel('Paste a list, one name per line')
    .fill('Anna  Reyes\n\nBo Lund\n  Cara Iyer \nDan Oduya\nanna reyes\nElla  Novak\nFinn Marsh\n')
  await expect(page.getByText('twice in the list')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Add 6 names' }).click()
  await expect(page.getByRole('rowheader')).toHaveCount(6)
  for (const name of ['Anna Reyes', 'Bo Lund', 'Cara Iyer', 'Dan Oduya', 'Ella Novak', 'Finn Marsh'])
    await expect(page.getByRole('button', { name: `Open ${name}` })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Open Anna Reyes' }).click()
  expect((await page.locator('[data-key=family]').textContent()) ?? '').toMatch(/^\w{4}(-\w{4}){3}$/)
  await accessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Topics' }).click()
  await page.getByRole('button', { name: 'New topic' }).click()
  await page.getByLabel('Name of the topic').fill('High water')
  await page.getByRole('button', { name: 'Add topic' }).click()
  await expect(page.getByRole('heading', { name: 'High water' })).toBeVisible()
  await page.getByRole('link', { name: 'Register' }).click()
  await page.getByRole('link', { name: 'Door' }).click()
  const anHour = page.getByRole('button', { name: '60 minutes' })
  await expect(anHour).toBeVisible()
  await accessible(page)
  await anHour.click()
  await expect(page.getByText('0 of 6 are in')).toBeVisible()
  await expect(page.getByRole('timer')).toHaveText(/^(60:00|59:\d\d|1:00:00)$/)
  await expect(page.getByRole('img', { name: /QR code/ })).toBeVisible()
  expect(await page.locator('[data-code]').getAttribute('data-code')).toHaveLength(7)
  await accessible(page)
})

test('a pupil reads the code as children do, finds the own name and is in', async ({ browser }) => {
  const { address } = await tideTables(school)
  const board = await as(browser, 'mr.bell', 'tern-hollow')
  await board.page.goto(`${address}/door`)
  const code = (await board.page.locator('[data-code]').getAttribute('data-code')) ?? ''
  const { page } = await at(browser)
  await page.goto('/')
  await accessible(page)
  const field = page.getByLabel('Class code, key or user name')
  const go = page.getByRole('button', { name: 'Continue' })

  await field.fill(code.slice(0, 6) + (code[6] === 'A' ? 'B' : 'A'))
  await go.click()
  await expect(page.getByRole('alert')).toHaveText(/One character is wrong|Look at character/)
  await field.fill(code.slice(0, 4))
  await go.click()
  await expect(page.getByRole('alert')).toHaveText(/7 characters, this one has 4/)

  await field.fill(`${code.slice(0, 3)} ${code.slice(3)}`.toLowerCase().replaceAll('0', 'o'))
  await go.click()
  await expect(page.getByRole('heading', { name: 'Find your name' })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Anna R.' }).click()
  await page.getByLabel('Choose a password').fill('abc')
  await page.getByRole('button', { name: 'Yes, that is me' }).click()
  await expect(page.getByRole('alert')).toHaveText(/at least 4 characters/)
  await page.getByLabel('Choose a password').fill('shells')
  await page.getByRole('button', { name: 'Yes, that is me' }).click()
  await expect(page.getByRole('heading', { name: 'You have joined, Anna Reyes' })).toBeVisible()
  await expect(page.getByText('anna.reyes')).toBeVisible()
  await expect(board.page.getByText('1 of 6 are in')).toBeVisible()
  await expect(board.page.getByRole('listitem').filter({ hasText: 'Anna Reyes' })).toBeVisible()
  await page.getByRole('link', { name: 'Go to Today' }).click()
  await expect(page.getByText('Nothing to do')).toBeVisible()
})

test('two at once take the same name: one has it, the other is told; and a closed door says so', async ({
  browser,
}) => {
  const { address } = await tideTables(school)
  const board = await as(browser, 'mr.bell', 'tern-hollow')
  await board.page.goto(`${address}/door`)
  const code = (await board.page.locator('[data-code]').getAttribute('data-code')) ?? ''
  const [one, other] = [await at(browser), await at(browser)]
  for (const { page } of [one, other]) {
    await page.goto(`/come/${code}`)
    await page.getByRole('button', { name: 'Bo L.' }).click()
    await page.getByLabel('Choose a password').fill('pebbles')
  }
  await one.page.getByRole('button', { name: 'Yes, that is me' }).click()
  await expect(one.page.getByRole('heading', { name: 'You have joined, Bo Lund' })).toBeVisible()
  await other.page.getByRole('button', { name: 'Yes, that is me' }).click()
  await expect(other.page.getByRole('alert')).toHaveText(/Somebody has just joined as Bo/)
  await expect(other.page.getByLabel('Choose a password')).toHaveValue('pebbles')
  await other.page.getByRole('button', { name: 'Not you?' }).click()
  await expect(other.page.getByRole('button', { name: 'Bo L.' })).toHaveCount(0)
  await other.page.getByRole('button', { name: 'Cara I.' }).click()
  await other.page.getByLabel('Choose a password').fill('pebbles')
  await other.page.getByRole('button', { name: 'Yes, that is me' }).click()
  await expect(other.page.getByRole('heading', { name: 'You have joined, Cara Iyer' })).toBeVisible()
  await expect(board.page.getByText('2 of 6 are in')).toBeVisible()

  await board.page.getByRole('button', { name: 'Close now' }).click()
  await expect(board.page.getByText(/The door closed .* still in/)).toBeVisible()
  const late = await at(browser)
  await late.page.goto('/')
  await late.page.getByLabel('Class code, key or user name').fill(code)
  await late.page.getByRole('button', { name: 'Continue' }).click()
  await expect(late.page.getByRole('alert')).toHaveText(/This door closed/)
})

test('a teacher posts an assignment and a notice', async ({ browser }) => {
  const day = await tideTables(school)
  const { page } = await as(browser, 'mr.bell', 'tern-hollow')
  await page.goto(`${day.address}/topics`)
  await page.getByRole('link', { name: 'Post work' }).first().click()
  await page.getByLabel('Title', { exact: true }).fill('Read a tide table')
  await page.getByLabel('Topic', { exact: true }).selectOption({ label: 'High water' })
  await editor(page, 'Directions').fill('When is high water on Friday?')
  await editor(page, 'Directions').press('ControlOrMeta+a')
  await page.getByRole('toolbar').first().getByRole('button', { name: 'Bold' }).click()
  await editor(page, 'Template page').fill('High water on Friday: ')
  await page.getByLabel('Due: how it is set').selectOption({ label: 'at a fixed time' })
  await typeTime(page, 'Due', '2026-10-13T17:00')
  await page.getByRole('button', { name: 'Post' }).click()
  await expect(page.getByRole('alert')).toHaveText(/That time has passed: it is now Wed 16:2\d/)
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Read a tide table')
  await typeTime(page, 'Due', '2026-10-16T17:00')
  await expect(page.getByText('due Fri 17:00')).toBeVisible()
  await page.getByLabel('Points').fill('10')
  await page.getByLabel('Minutes').fill('15')
  await accessible(page)
  await page.getByRole('button', { name: 'Post' }).click()
  await expect(page.getByRole('link', { name: /Read a tide table/ })).toContainText('0 of 6 in')
  await page.getByRole('link', { name: 'Talk' }).click()
  await page.getByRole('button', { name: 'Write a notice' }).click()
  await editor(page, 'What is it about?').fill('Bring a clock with hands on Friday.')
  await page.getByRole('button', { name: 'Post' }).click()
  await expect(page.getByText('Bring a clock with hands')).toBeVisible()
  await accessible(page)
})

test('a pupil sees work without a reload, writes, and loses nothing when the browser closes', async ({
  browser,
}) => {
  const day = await tideTables(school)
  await letIn(school, day, 'Anna Reyes')
  const { page, context } = await as(browser, 'anna.reyes')
  await expect(page.getByText('Nothing to do')).toBeVisible()
  await posted(day)
  await expect(page.getByRole('link', { name: /Read a tide table/ })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Friday' }).getByText('To do by 17:00')).toBeVisible()
  await accessible(page)
  await page.getByRole('link', { name: /Read a tide table/ }).click()
  await expect(page.getByRole('heading', { name: 'Read a tide table — Anna Reyes' })).toBeVisible()
  const draft = editor(page, 'Read a tide table — Anna Reyes')
  await expect(draft).toHaveText('High water on Friday:')
  await draft.press('ControlOrMeta+End')
  await draft.pressSequentially('05:42 and 18:07, and the')
  // closed in mid-sentence, before any pause
  await page.close({ runBeforeUnload: false })
  const again = await context.newPage()
  await again.goto('/today')
  await again.getByRole('link', { name: /Read a tide table/ }).click()
  await expect(editor(again, 'Read a tide table — Anna Reyes')).toHaveText(
    'High water on Friday: 05:42 and 18:07, and the',
  )
  await expect(bar(again)).toHaveText(/^Saved \d\d:\d\d$/)
  await expect(again.getByText('Started, due Fri 17:00')).toBeVisible()
  await accessible(again)
})

test('a pupil adds a photo, asks, hands in, takes it back, hands it in again, and answers a notice', async ({
  browser,
}) => {
  const day = await tideTables(school)
  await letIn(school, day, 'Anna Reyes')
  await posted(day)
  const { page } = await as(browser, 'anna.reyes')
  await page.getByRole('link', { name: /Read a tide table/ }).click()
  const begun = editor(page, 'Read a tide table — Anna Reyes')
  await begun.press('ControlOrMeta+End')
  await begun.pressSequentially('05:42 and 18:07, and the')
  const photo = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#6fa7bd' } })
    .withExif({ IFD3: { GPSLatitude: '38/1 42/1 0/1', GPSLatitudeRef: 'N' } })
    .jpeg()
    .toBuffer()
  const choose = page.getByLabel('Add a photo or file')
  await choose.setInputFiles({ name: 'empty.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(0) })
  await expect(page.getByRole('alert')).toHaveText(/“empty.jpg” is empty: 0 bytes/)
  await choose.setInputFiles({
    name: 'page.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('<html><script>1</script>'),
  })
  await expect(page.getByRole('alert')).toHaveText(/“page.jpg” cannot be added/)
  await choose.setInputFiles({ name: 'my tide table.jpg', mimeType: 'image/jpeg', buffer: photo })
  const tile = page.getByRole('button', { name: 'my tide table.jpg', exact: true })
  await expect(tile).toBeVisible()
  const kept = await page.request.get((await tile.locator('img').getAttribute('src')) ?? '')
  expect((await sharp(await kept.body()).metadata()).exif).toBeUndefined()

  await page.getByRole('button', { name: 'Remove my tide table.jpg' }).click()
  await expect(tile).toHaveCount(0)
  await page
    .getByRole('listitem')
    .filter({ hasText: 'is removed' })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(tile).toBeVisible()

  await page.getByLabel('Ask or tell your teacher').fill('Is it summer time in the table?')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Is it summer time' })).toBeVisible()
  await page.getByRole('button', { name: 'Hand in', exact: true }).click()
  const review = page.getByRole('dialog', { name: 'Check before you hand in' })
  await expect(review).toContainText('05:42 and 18:07, and the')
  await expect(review.getByRole('button', { name: 'my tide table.jpg', exact: true })).toBeVisible()
  await accessible(page)
  await review.getByRole('button', { name: 'Hand in now' }).click()
  await expect(bar(page)).toHaveText(/Handed in Wed 16:2\d\. Your teacher has it\./)
  await expect(page.getByText('With your teacher', { exact: true })).toBeVisible()

  await page.getByRole('button', { name: 'Take back' }).click()
  const draft = editor(page, 'Read a tide table — Anna Reyes')
  await draft.press('ControlOrMeta+End')
  await draft.pressSequentially(' low ones between.')
  await page.getByRole('button', { name: 'Hand in again' }).click()
  await page.getByRole('button', { name: 'Hand in now' }).click()
  await expect(bar(page)).toHaveText(/Your teacher has it/)
  await expect(page.getByRole('heading', { name: 'History' }).locator('..').getByRole('listitem')).toHaveText(
    [/Handed in no\. 2/, /Taken back/, /Handed in no\. 1/, /Started/],
  )
  await page.getByRole('link', { name: 'Talk' }).click()
  await page.getByRole('button', { name: 'Reply' }).click()
  await page.getByLabel('Reply to Mr Bell').fill('Mine ticks very loudly.')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText('Mine ticks very loudly.')).toBeVisible()
  await accessible(page)
  const teacher = await as(browser, 'mr.bell', 'tern-hollow')
  await teacher.page.goto(`${day.address}/talk`)
  await expect(teacher.page.getByText('Mine ticks very loudly.')).toBeVisible()
})
