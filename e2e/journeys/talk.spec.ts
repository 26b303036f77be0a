import { expect, type Page, test } from '@playwright/test'
import {
  accessible,
  device,
  deviceOf,
  editor,
  noSideways,
  PHONE,
  signIn,
  toTalk,
  typeTime,
} from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

/** A picture of one point. */
const PIXEL =
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='

async function toRoom(page: Page, name: string): Promise<void> {
  await toTalk(page)
  await page.getByRole('link', { name, exact: true }).click()
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
}

const message = (page: Page, text: string) => page.getByRole('article').filter({ hasText: text }).last()

async function says(page: Page, room: string, text: string): Promise<void> {
  await editor(page, `Write in “${room}”`).fill(text)
  await page.getByRole('button', { name: /^Send/ }).click()
}

test('a teacher, three pupils and two families in one talk: a room that turns quiet, a queue for the nod, a removed message', async ({
  browser,
}) => {
  const room = 'Gauges and readings'
  const [varga, ada, bram, nia] = await Promise.all(
    ['ms.varga', 'ada.moreno', 'bram.okoye', 'nia.falk'].map(name => deviceOf(browser, school.address, name)),
  )
  if (!varga || !ada || !bram || !nia) throw new Error('somebody is missing')
  for (const { page } of [varga, ada, bram]) await toRoom(page, room)
  // what one says stands on the screens of the others, new to them and not to who said it
  await says(ada.page, room, 'Ours says 20 mm.')
  for (const { page } of [varga, bram]) await expect(message(page, 'Ours says 20 mm.')).toContainText('new')
  await expect(message(ada.page, 'Ours says 20 mm.')).not.toContainText('new')
  await bram.page.getByRole('button', { name: 'Answer the message by Ada Moreno' }).last().click()
  await editor(bram.page, 'Answer to Ada Moreno').fill('You are making it up, stupid')
  await bram.page.keyboard.press('Control+Enter')
  await expect(message(ada.page, 'You are making it up')).toContainText('Ours says 20 mm.')
  // reported by one, removed by the teacher, gone for all others at once
  await ada.page.getByRole('button', { name: 'Report the message by Bram Okoye' }).last().click()
  await ada.page.getByLabel('What is wrong with it?').fill('That is rude.')
  await ada.page.getByRole('button', { name: 'Report', exact: true }).click()
  await expect(ada.page.getByText('Your teachers will look at it.')).toBeVisible()
  await ada.page.keyboard.press('Escape')
  await expect(message(varga.page, 'You are making it up')).toContainText(
    'Reported by Ada Moreno: “That is rude.”',
  )
  await varga.page.getByRole('button', { name: 'Remove the message by Bram Okoye' }).last().click()
  await expect(message(ada.page, 'Removed by Ms Varga')).toBeVisible()
  await expect(ada.page.getByText('You are making it up')).toHaveCount(0)
  await expect(bram.page.getByText('You are making it up')).toHaveCount(0)
  await expect(message(varga.page, 'You are making it up')).toContainText('Removed by Ms Varga')
  await accessible(varga.page)
  // the room turns quiet while somebody writes: they are told why, and the words stay
  await editor(ada.page, `Write in “${room}”`).fill('One more thing')
  await varga.page.getByRole('button', { name: 'Edit', exact: true }).first().click()
  await varga.page.getByLabel('Quiet: it can be read and not written in').check()
  await varga.page.getByLabel('Why? Pupils see this.').fill('We are kind to each other here.')
  await varga.page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(ada.page.getByText('This room is quiet now: We are kind to each other here.')).toBeVisible()
  await accessible(ada.page)
  await varga.page.getByRole('button', { name: 'Edit', exact: true }).first().click()
  await varga.page.getByLabel('Quiet: it can be read and not written in').uncheck()
  await varga.page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(editor(ada.page, `Write in “${room}”`)).toHaveText('One more thing')

  // what waits for the nod is seen by its writer alone, until a key lets it through
  const questions = 'Questions for the weather station'
  await toRoom(nia.page, questions)
  await toRoom(bram.page, questions)
  await says(nia.page, questions, 'Can hail break a gauge?')
  await expect(message(nia.page, 'Can hail break a gauge?')).toContainText('Waits for your teacher')
  await expect(bram.page.getByText('Can hail break a gauge?')).toHaveCount(0)
  await toTalk(varga.page)
  await varga.page.getByRole('link', { name: 'Waiting and reported' }).click()
  await expect(varga.page.getByText('Can hail break a gauge?')).toBeVisible()
  await accessible(varga.page)
  // two wait from before: one is let through, one goes back with a word, and then this one
  await varga.page.keyboard.press('y')
  await expect(varga.page.getByText('Does snow count as rain?')).toHaveCount(0)
  await varga.page.keyboard.press('n')
  await varga.page.getByLabel('A word to Ada Moreno').fill('Please look it up first.')
  await varga.page.keyboard.press('Enter')
  await expect(varga.page.getByText('What was the wettest day')).toHaveCount(0)
  await varga.page.keyboard.press('y')
  await expect(message(bram.page, 'Can hail break a gauge?')).toContainText('new')
  await toRoom(ada.page, questions)
  await expect(message(ada.page, 'What was the wettest day')).toContainText(
    'Your teacher sent it back: “Please look it up first.”',
  )

  // two families: both read the notice for them and answer for their child; no room, no reply of a pupil
  const moreno = await device(browser, school.address, { phone: true })
  await signIn(moreno.page, 'mr.moreno')
  await moreno.page.getByRole('link', { name: /^Talk( \d+)?$/ }).click()
  const falk = await device(browser, school.address, { phone: true })
  await signIn(falk.page, 'ms.falk')
  await falk.page.getByRole('link', { name: /^Talk( \d+)?$/ }).click()
  await falk.page.getByRole('button', { name: 'My child stays at school' }).click()
  await expect(falk.page.getByRole('button', { name: 'My child stays at school' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  for (const { page } of [moreno, falk]) {
    await expect(page.getByText('Bring boots and a coat')).toBeVisible()
    await expect(page.getByText('My boots have a hole')).toHaveCount(0)
    await expect(page.getByRole('link', { name: room })).toHaveCount(0)
    await noSideways(page)
    await accessible(page)
  }
  await toTalk(varga.page)
  await expect(varga.page.getByText('My child comes along: 1 · My child stays at school: 1')).toBeVisible()
  await varga.page
    .getByRole('button', { name: /^Seen by/ })
    .first()
    .click()
  const seen = varga.page.getByRole('dialog', { name: 'Who has seen it' })
  await expect(seen).toContainText('Nia Falk: My child stays at school (Ms Falk)')
  await accessible(varga.page)
  await Promise.all([varga, ada, bram, nia, moreno, falk].map(({ context }) => context.close()))
})

test('a notice for one group and its families, planned for the morning, appears by itself', async ({
  browser,
}) => {
  const { page, context } = await deviceOf(browser, school.address, 'ms.varga')
  await toTalk(page)
  await page.getByRole('button', { name: 'Write a notice' }).click()
  await editor(page, 'What is it about?').fill('Bring a jar with a lid.')
  await page.getByLabel('Wren').uncheck()
  await page.getByLabel('Appears', { exact: true }).selectOption('Later')
  await typeTime(page, 'Appears at', '2026-10-15T08:00')
  await accessible(page)
  await page.getByRole('button', { name: 'Plan', exact: true }).click()
  await expect(page.getByText('for everybody, only Heron').first()).toBeVisible()
  await expect(
    page
      .getByText('Appears tomorrow 08:00')
      .or(page.getByText(/^Appears .*08:00$/))
      .first(),
  ).toBeVisible()
  const ada = await deviceOf(browser, school.address, 'ada.moreno')
  const nia = await deviceOf(browser, school.address, 'nia.falk')
  for (const one of [ada, nia]) await toTalk(one.page)
  await expect(ada.page.getByText('Bring a jar with a lid.')).toHaveCount(0)
  await page.getByText('Demo clock').click()
  await typeTime(page, 'Move the clock', '2026-10-15T08:01')
  await page.getByRole('button', { name: 'Move the clock', exact: true }).click()
  await expect(message(ada.page, 'Bring a jar with a lid.')).toContainText('new')
  await expect(nia.page.getByText('Bring a jar with a lid.')).toHaveCount(0)
  await ada.context.close()
  await nia.context.close()
  await page.setViewportSize(PHONE)
  await noSideways(page)
  await context.close()
})

test('a pupil sends a picture and a recording, and a notice leads its readers to the work', async ({
  browser,
}) => {
  const { address } = school
  const [varga, ada] = await Promise.all(
    ['ms.varga', 'ada.moreno'].map(name => deviceOf(browser, address, name)),
  )
  if (!varga || !ada) throw new Error('somebody is missing')
  const { page } = ada
  for (const one of [varga, ada]) {
    await toTalk(one.page)
    await one.page
      .getByRole('link', { name: /Gauges and readings/ })
      .first()
      .click()
  }
  await expect(varga.page.getByRole('img', { name: 'Picture by Ada Moreno' })).toHaveCount(1)
  await page.getByLabel('Picture', { exact: true }).setInputFiles({
    name: 'snail.png',
    mimeType: 'image/png',
    buffer: Buffer.from(PIXEL, 'base64'),
  })
  await expect(page.getByRole('img', { name: 'snail.png' })).toBeVisible()
  await page.getByRole('button', { name: 'Recording', exact: true }).click()
  await page.getByRole('button', { name: 'Use a simulated device' }).click()
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByText(/^0:(0[1-9]|[1-5]\d)$/)).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByLabel('recording.webm', { exact: true })).toBeVisible()
  // what lies ready outlives the page
  await page.reload()
  await expect(page.getByRole('img', { name: 'snail.png' })).toBeVisible()
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(varga.page.getByRole('img', { name: 'Picture by Ada Moreno' })).toHaveCount(2)
  await expect(varga.page.getByLabel('Recording by Ada Moreno')).toBeVisible()
  await varga.page.getByRole('img', { name: 'Picture by Ada Moreno' }).last().click()
  await expect(varga.page.getByRole('dialog', { name: 'snail.png' })).toBeVisible()
  await accessible(varga.page)
  await varga.page.keyboard.press('Escape')

  // a notice leads a pupil to the work, and a family to how the child did
  const moreno = await device(browser, address, { phone: true })
  await signIn(moreno.page, 'mr.moreno')
  await varga.page.getByRole('link', { name: 'All of Talk' }).click()
  await varga.page.getByRole('button', { name: 'Write a notice' }).click()
  await editor(varga.page, 'What is it about?').fill('Look at it again.')
  await varga.page.getByLabel('Add posted work').selectOption('Soil jar drawing')
  await varga.page.getByLabel('Add a week').selectOption('Week of 12 October')
  await accessible(varga.page)
  await varga.page.getByRole('button', { name: 'Post', exact: true }).click()
  await page.getByRole('link', { name: 'All of Talk' }).click()
  const inNotice = (of: Page) => of.getByRole('article').filter({ hasText: 'Look at it again.' })
  await expect(inNotice(page).getByRole('link', { name: 'Week of 12 October' })).toBeVisible()
  await inNotice(page).getByRole('link', { name: 'Soil jar drawing' }).click()
  await expect(page.getByRole('heading', { name: /^Soil jar drawing/, level: 1 })).toBeVisible()
  await moreno.page.getByRole('link', { name: /^Talk( \d+)?$/ }).click()
  await noSideways(moreno.page)
  await inNotice(moreno.page).getByRole('link', { name: 'Soil jar drawing' }).click()
  await expect(moreno.page.getByRole('heading', { name: /^Soil jar drawing/, level: 1 })).toBeVisible()
  expect(moreno.page.url()).toContain('/outcome/')
  for (const one of [varga, ada, moreno]) await one.context.close()
})
