import { expect, test } from '@playwright/test'
import { LAUNCH } from '../browser.js'
import { accessible, device, signIn } from '../people.js'
import { School } from '../school.js'

// a microphone is there, and nobody answers for it whether it may be used
test.use({
  launchOptions: { ...LAUNCH, args: [...(LAUNCH.args ?? []), '--use-fake-device-for-media-stream'] },
})

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

test('a microphone that the browser refuses is said with the way on', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'lena.osei')
  await page
    .getByRole('link', { name: /Why the hill is wetter than the harbour/ })
    .first()
    .click()
  const browserSide = await context.newCDPSession(page)
  await browserSide.send('Browser.setPermission', {
    permission: { name: 'microphone' },
    setting: 'denied',
    origin: school.address,
  })
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
