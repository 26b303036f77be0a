import { readFileSync } from 'node:fs'
import { expect, type Page, test } from '@playwright/test'
import { WITH_MEDIA } from '../browser.js'
import { accessible, classIdOf, device, deviceOf, editor, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

test.use({ launchOptions: WITH_MEDIA })

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const VIDEO = readFileSync(new URL('../../demo/media/worm.webm', import.meta.url))
const CAPTIONS = `WEBVTT

00:00.000 --> 00:02.500
<v Ms Varga>A worm digs.

00:04.000 --> 00:02.000
backward

00:02.000 --> 00:06.000
It takes its time.
`
const TITLE = 'A worm at work'

const chooseVideo = (page: Page, name: string, buffer: Buffer, mimeType = 'video/webm') =>
  page.getByLabel(/^Choose (a video|another) file/).setInputFiles({ name, mimeType, buffer })
const player = (page: Page) => page.getByRole('region', { name: 'Video', exact: true })
const momentOf = (page: Page) =>
  page.locator('video').evaluate((video: HTMLVideoElement) => video.currentTime)
const paused = (page: Page) => page.locator('video').evaluate((video: HTMLVideoElement) => video.paused)
const openWork = async (page: Page, classId: string, title = TITLE) => {
  await page.goto(`/c/${classId}/topics`)
  await page
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click()
}
/** What a browser records of a canvas: pictures without sound, and a file that does not say how long it is. */
async function recordedWithoutSound(): Promise<number[]> {
  const canvas = document.createElement('canvas')
  const page = canvas.getContext('2d')
  const recorder = new MediaRecorder(canvas.captureStream(30), { mimeType: 'video/webm;codecs=vp8' })
  const parts: Blob[] = []
  recorder.addEventListener('dataavailable', ({ data }) => void parts.push(data))
  const stopped = new Promise(done => recorder.addEventListener('stop', done))
  recorder.start()
  for (let frame = 0; frame < 90; frame++) {
    await new Promise(done => requestAnimationFrame(done))
    if (page) page.fillStyle = `hsl(${frame * 4} 80% 50%)`
    page?.fillRect(0, 0, canvas.width, canvas.height)
  }
  recorder.stop()
  await stopped
  return [...new Uint8Array(await new Blob(parts).arrayBuffer())]
}

/** The browser tells the page that its tab was left, or that it is back. */
const leave = (page: Page, left: boolean) =>
  page.evaluate(hidden => {
    Object.defineProperty(document, 'hidden', { configurable: true, get: () => hidden })
    document.dispatchEvent(new Event('visibilitychange'))
  }, left)

/** Places a stop at a moment by its key, and its time by typing. */
async function place(page: Page, key: string, at: string): Promise<void> {
  // from where no other stop stands
  await page.getByRole('slider', { name: 'Where it is' }).focus()
  await page.keyboard.press('End')
  await page.keyboard.press(key)
  await page.getByLabel('Time', { exact: true }).first().fill(at)
}

test('a guided video is made, watched with leaving and coming back, and followed; skipping is refused', async ({
  browser,
}) => {
  const teacher = await deviceOf(browser, school.address, 'ms.varga')
  const { page } = teacher
  const classId = await classIdOf(page, 'Garden Science')

  await test.step('what browsers cannot play is told at once', async () => {
    await page.goto(`/c/${classId}/post`)
    await page.getByRole('button', { name: /^Guided video/ }).click()
    await page.getByLabel('Title').fill(TITLE)
    await chooseVideo(page, 'notes.mp4', Buffer.from('only words'.repeat(100)), 'video/mp4')
    await expect(page.getByText('“notes.mp4” cannot be read', { exact: false })).toBeVisible()
    await chooseVideo(page, 'words.txt', Buffer.from('only words'.repeat(100)), 'text/plain')
    await expect(page.getByText('“words.txt” is no video', { exact: false })).toBeVisible()
    await chooseVideo(page, 'silent.webm', Buffer.from(await page.evaluate(recordedWithoutSound)))
    await expect(page.getByText('It has no sound.', { exact: false })).toBeVisible()
    await chooseVideo(page, 'half.webm', VIDEO.subarray(0, 2_000))
    await expect(page.getByText('Its end is missing', { exact: false })).toBeVisible()
  })

  await test.step('a file that was renamed is a video all the same, and shows its picture', async () => {
    await chooseVideo(page, 'worm.txt', VIDEO, 'text/plain')
    await expect(page.locator('video')).toHaveAttribute('poster', /materials/)
    await expect(page.getByText('/ 0:48')).toBeVisible()
    await expect(page.getByText('worm.txt')).toBeVisible()
    // the one that was cut off went with it
    await expect(page.getByText('half.webm')).toHaveCount(0)
  })

  await test.step('stops are placed by key, by typing and by dragging', async () => {
    await place(page, 'n', '0:01')
    await editor(page, 'What pupils read here').fill('This is the tunnel.')
    await place(page, 'q', '0:03')
    await editor(page, 'The question').fill('Who digs?')
    await page.getByLabel('Choice 1', { exact: true }).fill('A worm')
    await page.getByLabel('Choice 2', { exact: true }).fill('A mole')
    await page.getByLabel('Choice 1 is right').check()
    await place(page, 'w', '0:05')
    await page.getByLabel('Way 1', { exact: true }).fill('The end')
    await page.getByLabel('goes to').nth(0).fill('0:44')
    await page.getByLabel('Way 2', { exact: true }).fill('The beginning')
    const note = page.getByRole('slider', { name: 'Note', exact: true })
    await note.focus()
    await page.keyboard.press('ArrowRight')
    await expect(note).toHaveAttribute('aria-valuenow', '2')
    const box = await note.boundingBox()
    if (!box) throw new Error('the stop has no place')
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + box.width / 2 - 8, box.y + box.height / 2, { steps: 4 })
    await page.mouse.up()
    await expect.poll(async () => Number(await note.getAttribute('aria-valuenow'))).toBeLessThan(2)
    await note.focus()
    await page.keyboard.press('Shift+ArrowLeft')
    await page.keyboard.press('ArrowRight')
    await expect(note).toHaveAttribute('aria-valuenow', '1')
  })

  await test.step('captions come from a file, and what goes backward is told', async () => {
    await page
      .getByLabel('From a file')
      .setInputFiles({ name: 'said.vtt', mimeType: 'text/vtt', buffer: Buffer.from(CAPTIONS) })
    await expect(page.getByText('2 lines.', { exact: false })).toContainText('1 has times that cannot be')
    await expect(page.getByLabel('Line 1', { exact: true })).toHaveValue('Ms Varga: A worm digs.')
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Download as WebVTT' }).click(),
    ])
    expect(readFileSync(await download.path(), 'utf8')).toContain(
      '00:00:02.000 --> 00:00:06.000\nIt takes its time.',
    )
    await page.getByRole('button', { name: 'Add a chapter here' }).click()
    await page.getByLabel('Chapter 1', { exact: true }).fill('The jar')
    await accessible(page)
    await page.getByRole('button', { name: 'Post', exact: true }).click()
    await expect(page.getByRole('heading', { level: 1, name: /October/ })).toBeVisible()
  })

  const ada = await deviceOf(browser, school.address, 'ada.moreno')
  await test.step('it stops at its note, and no further than was seen', async () => {
    await openWork(ada.page, classId)
    await expect(
      ada.page.getByText('You can go back at any time, and ahead as far as you have seen.'),
    ).toBeVisible()
    await ada.page.getByRole('button', { name: 'Begin' }).click()
    await ada.page.getByRole('button', { name: 'Play', exact: true }).click()
    await expect(player(ada.page).getByText('This is the tunnel.')).toBeVisible()
    expect(await paused(ada.page)).toBe(true)
    expect(await momentOf(ada.page)).toBeCloseTo(1, 1)
    await ada.page.getByRole('slider', { name: 'Where it is' }).focus()
    await ada.page.keyboard.press('End')
    await expect(ada.page.getByText('You have seen it up to 0:01. Go on from there.')).toBeVisible()
    // nor by a key that asks nobody
    await ada.page.locator('video').evaluate((video: HTMLVideoElement) => {
      video.currentTime = 40
    })
    await expect.poll(() => momentOf(ada.page)).toBeLessThan(2)
    await accessible(ada.page)
  })

  await test.step('it goes on to its question, which must be answered', async () => {
    await ada.page.getByRole('button', { name: 'Go on' }).click()
    await expect(player(ada.page).getByText('Who digs?')).toBeVisible()
    await expect(ada.page.getByRole('button', { name: 'Go on' })).toBeDisabled()
    await expect(ada.page.getByText('Answer first.')).toBeVisible()
    await accessible(ada.page)
  })

  await test.step('closed at the very second of a stop, it goes on there on another device', async () => {
    await expect
      .poll(async () =>
        (await ada.page.evaluate(() => Object.keys(localStorage))).filter(key => /watched/.test(key)),
      )
      .toEqual([])
    await ada.page.close()
    const phone = await device(browser, school.address, { phone: true })
    await signIn(phone.page, 'ada.moreno')
    await openWork(phone.page, classId)
    await expect(phone.page.getByText('0:03 / 0:48')).toBeVisible()
    await phone.page.getByRole('button', { name: 'Play', exact: true }).click()
    await expect(player(phone.page).getByText('Who digs?')).toBeVisible()
    await noSideways(phone.page)

    // without a network what is answered and watched is on the device
    await phone.context.setOffline(true)
    await phone.page.getByRole('radio', { name: 'A worm' }).check()
    await phone.page.getByRole('button', { name: 'Go on' }).click()
    await expect(phone.page.getByRole('button', { name: 'The end' })).toBeVisible()
    await phone.page.getByRole('button', { name: 'The end' }).click()
    await expect.poll(() => momentOf(phone.page)).toBeGreaterThan(43.9)
    await expect(phone.page.getByText('What you watched is on this device', { exact: false })).toBeVisible()
    await phone.context.setOffline(false)
    await expect(phone.page.getByText('What you watched is on this device', { exact: false })).toHaveCount(0)
    await expect.poll(() => paused(phone.page)).toBe(true)
    await accessible(phone.page)

    // a tab that is left plays to nobody
    await phone.page.getByRole('button', { name: 'Back 10 seconds' }).click()
    await phone.page.getByRole('button', { name: 'Play', exact: true }).click()
    await expect.poll(() => paused(phone.page)).toBe(false)
    await leave(phone.page, true)
    await expect.poll(() => paused(phone.page)).toBe(true)
    await leave(phone.page, false)
    await phone.page.getByRole('button', { name: 'Hand in' }).click()
    await phone.page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    await expect(phone.page.getByText('Handed back', { exact: false }).first()).toBeVisible()
    await phone.context.close()
  })

  await test.step('its teacher sees what was watched, and what was answered', async () => {
    await openWork(page, classId)
    await page.getByRole('link', { name: 'What was watched' }).click()
    const row = page.getByRole('row', { name: /Ada Moreno/ })
    await expect(row).toContainText('read')
    await expect(row).toContainText('1 of 1 right')
    await expect(row).toContainText('The end')
    await expect(
      page
        .getByText('1 of 24 pupils has begun', { exact: false })
        .or(page.getByText('1 of 24 pupils have begun', { exact: false })),
    ).toBeVisible()
    await accessible(page)
  })
  await teacher.context.close()
  await ada.context.close()
})

