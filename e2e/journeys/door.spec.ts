import { arcOnBoard, LETTER_ARC } from '@oppen/core/joining'
import { expect, type Page, test } from '@playwright/test'
import qrcode from 'qrcode'
import { accessible, device, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

async function openBoard(page: Page, name: string): Promise<void> {
  const me = await (await page.request.get('/api/me')).json()
  const tie = me.ties.find((one: { className: string }) => one.className === name)
  await page.goto(`/c/${tie.classId}/door`)
}

test('the board is read from the back row, whatever the projector’s width', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  await openBoard(page, 'Garden Science')
  for (const [width, height] of [
    [1280, 800],
    [1920, 1080],
  ] as const) {
    await page.setViewportSize({ width, height })
    await expect(page.getByRole('img', { name: /QR/ })).toBeVisible()
    // the height of a capital letter as it is drawn, in pixels
    const heights = await page.locator('[data-back-row]').evaluateAll(all =>
      all.map(element => {
        const pen = document.createElement('canvas').getContext('2d')
        if (!pen) return 0
        const { fontWeight, fontSize, fontFamily } = getComputedStyle(element)
        pen.font = `${fontWeight} ${fontSize} ${fontFamily}`
        return pen.measureText('H').actualBoundingBoxAscent
      }),
    )
    expect(heights).toHaveLength(3)
    const arcs = heights.map(pixels => arcOnBoard(pixels, width))
    for (const arc of arcs) expect(arc).toBeGreaterThanOrEqual(LETTER_ARC.least)
    expect(Math.max(...arcs)).toBeGreaterThanOrEqual(2 * LETTER_ARC.recommended)
    await expect(page.getByText('letters are too small')).toHaveCount(0)
  }
  await page.setViewportSize({ width: 1280, height: 800 })
  await context.close()
})

