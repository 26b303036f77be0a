import { type Browser, expect, type Page, test } from '@playwright/test'
import { accessible, comeIn, device, deviceOf, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const TITLE = 'Plan one square metre'

/** The address of the desk of a work, as a teacher of the class finds it. */
async function deskOf(page: Page, title: string): Promise<string> {
  const { ties } = await (await page.request.get('/api/me')).json()
  const { classId } = ties.find((tie: { className: string }) => tie.className === 'Garden Science')
  const topics = JSON.stringify(await (await page.request.get(`/api/classes/${classId}/topics`)).json())
  const [, workId] = new RegExp(`"id":"([^"]+)","kind":"[a-z]+","title":"${title}`).exec(topics) ?? []
  return `/c/${classId}/work/${workId}/marking`
}

const ask = async (page: Page, method: 'PUT' | 'POST', path: string, data?: unknown) => {
  const headers = { origin: school.address, 'sec-fetch-site': 'same-origin' }
  return page.request.fetch(path, { method, headers, ...(data !== undefined && { data }) })
}

/** Everybody has handed in: on the screen, or on paper where nobody has taken the place yet. */
async function everybodyHandsIn(browser: Browser, teacher: Page, desk: string): Promise<string[]> {
  const api = `/api${desk.replace('/c/', '/classes/').replace('/work/', '/works/').replace('/marking', '')}`
  const { rows } = await (await teacher.request.get(`${api}/marking`)).json()
  const { page, context } = await device(browser, school.address)
  for (const { placeId, name, status } of rows) {
    const at = `${api}/submissions/${placeId}`
    if (status.phase === 'withTeacher') continue
    const userName = name.toLowerCase().replace(' ', '.')
    const signedIn = await ask(page, 'POST', '/api/sign-in', { userName, secret: 'tern-hollow' })
    const html = `<p>${name} found 3 ants.</p>`
    const draft = signedIn.ok() ? await ask(page, 'PUT', `${at}/draft`, { html, base: 0 }) : undefined
    const { version } = draft?.ok() ? await draft.json() : {}
    const handIn = version ? await ask(page, 'POST', `${at}/hand-in`, { version }) : undefined
    if (!handIn?.ok())
      expect((await ask(teacher, 'POST', `${at}/received`, { received: true })).ok()).toBe(true)
  }
  await context.close()
  return rows.map((row: { name: string }) => row.name)
}

test('a whole evening of marking by keys alone: 24 pieces, kept back, handed back together, and undone', async ({
  browser,
}) => {
  test.setTimeout(240_000)
  const { page, context } = await device(browser, school.address)
  const faults: string[] = []
  page.on('pageerror', error => faults.push(error.message))
  page.on('console', message => message.type() === 'error' && faults.push(message.text()))
  await signIn(page, 'ms.varga')
  const desk = await deskOf(page, TITLE)
  const names = await everybodyHandsIn(browser, page, desk)
  expect(names.length).toBeGreaterThanOrEqual(24)
  await page.goto(desk)
  await page.getByLabel('Keep marks back until I hand back all together').check()
  await expect(page.getByRole('button', { name: 'Done, next' })).toBeVisible()
  await accessible(page)

  // from here on there is no mouse, and every key counts but those of the words
  let keys = 0
  const press = async (key: string) => {
    keys += key.split('+').length
    await page.keyboard.press(key)
  }
  const most: number[] = []
  await page.getByRole('heading', { name: TITLE, exact: true }).click()
  await page.keyboard.press('m')
  const list = page.getByRole('navigation', { name: 'Pupils' })
  for (let piece = 0; piece < names.length; piece++) {
    const here = list.locator('[aria-current=true] > span').first()
    const name = (await here.textContent()) ?? ''
    await expect(page.getByRole('textbox', { name: 'Mark' })).toBeFocused()
    keys = 0
    for (const key of piece % 3 ? '8' : '7.5') await press(key)
    // a phrase that was saved, or words of their own
    if (piece % 2) {
      await press('Alt+1')
      await press('Enter')
    } else {
      await press('Tab')
      await page.keyboard.insertText(`You looked closely, ${name}.`)
      await press('Control+Enter')
    }
    most.push(keys)
    await expect(list.getByRole('link', { name: new RegExp(`^${name}.*Marked by Ms Varga`) })).toBeVisible()
    if (piece < names.length - 1) await expect(here).not.toHaveText(name)
  }
  expect(Math.max(...most)).toBeLessThanOrEqual(6)
  await expect(page.getByText('Nothing else waits for a mark.')).toBeVisible()

  const pupil = await deviceOf(browser, school.address, 'ada.moreno')
  await pupil.page.goto(desk.replace('/marking', ''))
  await expect(pupil.page.getByText(/With your teacher/).first()).toBeVisible()
  await expect(pupil.page.getByText('You looked closely')).toHaveCount(0)

  await page.getByRole('button', { name: `Hand back all ${names.length}` }).focus()
  await press('Enter')
  await expect(
    page.getByText(`${names.length} pieces of work were handed back.`, { exact: true }),
  ).toBeVisible()
  await expect(pupil.page.getByText(/(7\.5|8) out of \d+/).first()).toBeVisible()
  await expect(list.getByRole('link', { name: /Marked by/ })).toHaveCount(0)

  // what was handed back too soon is with the teacher again, with all that was written
  await page.getByRole('heading', { name: TITLE, exact: true }).click()
  await press('u')
  await expect(
    page.getByText('It is with you again, with all that you wrote.', { exact: true }),
  ).toBeVisible()
  await expect(pupil.page.getByText(/With your teacher/).first()).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Mark' })).toHaveValue(/^(7\.5|8)$/)
  expect(faults).toEqual([])
  await pupil.context.close()
  await context.close()
})

test('two screens at one piece do not overwrite each other, and what one put over the work comes back with it', async ({
  browser,
}) => {
  const log = 'Rainfall log, days 1–5'
  const varga = await deviceOf(browser, school.address, 'ms.varga')
  const desk = await deskOf(varga.page, log)
  const { page } = varga
  const other = await deviceOf(browser, school.address, 'ms.varga')
  for (const one of [page, other.page]) {
    await one.goto(desk)
    await one.getByRole('link', { name: /^Ada Moreno/ }).click()
    await expect(one.getByRole('region', { name: `${log} — Ada Moreno` })).toContainText('The mean is')
  }
  const feedback = (one: Page) => one.getByLabel(/^Feedback to Ada/)
  await feedback(page).fill('A fine table.')
  await expect(page.getByText('Saved, the pupil does not see it yet')).toBeVisible()
  // the other screen shows it without a reload, and goes on with it
  await expect(feedback(other.page)).toHaveValue('A fine table.')
  await other.context.setOffline(true)
  await feedback(other.page).fill('A fine table. And the mean?')
  await expect(other.page.getByText(/^Saved on this device/).first()).toBeVisible()
  await feedback(page).fill('A fine table. Which unit?')
  await expect(page.getByText('Saved, the pupil does not see it yet')).toBeVisible()
  await other.context.setOffline(false)
  await expect(other.page.getByText('has written this meanwhile:')).toBeVisible()
  await expect(other.page.getByText('A fine table. Which unit?')).toBeVisible()
  await expect(feedback(other.page)).toHaveValue('A fine table. And the mean?')
  await accessible(other.page)
  await other.page.getByRole('button', { name: 'Use this' }).click()
  await expect(feedback(other.page)).toHaveValue('A fine table. Which unit?')

  await test.step('words are underlined and spoken about, a ring is drawn, a sticker put', async () => {
    await page.getByText('because one storm').evaluate(paragraph => {
      const text = [...paragraph.childNodes].find(node => node.textContent?.includes('because one storm'))
      const from = text?.textContent?.indexOf('one storm') ?? 0
      getSelection()?.setBaseAndExtent(text as Node, from, text as Node, from + 9)
    })
    await page.getByRole('button', { name: 'Note on these words' }).click()
    await page.getByRole('textbox', { name: 'Words' }).fill('Which day was that?')
    await page.keyboard.press('Control+Enter')
    await page.getByRole('button', { name: 'Pen', exact: true }).click()
    const paper = page.getByRole('group', { name: /^Pupil’s page/ }).first()
    const box = await paper.boundingBox()
    if (!box) throw new Error('no page')
    await page.mouse.move(box.x + 40, box.y + 40)
    await page.mouse.down()
    for (let step = 0; step <= 20; step++)
      await page.mouse.move(box.x + 80 + 40 * Math.cos(step / 3), box.y + 60 + 20 * Math.sin(step / 3))
    await page.mouse.up()
    // by keys as well: a place is chosen with the arrows
    await page.getByRole('button', { name: /^Sticker: press/ }).click()
    await page.getByRole('button', { name: 'Great ideas' }).click()
    await paper.focus()
    await page.keyboard.press('Shift+ArrowRight')
    await page.keyboard.press('Enter')
    await accessible(page)
    await expect(other.page.locator('svg path[fill="#c22e21"]')).toHaveCount(1)
  })

  const pupil = await device(browser, school.address, { phone: true })
  await comeIn(pupil.page, 'ada.moreno')
  await pupil.page.goto(desk.replace('/marking', ''))
  await expect(pupil.page.getByText('Which day was that?')).toHaveCount(0)
  await page.getByRole('textbox', { name: 'Mark' }).fill('9')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText('Handed back to Ada.', { exact: true })).toBeVisible()
  const came = pupil.page.getByRole('region', { name: 'Your work with your teacher’s notes' })
  await expect(came.getByText('Which day was that?')).toBeVisible()
  await expect(came.locator('svg path[fill="#c22e21"]')).toHaveCount(1)
  await expect(came).toContainText('The mean is')
  await noSideways(pupil.page)
  await accessible(pupil.page)
  for (const one of [varga, other, pupil]) await one.context.close()
})