test('a guest with a name alone watches and answers, and a video that was recorded here can be gone through', async ({
  browser,
}) => {
  const teacher = await deviceOf(browser, school.address, 'ms.varga')
  const { page } = teacher
  const classId = await classIdOf(page, 'Garden Science')
  await page.goto(`/c/${classId}/post`)
  await page.getByRole('button', { name: /^Guided video/ }).click()
  await page.getByLabel('Title').fill('From the window')
  await page.getByRole('button', { name: 'Record one here' }).click()
  const recorder = page.getByRole('dialog', { name: 'Record one here' })
  await recorder.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(recorder.getByText('0:04')).toBeVisible()
  await recorder.getByRole('button', { name: 'Stop' }).click()
  await recorder.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('video')).toHaveAttribute('poster', /materials/)
  // its length is known, and any moment can be gone to
  await expect(page.getByText(/\/ 0:0[3-9]/)).toBeVisible()
  await page.getByRole('slider', { name: 'Where it is' }).focus()
  await page.keyboard.press('End')
  await expect.poll(() => momentOf(page)).toBeGreaterThan(2)
  await page.keyboard.press('n')
  await page.getByLabel('Time', { exact: true }).first().fill('0:01')
  await editor(page, 'What pupils read here').fill('Wave to the camera.')
  await page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: /October/ })).toBeVisible()

  await page.goto(`/c/${classId}/door`)
  await page.getByRole('button', { name: 'Close now' }).click()
  await page.getByRole('radio', { name: 'Anybody with a first and last name' }).check()
  await page.getByRole('button', { name: '30 minutes' }).click()
  const code = page.locator('[data-code]')
  await expect(code).toBeVisible()
  const guest = await device(browser, school.address, { phone: true })
  await guest.page.goto(`/come/${(await code.getAttribute('data-code')) ?? ''}`)
  await guest.page.getByLabel('First name').fill('Yara')
  await guest.page.getByLabel('Last name').fill('Booth')
  await guest.page.getByRole('button', { name: 'Join as a guest' }).click()
  await guest.page.getByRole('link', { name: 'Go to Today' }).click()
  await openWork(guest.page, classId, 'From the window')
  await guest.page.getByRole('button', { name: 'Begin' }).click()
  await guest.page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(player(guest.page).getByText('Wave to the camera.')).toBeVisible()
  await guest.page.getByRole('button', { name: 'Go on' }).click()
  await expect.poll(() => paused(guest.page)).toBe(true)
  await guest.page.getByRole('button', { name: 'Hand in' }).click()
  await expect(guest.page.getByText('Nothing is asked here', { exact: false })).toBeVisible()
  await guest.page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
  await expect(guest.page.getByText('Handed back', { exact: false }).first()).toBeVisible()
  await guest.context.close()
  await teacher.context.close()
})