test('a door for this lesson, a newcomer who waits for a nod, and an open door for an evening', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  const board = teacher.page
  await signIn(board, 'ms.varga')
  await openBoard(board, 'Garden Science')
  const old = (await board.locator('[data-code]').getAttribute('data-code')) ?? ''

  await test.step('closed and opened again for the lesson that is on, with another code', async () => {
    await board.getByRole('button', { name: 'Close now' }).click()
    await board.getByRole('radio', { name: 'Also newcomers, if you let them in' }).check()
    await accessible(board)
    await board.getByRole('button', { name: 'this lesson, until 16:30' }).click()
    await expect(board.getByRole('timer')).toHaveText(/^\d:\d\d$|^0\d:\d\d$/)
    await expect(board.locator('[data-code]')).not.toHaveAttribute('data-code', old)
    await expect(board.getByText('Newcomers wait until you let them in.')).toBeVisible()
  })
  const code = (await board.locator('[data-code]').getAttribute('data-code')) ?? ''

  await test.step('a newcomer scans the QR code from a photo, asks, and is in when the teacher nods', async () => {
    const { page, context } = await device(browser, school.address, { phone: true })
    await page.goto('/')
    await page.getByRole('button', { name: 'Scan the QR code' }).click()
    await expect(page.getByText('The camera cannot be used here.')).toBeVisible()
    await accessible(page)
    const choose = page.getByLabel('Choose a photo of the code')
    const blank = await qrcode.toBuffer(' ', { color: { dark: '#ffffff' } })
    await choose.setInputFiles({ name: 'wall.png', mimeType: 'image/png', buffer: blank })
    await expect(page.getByRole('alert')).toHaveText(/No QR code was found in “wall.png”/)
    const photo = await qrcode.toBuffer(`${school.address}/come/${code}`, { width: 480, margin: 6 })
    await choose.setInputFiles({ name: 'board.png', mimeType: 'image/png', buffer: photo })
    await page.getByRole('button', { name: 'My name is not here' }).click()
    await page.getByLabel('First name').fill('Una')
    await page.getByLabel('Choose a PIN: four digits').fill('2580')
    await page.getByRole('button', { name: 'Ask to join' }).click()
    await expect(page.getByRole('alert')).toHaveText('The last name is empty. Write something first.')
    await page.getByLabel('Last name').fill('Marl')
    await accessible(page)
    await page.getByRole('button', { name: 'Ask to join' }).click()
    await expect(page.getByText('Wait here, Una.')).toBeVisible()
    await accessible(board)
    await board.getByRole('button', { name: 'Let Una Marl in' }).click()
    await expect(page.getByRole('heading', { name: 'You have joined, Una Marl' })).toBeVisible()
    await expect(page.getByText('una.marl')).toBeVisible()
    await expect(board.getByRole('listitem').filter({ hasText: 'Una Marl' })).toBeVisible()
    await context.close()
  })

  await test.step('one who is turned away is told so', async () => {
    const { page, context } = await device(browser, school.address)
    await page.goto(`/come/${code}`)
    await page.getByRole('button', { name: 'My name is not here' }).click()
    await page.getByLabel('First name').fill('Nemo')
    await page.getByLabel('Last name').fill('Nobody')
    await page.getByLabel('Choose a PIN: four digits').fill('1111')
    await page.getByRole('button', { name: 'Ask to join' }).click()
    await board.getByRole('button', { name: 'Turn Nemo Nobody away' }).click()
    await expect(page.getByRole('alert')).toHaveText(/Your teacher said no/)
    await context.close()
  })

  await test.step('for a single event anybody comes in with first and last name, and is joined to a pupil later', async () => {
    await board.getByRole('button', { name: 'Close now' }).click()
    await board.getByRole('radio', { name: 'Anybody with a first and last name' }).check()
    await board.getByRole('button', { name: '30 minutes' }).click()
    await expect(board.getByText('Anybody with a first and last name.')).toBeVisible()
    const event = (await board.locator('[data-code]').getAttribute('data-code')) ?? ''
    const { page, context } = await device(browser, school.address, { phone: true })
    await page.goto(`/come/${event}`)
    await page.getByLabel('First name').fill('Yara')
    await page.getByLabel('Last name').fill('Booth')
    await page.getByRole('button', { name: 'Join as a guest' }).click()
    await expect(page.getByRole('heading', { name: 'You have joined, Yara Booth' })).toBeVisible()
    await page.getByRole('link', { name: 'Go to Today' }).click()
    await expect(page.getByText('You are a guest for today, without an account.').first()).toBeVisible()
    await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible()
    await accessible(page)
    await board.goto(board.url().replace('/door', '/register'))
    await board.getByLabel('Merge with a pupil: Yara Booth 2').selectOption({ label: 'Yara Booth' })
    await accessible(board)
    await board.getByRole('button', { name: 'Merge' }).click()
    await expect(board.getByRole('heading', { name: 'Guests' })).toHaveCount(0)
    await expect(board.getByText('Yara Booth 2 was merged into Yara Booth')).toBeVisible()
    await board.getByRole('button', { name: 'Undo the merge: Yara Booth 2' }).click()
    await expect(board.getByRole('heading', { name: 'Guests' })).toBeVisible()
    await context.close()
  })

  await test.step('and all of it stands in the audit log', async () => {
    await board.getByRole('link', { name: 'Audit log' }).click()
    await expect(board.getByText('Ms Varga let Una Marl in')).toBeVisible()
    await expect(board.getByText('Yara Booth joined as a guest')).toBeVisible()
    await board.getByLabel('Filter').selectOption({ label: 'Refusals' })
    await expect(board.getByText('Ms Varga turned Nemo Nobody away')).toBeVisible()
    await expect(board.getByText('Ms Varga let Una Marl in')).toHaveCount(0)
  })
  await teacher.context.close()
})

test('coming in with the account of the school', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await page.goto('/')
  await page.getByRole('link', { name: 'Sign in with Tern Hollow' }).click()
  await expect(page.getByRole('heading', { name: 'Tern Hollow' })).toBeVisible()
  await page.getByLabel('School user name').fill('bram.okoye')
  await page.getByLabel('School secret').fill('tern-hollow')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible()
  await page.getByRole('link', { name: 'Bram Okoye' }).first().click()
  await expect(page.getByText('with the school account')).toBeVisible()
  await context.close()
})
