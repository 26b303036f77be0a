import { expect, type Locator, type Page, test } from '@playwright/test'
import { accessible, comeIn, device, PHONE, screensKept, signIn, signOut } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const heading = (page: Page, name: string | RegExp, level = 1) => page.getByRole('heading', { name, level })

/** What the server had no time to render is rendered the next time. */
const rendered = (page: Page, what: Locator) =>
  expect(async () => {
    if (!(await what.isVisible())) await page.reload()
    await expect(what).toBeVisible({ timeout: 1_000 })
  }).toPass({ timeout: 45_000 })

test('the first screen is there before any script: for a pupil, a family, a teacher', async ({ browser }) => {
  const open = async (userName: string) => {
    const { page } = await device(browser, school.address, { scripts: false })
    await comeIn(page, userName)
    await page.goto('/today')
    await rendered(page, heading(page, 'Today'))
    return page
  }
  const ada = await open('ada.moreno')
  await expect(ada.getByRole('link', { name: /Why the hill is wetter/ }).first()).toBeVisible()
  await expect(ada.getByRole('complementary', { name: 'Binder' })).toBeVisible()
  await ada
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  const week = ada.getByRole('link', { name: 'Week', exact: true })
  await rendered(ada, week)
  await week.click()
  await rendered(ada, heading(ada, '12 – 16 October'))

  const family = await open('mr.moreno')
  await expect(family.getByText('Ada').first()).toBeVisible()

  const varga = await open('ms.varga')
  await varga
    .getByRole('link', { name: /Rainfall log/ })
    .first()
    .click()
  await rendered(varga, heading(varga, /Rainfall log/))
  const { ties } = await (await varga.request.get('/api/me')).json()
  const at = `/c/${ties[0].classId}`
  const ofTeacher = ['about', 'progress', 'register', 'settings', 'timetable', 'audit-log'].map(
    area => `${at}/${area}`,
  )
  for (const path of [...ofTeacher, '/school-year', '/calendar', '/account', '/classes', '/outbox']) {
    await varga.goto(path)
    await rendered(varga, varga.locator('h1'))
  }
  const { ties: children } = await (await family.request.get('/api/me')).json()
  for (const area of ['week', 'progress', 'talk', 'about']) {
    await family.goto(`/child/${children[0].child}/${area}`)
    await rendered(family, family.locator('h1'))
  }
})

test('the page goes on with what the server rendered, wide and on a phone', async ({ browser }) => {
  for (const phone of [false, true]) {
    const { context, page } = await device(browser, school.address, { phone })
    if (phone) await context.setExtraHTTPHeaders({ 'sec-ch-ua-mobile': '?1' })
    await signIn(page, 'ada.moreno')
    // marked while the page is read; whatever is rendered anew has no mark
    await page.addInitScript(() => {
      new MutationObserver(() => {
        for (const one of document.querySelectorAll('#root[data-wide] h1, #root[data-wide] main'))
          one.setAttribute('data-marked', '')
      }).observe(document, { childList: true, subtree: true })
    })
    const problems: string[] = []
    page.on('console', line => line.type() === 'error' && problems.push(line.text()))
    page.on('pageerror', error => problems.push(error.message))
    for (const path of ['/today', await addressOf(page, 'Week'), await addressOf(page, 'Topics')]) {
      // what the server had no time to render is rendered the next time
      await expect(async () => {
        await page.goto(path)
        await expect(page.locator('h1')).toBeVisible()
        await expect(page.locator('main[data-marked] h1[data-marked]')).toHaveCount(1, { timeout: 1_000 })
      }).toPass({ timeout: 45_000 })
    }
    await expect(page.getByRole('complementary', { name: 'Binder' })).toHaveCount(phone ? 0 : 1)
    await accessible(page)
    // it answers: keys and presses are heard
    await page.keyboard.press('?')
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(problems).toEqual([])
    await context.close()
  }
})

/** The address of an area of the first class, as a link on the screen names it. */
async function addressOf(page: Page, area: string): Promise<string> {
  if (!(await page.getByRole('link', { name: area, exact: true }).count()))
    await page
      .getByRole('link', { name: /Garden Science/ })
      .first()
      .click()
  const link = page.getByRole('link', { name: area, exact: true }).first()
  await expect(link).toBeVisible()
  return (await link.getAttribute('href')) ?? ''
}

test('a narrow window that the server took for a wide one comes up narrow', async ({ browser }) => {
  const { page } = await device(browser, school.address)
  await signIn(page, 'ada.moreno')
  await page.setViewportSize(PHONE)
  await page.goto('/today')
  await expect(heading(page, 'Today')).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Binder' })).toHaveCount(0)
})

test('a page whose language and width were both guessed wrong comes up right', async ({ browser }) => {
  const { page } = await device(browser, school.address, { locale: 'pt-PT' })
  await comeIn(page, 'nia.falk')
  const chosen = await page.request.put('/api/account/language', {
    data: { language: 'en' },
    headers: { origin: school.address, 'sec-fetch-site': 'same-origin' },
  })
  expect(chosen.ok()).toBe(true)
  const problems: string[] = []
  page.on('console', line => line.type() === 'error' && problems.push(line.text()))
  page.on('pageerror', error => problems.push(error.message))
  await page.setViewportSize(PHONE)
  for (const path of ['/today', '/account', '/calendar']) {
    await page.goto(path)
    await expect(page.locator('html')).toHaveAttribute('lang', 'en')
    await expect(page.locator('h1')).toBeVisible()
    await expect(page.getByRole('complementary', { name: 'Binder' })).toHaveCount(0)
    await accessible(page)
  }
  await expect(heading(page, 'October 2026')).toBeVisible()
  expect(problems).toEqual([])
})

test('what belongs to one visit is not kept on the device', async ({ browser }) => {
  const { context, page } = await device(browser, school.address, { keeps: true })
  await signIn(page, 'ada.moreno')
  await screensKept(page)
  await page.reload()
  await expect(heading(page, 'Today')).toBeVisible()
  const kept = () =>
    page.evaluate(async () => {
      const pages: string[] = []
      for (const name of await caches.keys()) {
        const answer = name.startsWith('oppen screens') ? await (await caches.open(name)).match('/') : null
        if (answer) pages.push(await answer.text())
      }
      return pages
    })
  await expect.poll(async () => (await kept()).length).toBe(1)
  const [html = ''] = await kept()
  expect(html).toContain('<div id="root"></div>')
  expect(html).not.toMatch(/Ada|Garden Science|Why the hill|page-state/)
  await signOut(page)
  await context.setOffline(true)
  await page.goto('/today').catch(() => undefined)
  await expect(page.getByText('Why the hill')).toHaveCount(0)
})
