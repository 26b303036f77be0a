import { join } from 'node:path'
import { Person, Seeded } from '@oppen/demo'
import type { BrowserContext, Page } from '@playwright/test'
import autocannon from 'autocannon'
import { contextOf, launch } from './browser.js'
import { serve } from './child.js'
import { quantile } from './quantile.js'

/** A class of so many comes in within so long, in milliseconds. */
const PUPILS = 28
const MINUTE = 60_000
const ROUNDS = 5

type Opened = { readonly classId: string; readonly code: string; readonly placeIds: readonly string[] }

/** A class of 28 with its door open. */
async function openClass(teacher: Person, name: string): Promise<Opened> {
  const { classId } = await teacher.get('makeClass', {}, { name, yearLabel: '', groupName: 'All' })
  const names = Array.from(
    { length: PUPILS },
    (_, n) => `Pupil ${String.fromCharCode(65 + (n % 26))}${n} Test`,
  )
  const places = names.map(one => ({
    name: one,
    groupId: null,
    email: null,
    number: null,
    familyLanguage: null,
  }))
  const { placeIds } = await teacher.get('addPlaces', { classId }, { places })
  const page = await teacher.get('openDoor', { classId }, { span: 'today', admits: null })
  return { classId, code: page.door?.code ?? '', placeIds }
}

/**
 * Milliseconds from pressing "come in" to the name on the board, of 28 pupils who come in at seeded moments of one
 * minute while the door page is open in a browser.
 */
export async function ontoTheBoard(address: string): Promise<{ median: number; p95: number }> {
  const teacher = await new Person(address).signIn('ms.quist')
  const { classId, code, placeIds } = await openClass(teacher, 'Board')
  const browser = await launch()
  const page = await boardOf(
    await contextOf(browser, address, teacher.cookie),
    `${address}/c/${classId}/door`,
  )
  const seeded = new Seeded(28)
  const pressed = new Map<number, number>()
  await Promise.all(
    placeIds.map(async (placeId, index) => {
      await new Promise(done => setTimeout(done, seeded.next() * MINUTE))
      const pupil = new Person(address)
      await pupil.get('lookUpCode', {}, { code })
      pressed.set(index, Date.now())
      await pupil.get('claim', {}, { code, placeId: placeId as never, secret: `secret ${index}` })
    }),
  )
  await page.getByText(`${PUPILS} of ${PUPILS} are in`).waitFor()
  const seen: Record<string, number> = await page.evaluate(() => (window as never as { seen: never }).seen)
  const { places } = await teacher.get('seeRegister', { classId: classId as never })
  const nameOf = new Map(places.map(place => [place.id as string, place.name]))
  const delays = placeIds.map((placeId, index) => {
    const shown = seen[nameOf.get(placeId) ?? '']
    return (shown ?? Number.NaN) - (pressed.get(index) ?? 0)
  })
  await browser.close()
  return { median: quantile(delays, 0.5), p95: quantile(delays, 0.95) }
}

/** The door page, which notes when it first shows each name. */
async function boardOf(context: BrowserContext, url: string): Promise<Page> {
  const page = await context.newPage()
  await page.addInitScript(() => {
    const seen: Record<string, number> = {}
    Object.assign(window, { seen })
    new MutationObserver(() => {
      for (const item of document.querySelectorAll('aside li span:first-of-type'))
        seen[item.textContent ?? ''] ??= Date.now()
    }).observe(document, { childList: true, subtree: true })
  })
  await page.goto(url)
  await page.getByText(`0 of ${PUPILS} are in`).waitFor()
  return page
}

const median = (values: readonly number[]): number => quantile(values, 0.5)

/**
 * Pupils a second who come in when all 28 press at once, as a ratio to a bare server that hashes the secret as
 * hard and writes the same three rows; taken turn by turn, the median of the rounds.
 */
export async function allAtOnce(address: string, folder: string, out: string) {
  const teacher = await new Person(address).signIn('ms.quist')
  const classes: Opened[] = []
  for (let n = 0; n <= ROUNDS; n++) classes.push(await openClass(teacher, `Burst ${n}`))
  const bare = await serve(join(out, 'bareClaim.mjs'), {
    BARE_FILE: join(folder, 'oppen.sqlite'),
    BARE_COPY: join(folder, '..', 'bare.sqlite'),
  })
  const bareAddress = `http://127.0.0.1:${bare.port}`
  const burst = async (claim: (opened: Opened, placeId: string) => Promise<void>, opened: Opened) => {
    const began = performance.now()
    await Promise.all(opened.placeIds.map(placeId => claim(opened, placeId)))
    return (PUPILS * 1000) / (performance.now() - began)
  }
  const ours = async ({ code }: Opened, placeId: string) => {
    await new Person(address).get('claim', {}, { code, placeId: placeId as never, secret: 'a secret' })
  }
  const theirs = async (_: Opened, placeId: string) => {
    const body = JSON.stringify({ placeId, secret: 'a secret' })
    const headers = { 'content-type': 'application/json' }
    const answer = await fetch(`${bareAddress}/claim`, { method: 'POST', body, headers })
    if (!answer.ok) throw new Error(`the bare server answered ${answer.status}: ${await answer.text()}`)
  }
  const rounds: { ours: number; bare: number }[] = []
  for (const opened of classes) {
    rounds.push({ ours: await burst(ours, opened), bare: await burst(theirs, opened) })
  }
  bare.stop()
  const warm = rounds.slice(1)
  return {
    ratio: median(warm.map(round => round.ours / round.bare)),
    ours: median(warm.map(round => round.ours)),
    bare: median(warm.map(round => round.bare)),
  }
}

/** Look-ups of an open code a second, as a ratio to the same names read with raw sqlite3. */
export async function lookingUp(address: string, folder: string, out: string) {
  const teacher = await new Person(address).signIn('ms.quist')
  const { classId, code } = await openClass(teacher, 'Look up')
  const bare = await serve(join(out, 'bareClaim.mjs'), {
    BARE_FILE: join(folder, 'oppen.sqlite'),
    BARE_COPY: join(folder, '..', 'bareLookUp.sqlite'),
  })
  const once = async (url: string, body: object) => {
    const result = await autocannon({
      url,
      method: 'POST',
      connections: 20,
      duration: 4,
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
    })
    if (result.non2xx || result.errors)
      throw new Error(`${url}: ${result.non2xx} refusals, ${result.errors} errors`)
    return result.requests.average
  }
  const own = () => once(`${address}/api/entry/code`, { code })
  const base = () => once(`http://127.0.0.1:${bare.port}/look-up`, { code, classId })
  await own()
  await base()
  const rounds: { ours: number; bare: number }[] = []
  for (let n = 0; n < ROUNDS; n++) rounds.push({ ours: await own(), bare: await base() })
  bare.stop()
  return {
    ratio: median(rounds.map(round => round.ours / round.bare)),
    ours: median(rounds.map(round => round.ours)),
    bare: median(rounds.map(round => round.bare)),
  }
}
