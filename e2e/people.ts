import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { type Browser, type BrowserContext, expect, type Locator, type Page } from '@playwright/test'
import type axe from 'axe-core'

/** Somebody at a device of their own. */
export type Device = { readonly context: BrowserContext; readonly page: Page }

export type DeviceOptions = {
  readonly phone?: boolean
  readonly dark?: boolean
  /** Whether the screens are kept on the device, so that they come up without a network. */
  readonly keeps?: boolean
  /** The language and forms of the browser (BCP 47), where they are not those of the school. */
  readonly locale?: string
  /** Without scripts: what is seen then is what the server rendered. */
  readonly scripts?: false
}

export const PHONE = { width: 390, height: 844 }

export async function device(
  browser: Browser,
  address: string,
  options: DeviceOptions = {},
): Promise<Device> {
  const context = await browser.newContext({
    baseURL: address,
    ...(options.phone && { viewport: PHONE }),
    ...(options.dark && { colorScheme: 'dark' }),
    ...(options.locale && { locale: options.locale }),
    ...(options.keeps && { serviceWorkers: 'allow' }),
    ...(options.scripts === false && { javaScriptEnabled: false }),
  })
  const page = await context.newPage()
  if (options.scripts !== false) waitsForAnswers(page)
  return { context, page }
}

/** Resolves once a page hears keys and presses: the server shows it before that. */
export const answers = (page: Page) => expect(page.locator('#root:not([data-rendered])')).toBeAttached()

/** Whoever opens a page begins to use it when it answers. */
function waitsForAnswers(page: Page): void {
  const { goto, reload } = page
  page.goto = async (...to) => {
    const response = await goto.apply(page, to)
    await answers(page)
    return response
  }
  page.reload = async (...how) => {
    const response = await reload.apply(page, how)
    await answers(page)
    return response
  }
}

/** Is in, with nothing on the screen yet. */
export async function comeIn(page: Page, userName: string, secret = 'tern-hollow'): Promise<void> {
  const { origin } = new URL((await page.request.get('/healthz')).url())
  const answer = await page.request.post('/api/sign-in', {
    data: { userName, secret },
    headers: { origin, 'sec-fetch-site': 'same-origin' },
  })
  expect(answer.ok(), `${userName} signs in`).toBe(true)
}

/** Is in at once, for what a journey is about comes after it; how people come in has journeys of its own. */
export async function signIn(page: Page, userName: string, secret?: string): Promise<void> {
  await comeIn(page, userName, secret)
  await page.goto('/today')
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible()
}

/** Somebody at a device of their own who is in. */
export async function deviceOf(
  browser: Browser,
  address: string,
  userName: string,
  secret?: string,
): Promise<Device> {
  const one = await device(browser, address)
  await signIn(one.page, userName, secret)
  return one
}

/** Signs in through Welcome as a person does. */
export async function signInByHand(page: Page, userName: string, secret = 'tern-hollow'): Promise<void> {
  await page.goto('/')
  await page.getByLabel('Class code, key or user name').fill(userName)
  await page.getByRole('button', { name: 'Continue' }).click()
  await page.getByLabel('Password, PIN or pictures').fill(secret)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible()
}

/** Signs out and waits until the page before anybody is in stands there again. */
export async function signOut(page: Page): Promise<void> {
  const menu = page.getByRole('button', { name: /account and sign out$/ })
  const out = page.getByRole('button', { name: 'Sign out' })
  await expect(menu.or(out).first()).toBeVisible()
  // on a phone it is in the menu behind the face
  if (await menu.isVisible()) {
    await menu.click()
    await page.getByRole('menuitem', { name: 'Sign out' }).click()
  } else await out.first().click()
  await expect(page.getByRole('heading', { name: 'Open your class' })).toBeVisible()
}

/** Without its remarks and long names, which every page would read again. */
const AXE = readFileSync(fileURLToPath(import.meta.resolve('axe-core/axe.min.js')), 'utf8')

/** What axe-core calls WCAG 2.2 A and AA, and what it holds for good practice. */
const STANDARDS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']
/** The rules of those that look at colours. */
const OF_COLOURS = ['color-contrast', 'link-in-text-block']

