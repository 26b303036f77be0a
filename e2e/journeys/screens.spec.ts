import { readdirSync, readFileSync } from 'node:fs'
import { screenAt } from '@oppen/contract'
import { expect, type Page, test } from '@playwright/test'
import { accessible, device, noSideways, PHONE, readable, signIn, typeTime, wellBuilt } from '../people.js'
import { School } from '../school.js'

// each has a device of its own: they run beside those of other files
test.describe.configure({ mode: 'parallel' })

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

/** The addresses of every screen that somebody has, from what they are tied to. */
async function screensOf(page: Page): Promise<string[]> {
  const me = await (await page.request.get('/api/me')).json()
  if (me.account.ownsSchool)
    return [
      '/school',
      '/school/teachers',
      '/school/people?name=ada',
      `/school/people/${me.account.id}`,
      '/school/settings',
      '/school/storage',
      '/school/audit-log',
      '/school-year',
    ]
  const tie = me.ties.find((one: { archived: boolean }) => !one.archived)
  const at = `/c/${tie.classId}`
  if (me.account.kind === 'family') {
    const progress = await (
      await page.request.get(`/api/classes/${tie.classId}/progress/${tie.placeId}`)
    ).json()
    const outcomes = progress.submissions
      .slice(0, 2)
      .map(
        (submission: { work: { id: string } }) => `${at}/work/${submission.work.id}/outcome/${tie.placeId}`,
      )
    return [
      '/today',
      `/today?child=${tie.child}`,
      `/child/${tie.child}/week`,
      `/child/${tie.child}/progress`,
      `/child/${tie.child}/talk`,
      `/child/${tie.child}/about`,
      '/calendar',
      '/new',
      '/calendar/agenda',
      ...outcomes,
      '/account',
      '/classes',
      '/?join',
    ]
  }
  const { topics } = await (await page.request.get(`/api/classes/${tie.classId}/topics`)).json()
  const works: string[] = topics.flatMap((topic: { works: { id: string }[] }) =>
    topic.works.map(work => work.id),
  )
  // what asks questions, in whatever class it is
  const others: string[] = []
  for (const { classId } of me.ties.filter((one: { archived: boolean }) => !one.archived)) {
    const all = await (await page.request.get(`/api/classes/${classId}/topics`)).json()
    for (const topic of all.topics)
      for (const { id, kind } of topic.works as { id: string; kind: string }[]) {
        if (me.account.kind === 'pupil' && ['quiz', 'reading', 'video', 'form'].includes(kind))
          others.push(`/c/${classId}/work/${id}`)
        if (me.account.kind === 'teacher' && kind === 'quiz') others.push(`/c/${classId}/work/${id}/results`)
        if (me.account.kind === 'teacher' && kind === 'video')
          others.push(`/c/${classId}/work/${id}/watching`)
        if (me.account.kind === 'teacher' && kind === 'form') others.push(`/c/${classId}/work/${id}/form`)
      }
  }
  const { rooms } = await (await page.request.get(`/api/spaces/${tie.classId}/talk`)).json()
  const circle = async () => {
    const { circleId } = me.circles[0]
    const talk = await (await page.request.get(`/api/spaces/${circleId}/talk`)).json()
    const of = `/circles/${circleId}`
    return [of, `${of}/talk/${talk.rooms[0].id}`, `${of}/talk/letters/new`]
  }
  const shared = [
    '/today',
    `${at}/week`,
    `${at}/topics`,
    `${at}/talk`,
    `${at}/talk/${rooms[0].id}`,
    `${at}/about`,
    '/calendar',
    '/new',
    '/calendar/week',
    '/calendar/agenda',
  ]
  if (me.account.kind === 'pupil') {
    return [
      ...shared,
      `${at}/progress/${tie.placeId}`,
      ...works.slice(0, 3).map(id => `${at}/work/${id}`),
      ...others,
      `${at}/own-work/${tie.placeId}`,
      ...(await circle()),
      '/circles/new',
      '/account',
      '/classes',
      '/?join',
    ]
  }
  const teacher = [
    `${at}/talk/nod`,
    `${at}/progress`,
    `${at}/mark-book`,
    `${at}/register`,
    `${at}/post`,
    `${at}/post/${works[0]}`,
    `${at}/timetable`,
    '/school-year',
    '/room/garden-heron',
    `${at}/door`,
    `${at}/settings`,
    `${at}/audit-log`,
  ]
  const own = [
    '/classes/new',
    '/classes',
    '/account',
    '/outbox',
    '/circles/new',
    ...(await circle()),
    `/circles/${me.circles[0].circleId}/talk/nod`,
    `/circles/${me.circles[0].circleId}/audit-log`,
  ]
  return [
    ...shared,
    ...teacher,
    ...own,
    ...others,
    ...works.slice(0, 2).map(id => `${at}/work/${id}/marking`),
  ]
}

