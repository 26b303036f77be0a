import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { accessible, device, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.afterEach(() => school.close())

test('a new school: whoever has the key that the server printed sets it up, and the first teacher comes in', async ({
  browser,
}) => {
  school = await School.openNew()
  await expect.poll(() => school.said).toMatch(/gives the key [0-9A-Z-]+/)
  const key = /gives the key ([0-9A-Z-]+)/.exec(school.said)?.[1] ?? ''
  const head = await device(browser, school.address)
  const { page } = head
  await page.goto('/')
  await page.getByRole('link', { name: 'Set it up' }).click()
  await accessible(page)
  await page.getByLabel('Key that the server printed').fill('0000-0000-0000-0000')
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByRole('alert')).toBeVisible()
  await page.getByLabel('Key that the server printed').fill(key.toLowerCase())
  await page.getByRole('button', { name: 'Continue' }).click()
  await page.getByLabel('Name of the school').fill('Sandbank School')
  await page.getByLabel('Time zone').fill('Europe/Atlantis')
  await page.getByLabel('Your name').fill('Ms Thorne')
  await page.getByLabel('Password').fill('a long enough one')
  await page.getByRole('button', { name: 'Set up the school' }).click()
  await expect(page.getByText('“Europe/Atlantis” is not a time zone.')).toBeVisible()
  await accessible(page)
  await page.getByLabel('Time zone').fill('Europe/Dublin')
  await page.getByRole('button', { name: 'Set up the school' }).click()
  await expect(page.getByRole('heading', { name: 'Overview', level: 1 })).toBeVisible()
  await expect(page.getByText('Sandbank School')).toBeVisible()

  // the first thing that is to be done
  await page.getByRole('link', { name: 'Add the teachers.' }).click()
  await page.getByRole('button', { name: 'Add a teacher' }).click()
  await page.getByLabel('Name, as pupils see it').fill('Mr Bell')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('Give this to Mr Bell')).toBeVisible()
  const given = await page.getByRole('dialog').locator('dd').allTextContents()
  expect(given[0]).toBe('mr.bell')
  await accessible(page)

  const teacher = await device(browser, school.address)
  await teacher.page.goto('/')
  await teacher.page.getByLabel('Class code, key or user name').fill(given[0] ?? '')
  await teacher.page.getByRole('button', { name: 'Continue' }).click()
  await teacher.page.getByLabel('Password, PIN or pictures').fill(given[1] ?? '')
  await teacher.page.getByRole('button', { name: 'Sign in' }).click()
  await expect(
    teacher.page.getByText('Sandbank School').or(teacher.page.getByText('Mr Bell')).first(),
  ).toBeVisible()

  // nobody else can set the school up after it
  const late = await device(browser, school.address)
  await late.page.goto('/begin')
  await late.page.getByLabel('Key that the server printed').fill(key)
  await late.page.getByRole('button', { name: 'Continue' }).click()
  await expect(late.page.getByRole('alert')).toBeVisible()
  for (const one of [head, teacher, late]) await one.context.close()
})

test('a backup of the running school is restored into another folder, with everything saved until then', async ({
  browser,
}) => {
  school = await School.open()
  const varga = await device(browser, school.address)
  await signIn(varga.page, 'ms.varga')
  await varga.page.getByRole('link', { name: 'Garden Science' }).first().click()
  await varga.page.getByRole('link', { name: 'Talk' }).click()
  const write = async (words: string) => {
    await varga.page.getByRole('button', { name: 'Write a notice' }).click()
    await varga.page.getByRole('textbox', { name: 'What is it about?' }).fill(words)
    await varga.page.getByRole('button', { name: 'Post', exact: true }).click()
    await expect(varga.page.getByText(words)).toBeVisible()
  }
  await write('Bring boots on Friday.')
  const store = join(school.folder, '..', 'backups')
  const made = school.command('backup', store)
  expect(made.said).toMatch(/is whole: a database of [\d.]+ MB, \d+ files/)
  await write('And a rain coat.')

  const another = await school.another()
  // not over a school that runs
  expect(school.command('restore', store)).toMatchObject({
    status: 78,
    said: expect.stringMatching(/Nothing was restored: .* is in use by another Oppen/),
  })
  const restored = another.command('restore', store)
  expect(restored.said).toMatch(/everything saved until/)
  await another.start()
  const later = await device(browser, another.address)
  await signIn(later.page, 'ms.varga')
  await later.page.getByRole('link', { name: 'Garden Science' }).first().click()
  await later.page.getByRole('link', { name: 'Talk' }).click()
  await expect(later.page.getByText('Bring boots on Friday.')).toBeVisible()
  await expect(later.page.getByText('And a rain coat.')).toHaveCount(0)
  await another.stop()
  for (const one of [varga, later]) await one.context.close()
})

test('everything of a pupil is downloaded, and then erased: on every device, for everybody', async ({
  browser,
}) => {
  school = await School.open()
  const ada = await device(browser, school.address)
  await signIn(ada.page, 'ada.moreno')
  const family = await device(browser, school.address, { phone: true })
  await signIn(family.page, 'mr.moreno')
  await expect(family.page.getByText('Ada').first()).toBeVisible()
  const head = await device(browser, school.address)
  const { page } = head
  await signIn(page, 'ms.thorne')
  await page.getByRole('link', { name: 'School', exact: true }).click()
  await page.getByRole('link', { name: 'People' }).click()
  await page.getByLabel('Name or user name').fill('moreno ada')
  await page.getByRole('link', { name: /Ada Moreno/ }).click()
  await expect(page.getByRole('heading', { name: 'Ada Moreno', level: 1 })).toBeVisible()

  const loading = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download everything' }).click()
  const zip = await readFile(await (await loading).path())
  expect(zip.subarray(0, 2).toString()).toBe('PK')
  expect(zip.toString('latin1')).toContain('data/drafts.json')

  await page.getByRole('button', { name: 'Erase…' }).click()
  await accessible(page)
  await page.getByLabel('Type the name to erase').fill('Ada')
  await page.getByRole('button', { name: 'Erase for good' }).click()
  await expect(page.getByText('Type it exactly: Ada Moreno')).toBeVisible()
  await page.getByLabel('Type the name to erase').fill('Ada Moreno')
  await page.getByRole('button', { name: 'Erase for good' }).click()
  await expect(page.getByText('Ada Moreno is erased.').first()).toBeVisible()

  // her device is signed out by itself, and her family has Luis alone
  await expect(ada.page.getByRole('heading', { name: 'Open your class' })).toBeVisible()
  await expect(family.page.getByText('Luis').first()).toBeVisible()
  await expect(family.page.getByText('Ada')).toHaveCount(0)
  await page.getByLabel('Name or user name').fill('ada')
  await expect(page.getByText('Nobody has that name.')).toBeVisible()
  const varga = await device(browser, school.address)
  await signIn(varga.page, 'ms.varga')
  await varga.page.getByRole('link', { name: 'Garden Science' }).first().click()
  await varga.page.getByRole('link', { name: 'Register' }).click()
  await expect(varga.page.getByText('Bram Okoye').first()).toBeAttached()
  await expect(varga.page.getByText('Ada Moreno')).toHaveCount(0)
  for (const one of [ada, family, head, varga]) await one.context.close()
})
