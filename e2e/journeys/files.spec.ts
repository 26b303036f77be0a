import { expect, test } from '@playwright/test'
import { WITH_MEDIA } from '../browser.js'
import { accessible, bar, device, signIn } from '../people.js'
import { scannedPdf } from '../scans.js'
import { School } from '../school.js'

test.use({ launchOptions: WITH_MEDIA })

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const NAME = /Why the hill is wetter than the harbour/

test('a voice is recorded, paused and kept, a photo taken and turned, a table looked at, and all of it handed in', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await context.grantPermissions(['microphone', 'camera'])
  await signIn(page, 'goran.pell')
  await page.getByRole('link', { name: NAME }).first().click()

  await page.getByRole('button', { name: 'Record your voice' }).click()
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByText(/^Recording\s*0:0/)).toBeVisible()
  // what is not finished is said in the bar's way to hand in
  await page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await expect(page.getByRole('dialog').getByText('the recording is not finished')).toBeVisible()
  await page.getByRole('button', { name: 'Keep working' }).click()
  await expect(page.getByText(/^0:(0[1-9]|[1-5]\d)$/)).toBeVisible()
  await page.getByRole('button', { name: 'Pause' }).click()
  await expect(page.getByText('Paused at')).toBeVisible()
  await page.getByRole('button', { name: 'Continue' }).click()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByLabel('Your recording')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByLabel('Voice.webm', { exact: true })).toBeVisible()

  await page.getByRole('button', { name: 'Take a photo' }).click()
  await page.getByRole('button', { name: 'Take photo' }).click()
  await expect(page.getByRole('button', { name: 'Photo 1.jpg', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Done' }).click()
  await page.getByRole('button', { name: 'Photo 1.jpg', exact: true }).click()
  const picture = page.getByRole('dialog').getByRole('img')
  const ratio = () =>
    picture.evaluate(element => {
      const { naturalWidth, naturalHeight } = element as HTMLImageElement
      return naturalWidth / naturalHeight
    })
  await expect.poll(ratio).toBeGreaterThan(1)
  await page.getByRole('button', { name: 'Rotate' }).click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.getByRole('button', { name: 'Photo 1.jpg', exact: true }).click()
  await expect.poll(ratio).toBeLessThan(1)
  await page.keyboard.press('Escape')

  // the answer that a file was taken is lost on its way: it is asked again, and the file stands once
  let lost = false
  await page.route('**/submissions/*/files', async route => {
    if (lost) return route.continue()
    lost = true
    await route.fetch()
    await route.abort()
  })
  await page.getByLabel('Add a photo or file').setInputFiles([
    { name: 'rain.csv', mimeType: 'text/csv', buffer: Buffer.from('day,mm\nMon,4\nTue,11\n') },
    { name: 'page.html', mimeType: 'text/html', buffer: Buffer.from('<script>1</script>') },
  ])
  await expect(page.getByRole('alert').filter({ hasText: '“page.html” cannot be added' })).toBeVisible()
  await page.getByRole('button', { name: 'OK' }).click()
  await page.getByRole('button', { name: 'rain.csv', exact: true }).click()
  await expect(page.getByRole('dialog').getByRole('cell', { name: '11' })).toBeVisible()
  expect(lost).toBe(true)
  await accessible(page)
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await page.getByRole('button', { name: 'Hand in now' }).click()
  await expect(bar(page)).toHaveText(/Handed in Wed \d\d:\d\d\. Your teacher has it\.$/)
  await expect(page.getByLabel('Voice.webm', { exact: true })).toBeVisible()
  await context.close()
})

test('a file that was cut off on its way goes on by itself, also after the page was closed', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'priya.dane')
  await page.getByRole('link', { name: NAME }).first().click()
  await expect(page.getByRole('button', { name: 'Record your voice' })).toBeVisible()
  await school.stop('SIGKILL')
  await page
    .getByLabel('Add a photo or file')
    .setInputFiles([
      { name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('Fog at six. '.repeat(2_000)) },
    ])
  await expect(page.getByText('Uploading notes.txt')).toBeVisible()
  const address = page.url()
  await page.close()
  await school.start()
  // two tabs, and what sends for pages that are closed: all find it, and it is sent once
  const next = await context.newPage()
  const other = await context.newPage()
  await Promise.all([next.goto(address), other.goto(address)])
  for (const tab of [next, other]) {
    await expect(tab.getByRole('button', { name: 'notes.txt', exact: true })).toHaveCount(1)
    await expect(tab.getByText('Uploading notes.txt')).toHaveCount(0)
  }
  await next.reload()
  await next.getByRole('button', { name: 'notes.txt', exact: true }).click()
  await expect(next.getByRole('dialog').getByText(/^Fog at six\. Fog at six\./)).toBeVisible()
  await context.close()
})