/** Opens a screen from the server and waits until it shows its heading and nothing is on its way. */
async function open(page: Page, address: string): Promise<void> {
  await page.goto(address)
  await arrived(page)
}

/** Goes to a screen within the page, as by a link, where another visit opens it from the server. */
async function go(page: Page, address: string): Promise<void> {
  const { pathname } = new URL(page.url())
  // the heading of the same screen stays, so that nothing would say when the next one is there
  if (screenAt(pathname)?.screen === screenAt(address.split('?')[0] ?? '')?.screen) return open(page, address)
  await page.evaluate(to => {
    for (const heading of document.querySelectorAll('h1')) heading.dataset.former = ''
    history.pushState(null, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state: null }))
  }, address)
  await expect(page.locator('h1[data-former]')).toHaveCount(0)
  await arrived(page)
}

async function arrived(page: Page): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page.getByText('Loading …')).toHaveCount(0)
}

for (const [userName, options, visit] of [
  ['ms.varga', {}, open],
  ['ms.thorne', {}, open],
  ['ms.thorne', { phone: true }, go],
  ['ada.moreno', {}, open],
  ['ada.moreno', { phone: true }, go],
  ['mr.moreno', { phone: true }, open],
  ['mr.moreno', { dark: true }, go],
] as const) {
  test(`every screen of ${userName} ${JSON.stringify(options)} is for everybody, and asks nobody outside`, async ({
    browser,
  }) => {
    const { page, context } = await device(browser, school.address, options)
    const faults: string[] = []
    page.on('console', message => {
      // that the screens are not kept on this device is the will of these journeys
      if (!['error', 'warning'].includes(message.type()) || /Service Worker/.test(message.text())) return
      faults.push(`${page.url()} ${message.text()}`)
    })
    page.on('pageerror', error => faults.push(`${page.url()} ${error.message}`))
    page.on('request', request => {
      if (!request.url().startsWith(school.address) && !request.url().startsWith('data:'))
        faults.push(`${page.url()} asks for ${request.url()}`)
    })
    await signIn(page, userName)
    faults.length = 0
    const all = await screensOf(page)
    // by night the colours are others and the rest is the same: every fourth screen has all of the parts
    const screens = 'dark' in options ? all.filter((_, index) => index % 4 === 0) : all
    for (const [index, address] of screens.entries()) {
      await visit(page, address)
      // the wide screens of the same person have the same colours: every fourth one shows all parts of a phone
      const seenWide = 'phone' in options && visit === go
      await (seenWide && index % 4 ? wellBuilt(page) : accessible(page))
      if ('phone' in options) {
        await noSideways(page)
        await page.setViewportSize({ width: 360, height: 740 })
        await noSideways(page)
        await page.setViewportSize(PHONE)
      }
      if ('dark' in options || index % 4) continue
      await page.emulateMedia({ colorScheme: 'dark' })
      await readable(page)
      await page.emulateMedia({ colorScheme: null })
    }
    expect(faults).toEqual([])
    await context.close()
  })
}

/** Wording that is 40 % longer, with what is named in it and the marks of plurals as they stand. */
function longer(wording: string): string {
  return wording
    .split(/(\{[^}]*\})/)
    .map(part =>
      part.startsWith('{')
        ? part
        : part.replace(/\p{L}+/gu, word => word + 'ë'.repeat(Math.ceil(word.length * 0.4))),
    )
    .join('')
}

/**
 * Says everything in a language that is 40 % longer: every file of wording is answered with another. What was
 * built is read here: an answer that is fetched for the page goes when the page does.
 */