/** Finds what axe-core counts of some rules, and how it names it. */
const find = async (looked: axe.RunOptions): Promise<string[]> => {
  const { axe: here } = window as unknown as { axe: typeof axe }
  // half-way from one colour to another is neither
  const changing = document.getAnimations().filter(one => one instanceof CSSTransition)
  await Promise.allSettled(changing.map(one => one.finished))
  // where the elements stand and what the style sheets say takes a third of the time, and is asked when something is found
  const wanted: axe.RunOptions = { ...looked, resultTypes: ['violations'] }
  const quick = { ...wanted, selectors: false, elementRef: false, preload: { assets: ['media'] } }
  const { violations } = (await here.run(quick)).violations.length
    ? await here.run(wanted)
    : { violations: [] }
  return violations.map(
    one => `${one.id}: ${one.nodes.map(node => `${node.target} ${node.failureSummary}`).join(' | ')}`,
  )
}

/** What axe-core reads a colour into, which its types do not have. */
type Colour = {
  r: number
  g: number
  b: number
  alpha: number
  parseString: (this: Colour, text: string) => Colour
}
type WithColours = { commons: { color: { Color: { prototype: Colour } } } }

/** A page has few colours, which axe-core reads anew for every element, in a third of its time: each is read once. */
const readColoursOnce = (): void => {
  const { Color } = (window as unknown as { axe: WithColours }).axe.commons.color
  const { parseString } = Color.prototype
  const known = new Map<string, Pick<Colour, 'r' | 'g' | 'b' | 'alpha'>>()
  Color.prototype.parseString = function (text) {
    const before = known.get(text)
    if (before) Object.assign(this, before)
    else {
      parseString.call(this, text)
      const { r, g, b, alpha } = this
      known.set(text, { r, g, b, alpha })
    }
    return this
  }
}

/** Finds nothing that axe-core counts against WCAG 2.2 A and AA on the page as it stands. */
export const accessible = (page: Page) => looksAt(page, { runOnly: { type: 'tag', values: STANDARDS } })

/** The same for colours alone, where the page was looked at before in others. */
export const readable = (page: Page) => looksAt(page, { runOnly: { type: 'rule', values: OF_COLOURS } })

/** The same for all but colours, where those of the page are looked at in another width. */
export const wellBuilt = (page: Page) =>
  looksAt(page, {
    runOnly: { type: 'tag', values: STANDARDS },
    rules: Object.fromEntries(OF_COLOURS.map(rule => [rule, { enabled: false }])),
  })

async function looksAt(page: Page, looked: axe.RunOptions): Promise<void> {
  // a screen that is on its way has none
  await expect(page.locator('h1').first(), page.url()).toBeAttached()
  if (!(await page.evaluate(() => 'axe' in window))) {
    await page.evaluate(AXE)
    await page.evaluate(readColoursOnce)
  }
  const found = await page.evaluate(find, looked)
  expect(found, page.url()).toEqual([])
}

/** The page is no wider than the screen, once what follows its width has done so. */
export async function noSideways(page: Page): Promise<void> {
  const over = () =>
    page.evaluate(() => {
      const wide = Math.max(
        document.documentElement.scrollWidth,
        document.querySelector('main')?.scrollWidth ?? 0,
      )
      return wide - window.innerWidth
    })
  await expect
    .poll(over, { message: `${page.url()} scrolls sideways`, timeout: 10_000 })
    .toBeLessThanOrEqual(0)
}

/** The writing place of the editor with the given name. */
export const editor = (page: Page, name: string | RegExp) => page.getByRole('textbox', { name })

/** The id of the class with this name, of whoever is signed in. */
export async function classIdOf(page: Page, className: string): Promise<string> {
  const { ties } = await (await page.request.get('/api/me')).json()
  return ties.find((tie: { className: string }) => tie.className === className).classId
}

/** Waits until the screens are kept on the device. */
export async function screensKept(page: Page): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
}

/** What the bar at the foot of a submission says: saved, handed in, what comes next. */
export const bar = (page: Page) => page.locator('footer').getByRole('status')

/**
 * Types a day, a time or both into a field, digit by digit, as a person does; `value` is `2026-10-14`, `17:00` or
 * `2026-10-14T17:00`.
 */
export async function typeTime(place: Page | Locator, label: string, value: string): Promise<void> {
  const field = place.getByRole('group', { name: label, exact: true })
  const [day = '', time = ''] = value.includes('-') ? value.split('T') : ['', value]
  const digits = [...day.split('-').reverse(), ...time.split(':')].join('')
  const first = field.getByRole('spinbutton').first()
  await first.focus()
  await first.page().keyboard.type(digits)
}

/** A teacher or pupil goes to what is said in Garden Science. */
export async function toTalk(page: Page): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Classes' })
    .getByRole('link', { name: /^Garden Science/ })
    .click()
  await page.getByRole('link', { name: /^Talk( \d+)?$/ }).click()
  await expect(page.getByRole('heading', { name: 'Talk', level: 1 })).toBeVisible()
}
