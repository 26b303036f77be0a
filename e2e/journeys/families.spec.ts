import { expect, type Page, test } from '@playwright/test'
import { accessible, device, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

async function newClass(page: Page, name: string, children: string): Promise<string> {
  await page.getByRole('link', { name: 'New class' }).click()
  await page.getByLabel('Name of the class').fill(name)
  await page.getByLabel('First group').fill('Everyone')
  await page.getByRole('button', { name: 'Create class' }).click()
  await page.getByLabel('Paste a list, one name per line').fill(children)
  await page.getByRole('button', { name: /^Add \d names?$/ }).click()
  await expect(page.getByRole('link', { name: 'Print home keys (PDF)' })).toBeVisible()
  return page.url().replace('/register', '')
}

async function keyOf(page: Page, name: string, kind: 'home' | 'family'): Promise<string> {
  await page.getByRole('button', { name: `Open ${name}` }).click()
  const key = (await page.locator(`[data-key=${kind}]`).textContent()) ?? ''
  await page.keyboard.press('Escape')
  return key
}

test('a family of two children in two classes: by key, by invitation and by asking, one account follows both', async ({
  browser,
}) => {
  const varga = await device(browser, school.address)
  const bell = await device(browser, school.address)
  const phone = await device(browser, school.address, { phone: true })
  const { page } = phone
  await signIn(varga.page, 'ms.varga')
  await signIn(bell.page, 'mr.bell')
  const kites = await newClass(varga.page, 'Kite Makers', 'Ilse Brandt\nTom Reed')
  const knots = await newClass(bell.page, 'Knots', 'Jon Brandt\nAmy Cole')

  await test.step('the first child, by the key from the card, scanned as an address', async () => {
    const key = await keyOf(varga.page, 'Ilse Brandt', 'family')
    await page.goto(`/key#${key}`)
    await expect(page.getByRole('heading', { name: 'For the family of Ilse Brandt' })).toBeVisible()
    // the key does not stay in the address
    expect(new URL(page.url()).hash).toBe('')
    await noSideways(page)
    await accessible(page)
    await page.getByLabel('Your name').fill('Ms Brandt')
    await page.getByLabel('Choose a password').fill('four little boats')
    await page.getByRole('button', { name: 'Join' }).click()
    await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible()
    await expect(page.getByRole('link', { name: /Ilse/ }).first()).toBeVisible()
    await varga.page.reload()
    await expect(varga.page.getByRole('row', { name: /Ilse Brandt/ })).toContainText('Family key')
  })

  await test.step('the second child, by the class code and “I am family of …”, after the teacher’s yes', async () => {
    await bell.page.goto(`${knots}/door`)
    await bell.page.getByRole('button', { name: 'today' }).click()
    const code = (await bell.page.locator('[data-code]').getAttribute('data-code')) ?? ''
    await page.getByRole('link', { name: 'Add a child' }).click()
    await page
      .getByLabel('Class code, key or user name')
      .fill(`the code is ${code.slice(0, 3)}-${code.slice(3)}!`)
    await page.getByRole('button', { name: 'Continue' }).click()
    await page.getByRole('button', { name: 'I am family of' }).click()
    await expect(page.getByText('You ask as Ms Brandt.')).toBeVisible()
    await page.getByLabel('Name of your child').fill('jon brandt')
    await noSideways(page)
    await page.getByRole('button', { name: 'Ask the teacher' }).click()
    await expect(page.getByText('You asked Mr Bell to follow jon brandt in Knots.')).toBeVisible()
    await accessible(page)
    // nothing of the class is to be had before
    expect((await page.request.get(`${knots.replace('/c/', '/api/spaces/')}/talk`)).status()).toBe(404)
    await bell.page.goto('/today')
    await bell.page.getByRole('link', { name: '1 person is waiting to join' }).click()
    await expect(bell.page.getByText('family of “jon brandt”')).toBeVisible()
    await accessible(bell.page)
    await bell.page.getByRole('button', { name: 'Let Ms Brandt in' }).click()
    await expect(page.getByRole('link', { name: /Jon/ }).first()).toBeVisible()
    await expect(page.getByText('You asked Mr Bell')).toHaveCount(0)
  })

  await test.step('both children stand side by side, and each alone on the phone', async () => {
    await varga.page.goto(`${kites}/talk`)
    await varga.page.getByRole('button', { name: 'Write a notice' }).click()
    await varga.page.getByRole('textbox', { name: 'What is it about?' }).fill('Bring string on Monday.')
    await varga.page.getByRole('button', { name: 'Post', exact: true }).click()
    await page.getByRole('link', { name: /Ilse/ }).first().click()
    await page.getByRole('link', { name: 'Talk' }).click()
    await expect(page.getByText('Bring string on Monday.')).toBeVisible()
    await page.getByRole('link', { name: /Jon/ }).first().click()
    await expect(page.getByText('Bring string on Monday.')).toHaveCount(0)
    await noSideways(page)
  })

  await test.step('a second family member, invited by a letter in the outbox', async () => {
    await varga.page.goto(`${kites}/register`)
    await varga.page.getByRole('button', { name: 'Open Ilse Brandt' }).click()
    await varga.page.getByLabel('E-mail address', { exact: true }).fill('brandt at home')
    await varga.page.getByRole('button', { name: 'Invite by e-mail' }).click()
    await expect(varga.page.getByRole('alert')).toHaveText(/“brandt at home” is not an e-mail address/)
    await varga.page.getByLabel('E-mail address', { exact: true }).fill('brandt@mail.example')
    await varga.page.getByRole('button', { name: 'Invite by e-mail' }).click()
    await expect(
      varga.page.getByText('as').or(varga.page.getByText('family of Ilse Brandt')).first(),
    ).toBeVisible()
    await varga.page.keyboard.press('Escape')
    await varga.page.getByRole('link', { name: 'Outbox' }).click()
    await varga.page.getByRole('button', { name: 'Open the message to brandt@mail.example' }).click()
    const letter = await varga.page.locator('pre').textContent()
    await accessible(varga.page)
    const address = /http:\S+\/invitation#\S+/.exec(letter ?? '')?.[0] ?? ''
    const other = await device(browser, school.address, { phone: true })
    await other.page.goto(address)
    await expect(
      other.page.getByText('Ms Varga invites you to follow Ilse Brandt in Kite Makers.'),
    ).toBeVisible()
    await accessible(other.page)
    await other.page.getByLabel('Your name').fill('Mr Brandt')
    await other.page.getByLabel('Choose a password').fill('a dozen red kites')
    await other.page.getByRole('button', { name: 'Join' }).click()
    await expect(other.page.getByRole('link', { name: /Ilse/ }).first()).toBeVisible()
    await other.context.close()
  })

  await test.step('the teacher ends one link, and that family member is out while the other stays', async () => {
    await varga.page.goto(`${kites}/register`)
    await varga.page.getByRole('button', { name: 'Open Ilse Brandt' }).click()
    await varga.page.getByRole('button', { name: 'Stop Ms Brandt following Ilse Brandt' }).click()
    await expect(varga.page.getByRole('dialog').getByText('Mr Brandt', { exact: true })).toBeVisible()
    await expect(page.getByRole('link', { name: /Ilse/ })).toHaveCount(0)
    await expect(page.getByRole('link', { name: /Jon/ }).first()).toBeVisible()
  })
  for (const one of [varga, bell, phone]) await one.context.close()
})

test('a pupil comes in from home with the key, after a wrong character was pointed at', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  await newClass(teacher.page, 'Shadow Clocks', 'Pim Vos')
  const key = await keyOf(teacher.page, 'Pim Vos', 'home')
  const { page, context } = await device(browser, school.address, { phone: true })
  await page.goto('/')
  const asked: string[] = []
  page.on('request', request => request.method() === 'POST' && asked.push(request.url()))
  const wrong = key.slice(0, 2) + (key[2] === 'A' ? 'C' : 'A') + key.slice(3)
  await page.getByLabel('Class code, key or user name').fill(wrong)
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByRole('alert')).toHaveText(/One character is wrong|Look at character/)
  // caught by the check, before anything was asked of the server
  expect(asked).toEqual([])
  await page.getByLabel('Class code, key or user name').fill(key.replaceAll('0', 'O').replaceAll('1', 'l'))
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByRole('heading', { name: 'The key of Pim Vos' })).toBeVisible()
  await accessible(page)
  await noSideways(page)
  await page.getByRole('button', { name: 'I am Pim Vos: sign me in' }).click()
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible()
  await page.getByRole('button', { name: 'Pim Vos: account and sign out' }).click()
  await accessible(page)
  await page.getByRole('menuitem', { name: 'My account' }).click()
  await expect(page.getByText('You have no password that works at home.')).toBeVisible()
  await accessible(page)
  await context.close()
  await teacher.context.close()
})