async function speakLonger(page: Page): Promise<void> {
  const built = readdirSync('web/dist/assets').filter(name => name.endsWith('.js'))
  let replaced = 0
  for (const file of readdirSync('words/en')) {
    const namespace = file.replace('.json', '')
    const said = JSON.parse(readFileSync(`words/en/${file}`, 'utf8')) as Record<string, string>
    const wording = Object.fromEntries(Object.entries(said).map(([key, words]) => [key, longer(words)]))
    // a part of the program may have the same name, but not all of the keys
    const names = built.filter(name => {
      if (!new RegExp(`^${namespace}-[\\w-]+\\.js$`).test(name)) return false
      const program = readFileSync(`web/dist/assets/${name}`, 'utf8')
      return Object.keys(said).every(key => program.includes(key))
    })
    // some of it the server alone says
    if (names.length) replaced += 1
    for (const name of names)
      await page.route(`**/assets/${name}`, route =>
        route.fulfill({ contentType: 'text/javascript', body: `export default ${JSON.stringify(wording)}` }),
      )
  }
  expect(replaced).toBeGreaterThan(20)
}

for (const userName of ['ada.moreno', 'mr.moreno', 'ms.varga', 'ms.thorne']) {
  test(`with words 40 % longer nothing of ${userName} runs over at 360 pixels`, async ({ browser }) => {
    const { page, context } = await device(browser, school.address, { phone: true })
    await page.setViewportSize({ width: 360, height: 740 })
    await speakLonger(page)
    await page.goto('/')
    await expect(page.getByRole('heading', { level: 1 })).toContainText('ëë')
    await noSideways(page)
    await page.request.post('/api/sign-in', { data: { userName, secret: 'tern-hollow' } })
    await page.goto('/today')
    for (const address of await screensOf(page)) {
      await go(page, address)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await noSideways(page)
    }
    await context.close()
  })
}

test('everything has a key: Ctrl K finds and does, ? lists, and the page can be reached without a mouse', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  const faults: string[] = []
  await signIn(page, 'ms.varga')
  page.on('console', message => message.type() === 'error' && faults.push(message.text()))
  await page.keyboard.press('Control+k')
  const palette = page.getByRole('dialog', { name: 'Search, or type a command' })
  await expect(palette).toBeVisible()
  await accessible(page)
  await palette.getByRole('combobox').fill('rainfall log')
  await expect(palette.getByRole('option', { name: /Rainfall log, days 1–5/ }).first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Rainfall log, days 1–5', level: 1 })).toBeVisible()
  await expect(page).toHaveURL(/\/marking\/\w+/)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toContainText('Next to mark')
  await accessible(page)
  await page.keyboard.press('Escape')
  const chosen = page.getByRole('navigation', { name: 'Pupils' }).locator('[aria-current]')
  await expect(chosen).toContainText('Ada Moreno')
  await page.keyboard.press('j')
  await expect(chosen).toContainText('Bram Okoye')
  await page.keyboard.press('k')
  await expect(chosen).toContainText('Ada Moreno')
  await page.keyboard.press('n')
  await expect(chosen).not.toContainText('Ada Moreno')
  await open(page, '/today')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'Skip to the page content' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.locator('#page')).toBeFocused()
  expect(faults).toEqual([])
  await context.close()
})

test('the clock of the demo moves, and every screen with it', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ada.moreno')
  await expect(page.getByText('To do by 13:30').first()).toBeVisible()
  await page.getByText('Demo clock').click()
  await typeTime(page, 'Move the clock', '2026-10-15T13:31')
  await page.getByRole('button', { name: 'Move the clock', exact: true }).click()
  await expect(page.getByText('Overdue since Thu 13:30').first()).toBeVisible()
  await context.close()
})

test('letters of other writing systems come with the first text that needs them', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  const fetched: string[] = []
  page.on('request', request => fetched.push(new URL(request.url()).pathname))
  const far = () => fetched.filter(path => path.startsWith('/assets/noto-sans'))
  await signIn(page, 'ms.varga')
  await page.getByRole('link', { name: 'Calendar' }).first().click()
  await page.getByRole('button', { name: 'Add a note', exact: true }).click()
  await page.getByLabel('Title').fill('Meet the parents of Ada')
  expect(far()).toEqual([])
  await page.getByLabel('Title').fill('Meet 王小明')
  const loaded = () =>
    page.evaluate(() =>
      Array.from(document.fonts)
        .filter(one => one.status === 'loaded')
        .map(one => one.family),
    )
  await expect.poll(loaded).toContainEqual(expect.stringContaining('Noto Sans SC'))
  expect(far().every(path => path.includes('noto-sans-sc'))).toBe(true)
  await context.close()
})

test('no script or style runs that is not ours', async ({ request }) => {
  const response = await request.get(school.address)
  const policy = response.headers()['content-security-policy'] ?? ''
  expect(policy).toContain("script-src 'self'")
  expect(policy).not.toContain('unsafe')
})
