import { type Browser, expect, type Page, test } from '@playwright/test'
import {
  accessible,
  bar,
  type DeviceOptions,
  device,
  editor,
  screensKept,
  signIn,
  signOut,
} from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const SAVED = /^Saved \d\d:\d\d$/
const NAME = 'Why the hill is wetter than the harbour'

/** Somebody of the demo with the same submission open. */
async function atWork(browser: Browser, userName: string, options: DeviceOptions = {}): Promise<Page> {
  const { page } = await device(browser, school.address, options)
  await signIn(page, userName)
  await page
    .getByRole('link', { name: new RegExp(NAME) })
    .first()
    .click()
  await expect(editor(page, NAME)).toBeVisible()
  return page
}

test('while the server is down the words stay and a hand-in waits; both go with their time when it is back', async ({
  browser,
}) => {
  const page = await atWork(browser, 'ada.moreno', { keeps: true })
  await screensKept(page)
  const draft = editor(page, NAME)
  await draft.pressSequentially('The wind pushes the clouds up.')
  await expect(bar(page)).toHaveText(SAVED)
  await school.stop('SIGKILL')
  await draft.pressSequentially(' There they get cold.')
  await expect(bar(page)).toHaveText(/^Not sent since \d\d:\d\d\. Your words are safe on this device/)
  const press = async () => {
    await page.getByRole('button', { name: 'Hand in', exact: true }).click()
    await page.getByRole('button', { name: 'Hand in now' }).click()
    await expect(bar(page)).toHaveText(
      /^You handed in \w{3} \d\d:\d\d\. It is sent as soon as the connection is back/,
    )
  }
  await press()
  // what waits can be called off, and written on
  await page.getByRole('button', { name: 'Keep working' }).click()
  await draft.press('ControlOrMeta+End')
  await draft.pressSequentially(' So it rains.')
  await press()
  await expect(draft).toHaveCount(0)
  await accessible(page)
  // the lesson ends and the browser is closed; at home, without a network, everything is there
  const address = page.url()
  const context = page.context()
  await page.close()
  const next = await context.newPage()
  await next.goto(address)
  await expect(bar(next)).toHaveText(/^You handed in/)
  await expect(
    next.getByText('The wind pushes the clouds up. There they get cold. So it rains.'),
  ).toBeVisible()
  // and when the server answers again, it goes by itself
  await school.start()
  await expect(bar(next)).toHaveText(/Handed in \w{3} \d\d:\d\d\. Your teacher has it\.$/)
  await expect(
    next.getByText('The wind pushes the clouds up. There they get cold. So it rains.'),
  ).toBeVisible()
  await context.close()
})

test('words typed while the server was down are found after the browser was closed, by the same person only', async ({
  browser,
}) => {
  const page = await atWork(browser, 'bram.okoye')
  await editor(page, NAME).pressSequentially('Wet air')
  await expect(bar(page)).toHaveText(SAVED)
  await school.stop('SIGKILL')
  await editor(page, NAME).pressSequentially(' climbs the hill')
  await expect(bar(page)).toHaveText(/^Not sent/)
  const address = page.url()
  const { context } = { context: page.context() }
  await page.close()
  await school.start()

  // somebody else on the same device sees nothing of it
  const next = await context.newPage()
  await next.goto('/today')
  await signOut(next)
  await signIn(next, 'goran.pell')
  await next.goto(address)
  await expect(editor(next, NAME)).toBeVisible()
  await expect(next.getByText('climbs the hill')).toHaveCount(0)
  await signOut(next)

  await signIn(next, 'bram.okoye')
  await next.goto(address)
  await expect(editor(next, NAME)).toHaveText('Wet air climbs the hill')
  await expect(bar(next)).toHaveText(SAVED)
  await context.close()
})

test('two tabs that write the same draft: both texts are held out, none is lost', async ({ browser }) => {
  const one = await atWork(browser, 'lena.osei')
  const two = await one.context().newPage()
  await two.goto(one.url())
  await editor(two, NAME).pressSequentially('Second tab.')
  await expect(bar(two)).toHaveText(SAVED)
  // the first tab, clean, takes in what was saved in the second without a reload
  await expect(editor(one, NAME)).toHaveText('Second tab.')

  // now both write while they cannot hear each other
  await one.context().setOffline(true)
  await editor(one, NAME).press('ControlOrMeta+End')
  await editor(one, NAME).pressSequentially(' One says fog.')
  await expect(bar(one)).toHaveText(/^Not sent/)
  const other = await atWork(browser, 'lena.osei')
  await editor(other, NAME).press('ControlOrMeta+End')
  await editor(other, NAME).pressSequentially(' Another says mist.')
  await expect(bar(other)).toHaveText(SAVED)
  await one.context().setOffline(false)
  const choice = one.getByRole('alert').filter({ hasText: 'also changed somewhere else' })
  await expect(choice.getByRole('article')).toHaveText([
    /Second tab\. One says fog\./,
    /Second tab\. Another says mist\./,
    /In one place they differ/,
  ])
  await expect(one.getByRole('button', { name: 'Hand in', exact: true })).toBeDisabled()
  await accessible(one)
  await choice.getByRole('button', { name: 'Use both together' }).click()
  await expect(bar(one)).toHaveText(SAVED)
  await expect(editor(one, NAME)).toContainText('One says fog.')
  await expect(editor(one, NAME)).toContainText('Another says mist.')
  // what was there before is among the earlier versions, for the pupil and for the teacher
  await one.getByText('Earlier versions').click()
  await one
    .getByRole('button', { name: /the one you did not choose/ })
    .first()
    .click()
  const earlier = one.getByRole('dialog')
  await expect(earlier).toContainText('Second tab.')
  await accessible(one)
  await earlier.getByRole('button', { name: 'Restore this version' }).click()
  await expect(one.getByText('Restored.').first()).toBeVisible()
  await expect(bar(one)).toHaveText(SAVED)
  await expect(editor(one, NAME)).toContainText('Second tab.')
  await one.context().close()
  await other.context().close()
})

test('Oppen is renewed under an open page: a part that is gone brings the new page, and no word goes', async ({
  browser,
}) => {
  const page = await atWork(browser, 'oskar.lind')
  await editor(page, NAME).pressSequentially('Clouds pile up')
  // the way stays in place: taking it out while requests are on it can hold them up for good
  let gone = true
  await page.route(/\/assets\/Palette/, route => (gone ? route.fulfill({ status: 404 }) : route.continue()))
  const anew = page.waitForEvent('load')
  await page.keyboard.press('ControlOrMeta+k')
  await anew
  gone = false
  await expect(editor(page, NAME)).toHaveText('Clouds pile up')
  await expect(bar(page)).toHaveText(SAVED)
  await page.keyboard.press('ControlOrMeta+k')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.context().close()
})
