import { expect, test } from '@playwright/test'
import { accessible, device, deviceOf, editor, noSideways, signIn, toTalk } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

test('a pupil reads all that is new, and sees a notice and an answer come in; the family reads its own on a phone', async ({
  browser,
}) => {
  const { address } = school
  const [varga, ada] = await Promise.all(
    ['ms.varga', 'ada.moreno'].map(name => deviceOf(browser, address, name)),
  )
  if (!varga || !ada) throw new Error('somebody is missing')
  const moreno = await device(browser, address, { phone: true })
  await signIn(moreno.page, 'mr.moreno')

  // what waits, what came back and what was said over all classes stands on one page
  const feed = (count: string) => ada.page.getByRole('link', { name: `What is new${count}`, exact: true })
  await ada.page.getByRole('link', { name: /^What is new \d+$/ }).click()
  await expect(ada.page.getByRole('heading', { name: 'Due soon' })).toBeVisible()
  const back = ada.page.getByRole('link', { name: 'Handed back: Bean height chart, 8.5 out of 10' })
  await expect(ada.page.getByRole('listitem').filter({ has: back })).toContainText('new')
  await accessible(ada.page)
  await ada.page.getByRole('button', { name: 'Mark all as read' }).click()
  await expect(feed('')).toBeVisible()
  await expect(ada.page.getByRole('listitem').filter({ has: back })).not.toContainText('new')

  // a notice comes in while the page is open, and is read where it stands
  await toTalk(varga.page)
  await varga.page.getByRole('button', { name: 'Write a notice' }).click()
  await editor(varga.page, 'What is it about?').fill('The beds are watered on Thursday.')
  await varga.page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(feed(' 1')).toBeVisible()
  const notice = ada.page.getByRole('listitem').filter({ hasText: 'The beds are watered on Thursday.' })
  await expect(notice).toContainText('Notice by Ms Varga new')
  await notice.getByRole('link').click()
  await expect(ada.page.getByRole('heading', { name: 'Talk', level: 1 })).toBeVisible()
  await expect(feed('')).toBeVisible()

  // who is mentioned is told so
  await varga.page
    .getByRole('link', { name: /Gauges and readings/ })
    .first()
    .click()
  const message = editor(varga.page, 'Write in “Gauges and readings”')
  await message.pressSequentially('Bring your tables, @ada')
  await expect(varga.page.getByRole('option', { name: 'Ada Moreno' })).toBeVisible()
  await accessible(varga.page)
  await message.press('Enter')
  await message.pressSequentially(':seedl')
  await expect(varga.page.getByRole('option', { name: 'seedling' })).toBeVisible()
  await message.press('Enter')
  await varga.page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(feed(' 1')).toBeVisible()
  await feed(' 1').click()
  await expect(
    ada.page.getByRole('link', { name: 'Ms Varga mentioned you in “Gauges and readings”' }),
  ).toBeVisible()
  await expect(ada.page.getByText('Bring your tables, @Ada Moreno 🌱')).toBeVisible()

  // what waits for a teacher leads to where it is seen to
  await varga.page.getByRole('link', { name: /^What is new/ }).click()
  await expect(varga.page.getByRole('heading', { name: 'Waiting for you' })).toBeVisible()
  await accessible(varga.page)
  await varga.page.getByRole('link', { name: '2 messages wait for the nod' }).click()
  await expect(varga.page.getByRole('heading', { name: 'The nod', level: 1 })).toBeVisible()

  // the family of two children: each line says of whom it is
  const { page } = moreno
  await page.getByRole('link', { name: /^\d+ new$/ }).click()
  await expect(page.getByRole('heading', { name: 'What is new', level: 1 })).toBeVisible()
  const backs = page.getByRole('listitem').filter({ hasText: 'Handed back: Bean height chart' })
  await expect(backs.filter({ hasText: 'Ada' })).toHaveCount(1)
  await expect(backs.filter({ hasText: 'Luis' })).toHaveCount(1)
  await expect(page.getByRole('listitem').filter({ hasText: 'The beds are watered' })).toHaveCount(1)
  await accessible(page)
  await noSideways(page)

  // and says how it wants to hear of it
  await page.getByRole('link', { name: 'How you hear of it' }).click()
  const handedBack = page.getByRole('group', { name: 'Handed back' })
  await handedBack.getByLabel('By mail').selectOption('At once')
  await page.getByRole('checkbox', { name: 'An hour before' }).check()
  const from = (part: string) => page.getByRole('spinbutton', { name: `${part}, From` })
  await from('hour').press('ArrowDown')
  await page.getByRole('button', { name: 'Save quiet hours' }).click()
  await expect(page.getByRole('button', { name: 'Save quiet hours' })).toHaveCount(0)
  await accessible(page)
  await noSideways(page)
  await page.reload()
  await expect(handedBack.getByLabel('By mail')).toHaveValue('atOnce')
  await expect(page.getByRole('checkbox', { name: 'An hour before' })).toBeChecked()
  await expect(from('hour')).toHaveText('19')
  for (const one of [varga, ada, moreno]) await one.context.close()
})

test('a device shows what is new once its person has allowed that, until they sign out there', async ({
  browser,
}) => {
  const ada = await deviceOf(browser, school.address, 'ada.moreno')
  const { page, context } = ada
  await page.goto('/account')
  const allow = page.getByRole('button', { name: 'Show what is new on this device' })
  await allow.click()
  await expect(page.getByRole('alert')).toContainText('Allow it in the settings of the browser')
  await context.grantPermissions(['notifications'])
  await allow.click()
  await expect(page.getByText('It shows what is new until you sign out here.')).toBeVisible()
  await page.getByRole('button', { name: 'Stop showing it here' }).click()
  await expect(allow).toBeVisible()
  await context.close()
})
