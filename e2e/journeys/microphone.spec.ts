import { expect, test } from '@playwright/test'
import { WITH_MEDIA } from '../browser.js'
import { accessible, device, signIn } from '../people.js'
import { School } from '../school.js'

test.use({ launchOptions: WITH_MEDIA })

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

/** Chromium's headless shell gives the microphone whatever its permission is; with windows it asks, and is refused. */
function heedPermission(): void {
  const { mediaDevices, permissions } = navigator
  const give = mediaDevices.getUserMedia.bind(mediaDevices)
  mediaDevices.getUserMedia = async wanted => {
    const { state } = await permissions.query({ name: 'microphone' })
    if (state !== 'granted') throw new DOMException('Permission denied', 'NotAllowedError')
    return give(wanted)
  }
}

test('a microphone that the browser refuses is said with the way on', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await page.addInitScript(heedPermission)
  await signIn(page, 'lena.osei')
  await page
    .getByRole('link', { name: /Why the hill is wetter than the harbour/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Record your voice' }).click()
  await expect(page.getByRole('alert')).toContainText('The browser does not allow Oppen to use it.')
  await accessible(page)
  // allowed beside the address, it goes on from there
  await context.grantPermissions(['microphone'], { origin: school.address })
  await page.getByRole('button', { name: 'Try again' }).click()
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByText(/^0:(0[1-9]|[1-5]\d)$/)).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByLabel('Voice.webm')).toBeVisible()
  await context.close()
})