test('a recording that is cut off in the middle is there again, and can be listened to', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await context.grantPermissions(['microphone'])
  await signIn(page, 'bram.okoye')
  await page.getByRole('link', { name: NAME }).first().click()
  await page.getByRole('button', { name: 'Record your voice' }).click()
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByText(/^0:(0[3-9]|[1-5]\d)$/)).toBeVisible()
  // in another tab it is a recording that goes on, and nothing that waits
  const other = await context.newPage()
  await other.goto(page.url())
  await expect(other.getByRole('button', { name: 'Record your voice' })).toBeVisible()
  await expect(other.getByText('Sending Voice.webm')).toHaveCount(0)
  const address = page.url()
  await page.close()

  const next = await context.newPage()
  await next.goto(address)
  await expect(next.getByText('A recording was cut off.').first()).toBeVisible()
  const voice = next.getByLabel('Voice.webm', { exact: true })
  await expect(voice).toHaveCount(1)
  await accessible(next)
  const seconds = await voice.evaluate(async element => {
    const bytes = await (await fetch((element as HTMLAudioElement).src)).arrayBuffer()
    return (await new AudioContext().decodeAudioData(bytes)).duration
  })
  expect(seconds).toBeGreaterThan(1.5)
  // it is kept once, and on the server
  await next.reload()
  await expect(next.getByLabel('Voice.webm', { exact: true })).toHaveCount(1)
  await expect(next.getByText('A recording was cut off.')).toHaveCount(0)

  // what is thrown away is not there again
  await next.getByRole('button', { name: 'Record your voice' }).click()
  await next.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(next.getByText(/^0:(0[2-9]|[1-5]\d)$/)).toBeVisible()
  await next.getByRole('button', { name: 'Delete' }).click()
  await next.reload()
  await expect(next.getByLabel('Voice.webm', { exact: true })).toHaveCount(1)
  await context.close()
})

test('scanned pages are read, however the scanner wrote them, and letters that are not in the file', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  const fonts: number[] = []
  context.on('response', answer => {
    if (answer.url().includes('/standard_fonts/')) fonts.push(answer.status())
  })
  await signIn(page, 'lena.osei')
  await page.getByRole('link', { name: NAME }).first().click()
  await page
    .getByLabel('Add a photo or file')
    .setInputFiles([{ name: 'scans.pdf', mimeType: 'application/pdf', buffer: await scannedPdf() }])
  await page.getByRole('button', { name: 'scans.pdf', exact: true }).click()
  for (const number of [1, 2, 3, 4]) {
    const sheet = page.getByRole('dialog').getByRole('img', { name: `Page ${number}` })
    await sheet.scrollIntoViewIfNeeded()
    const lightAt = (x: number, y: number) =>
      sheet.locator('canvas').evaluate(
        (canvas: HTMLCanvasElement, [x, y]) => {
          const { width, height } = canvas
          return canvas.getContext('2d')?.getImageData(x * width, y * height, 1, 1).data[1]
        },
        [x, y] as const,
      )
    await expect.poll(() => lightAt(0.5, 0.4), `page ${number}`).toBeLessThan(60)
    expect(await lightAt(0.5, 0.8), `page ${number}`).toBeGreaterThan(200)
  }
  expect(fonts).toEqual([200])
  await context.close()
})
