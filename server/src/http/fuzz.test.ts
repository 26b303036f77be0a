import { addressOf, type RouteName, routes } from '@oppen/contract'
import { mostOfBody } from '@oppen/contract/bodies'
import {
  type BuiltClass,
  buildAccount,
  buildClass,
  buildOwner,
  follow,
  type Person,
  Seeded,
  type TestServer,
  takePlace,
  testServer,
} from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { bodySchema, LONG_KINDS, make, makeLong, spoil } from '../testing/bodies.js'
import { Elsewhere } from '../testing/elsewhere.js'
import { oneOfEverything } from '../testing/fixtures.js'
import { held } from '../testing/held.js'

let school: TestServer
let built: BuiltClass
let own: Record<string, string>
let people: Person[]
const elsewhere = new Elsewhere()

beforeAll(async () => {
  school = await testServer()
  const { world } = school
  const teacher = await buildAccount(world, 'teacher', 'Ms Kestrel')
  built = await buildClass(world, {
    name: 'Tides',
    yearLabel: '',
    teacher,
    groups: { All: ['Anna Reyes', 'Bo Lund'] },
  })
  const anna = await buildAccount(world, 'pupil', 'Anna Reyes')
  await takePlace(world, built, 'Bo Lund', await buildAccount(world, 'pupil', 'Bo Lund'))
  own = { ...(await oneOfEverything(world, built, 'Anna Reyes', anna)), personId: anna.accountId }
  await follow(world, built, 'Anna Reyes', await buildAccount(world, 'family', 'Mr Reyes'))
  await buildOwner(world, 'Mr Siskin')
  people = [...NAMES.map(() => school.person()), school.person()]
  await signInAll()
})
afterAll(() => {
  elsewhere.stop()
  return school.stop()
})

const NAMES = ['ms.kestrel', 'anna.reyes', 'mr.reyes', 'mr.siskin']

/** Who comes in as somebody else is out where they were: they are signed in again before each route. */
async function signInAll(): Promise<void> {
  for (const [index, name] of NAMES.entries()) {
    const person = people[index] as Person
    if ((await person.ask('me', {})).reply?.account.userName !== name) await person.signIn(name)
  }
}

/** What ends sessions, opens a stream that does not end, or goes to another server. */
const LEFT_OUT: readonly RouteName[] = ['signOut', 'live', 'goToSchool', 'backFromSchool', 'moveClock']
const names = (Object.keys(routes) as RouteName[]).filter(name => !LEFT_OUT.includes(name))
const withBody = names.filter(
  name => bodySchema(name) && !('carries' in routes[name] && routes[name].carries === 'file'),
)

/** A connection that is cut says nothing of what was asked. */
const sent = (name: RouteName, answer: Promise<Response>) =>
  answer.catch(error => {
    throw new Error(`${name} got no answer`, { cause: error })
  })

async function send(person: Person, name: RouteName, body: string | undefined, type = 'application/json') {
  const { cookie } = person
  const response = await sent(
    name,
    person.fetch(addressOf(routes[name], own as never), {
      method: routes[name].method,
      ...(body !== undefined && { body, headers: { 'content-type': type } }),
    }),
  )
  await response.arrayBuffer()
  // whatever it did to the session, the next one is asked as before
  person.cookie = cookie
  return response.status
}

/** Another program may take the processor for a moment: what holds up the loop does so each time. */
async function heldEachTime(act: () => Promise<number>): Promise<readonly [number, number]> {
  let [status, least] = await held(act)
  for (let again = 0; again < 4 && least > MOST_HELD; again++) {
    const [next, longest] = await held(act)
    ;[status, least] = [next, Math.min(least, longest)]
  }
  return [status, least]
}

/** The same for a request that another process sends. */
async function heldFromElsewhere(person: Person, name: RouteName, body: string) {
  await elsewhere.prepare({
    address: school.address + addressOf(routes[name], own as never),
    method: routes[name].method,
    headers: { 'content-type': 'application/json', cookie: person.cookie },
    body,
  })
  const [status, longest] = await heldEachTime(() => elsewhere.send())
  expect(status, `${name} got no answer`).toBeGreaterThan(0)
  return [status, longest] as const
}

/** No work over so long on the main thread, in milliseconds. */
const MOST_HELD = 50
const SEED = 20_261_127

describe('whatever is sent', () => {
  it('at random, in the shape of the route and against it, is answered, and never with a fault', async () => {
    const random = new Seeded(SEED)
    for (const name of withBody) {
      await signInAll()
      const schema = bodySchema(name) ?? {}
      for (const person of people) {
        for (let n = 0; n < 2; n++) {
          const body = make(schema, { random })
          for (const text of [JSON.stringify(body), JSON.stringify(spoil(body, random)) ?? 'null']) {
            const status = await send(person, name, text)
            expect(status, `${name} ${text.slice(0, 300)}`).toBeLessThan(500)
          }
        }
      }
    }
  }, 600_000)

  it('as long as it may be, holds nobody up', async () => {
    const random = new Seeded(SEED)
    const [teacher, anna] = people as [Person, Person]
    const slow: string[] = []
    for (const name of withBody) {
      await signInAll()
      const limit = mostOfBody(name)
      for (let pick = 0; pick < LONG_KINDS; pick++) {
        const body = makeLong(bodySchema(name) ?? {}, limit, { random, pick })
        const person = /submission|place|ink|draft|answer/i.test(routes[name].path) ? anna : teacher
        const [status, longest] = await heldFromElsewhere(person, name, body)
        expect(status, `${name} ${pick}`).toBeLessThan(500)
        if (longest > MOST_HELD)
          slow.push(`${name} ${pick}: ${body.length} of ${limit}, ${Math.round(longest)} ms`)
      }
    }
    expect(slow).toEqual([])
  }, 900_000)

  it('that is no JSON, is packed, is too long or stands deep, is refused as such and holds nobody up', async () => {
    const [teacher] = people as [Person]
    for (const name of withBody) {
      const limit = mostOfBody(name)
      const bodies = [
        '[',
        '{"a":',
        '\u0000',
        '['.repeat(limit - 1),
        `${'['.repeat(limit / 2 - 1)}${']'.repeat(limit / 2 - 1)}`,
        '{"a":'.repeat(limit / 5 - 1),
        `"${'x'.repeat(limit + 1)}"`,
      ]
      for (const body of bodies) {
        const [status, longest] = await heldFromElsewhere(teacher, name, body)
        expect([400, 404, 409, 413, 422, 429], `${name} ${body.slice(0, 20)}`).toContain(status)
        expect(longest, `${name} ${body.slice(0, 20)}`).toBeLessThan(MOST_HELD)
      }
      expect(await send(teacher, name, '{}', 'application/json; charset=nonsense')).toBeLessThan(500)
    }
  }, 900_000)

  it('in another coding than it says is refused', async () => {
    await signInAll()
    // somebody who has not sent as much in the last minute
    const [, , somebody] = people as [Person, Person, Person]
    for (const coding of ['gzip', 'br', 'deflate', 'nonsense']) {
      const response = await somebody.fetch('/api/search', {
        method: 'POST',
        body: '{"words":"tide"}',
        headers: { 'content-type': 'application/json', 'content-encoding': coding },
      })
      expect([response.status, (await response.json()).error.code]).toEqual([400, 'body_unreadable'])
    }
  })
})

it('every address that leads nowhere, every id that is none and every odd header is answered without a fault', async () => {
  const odd = ['none', '%00', '%2e%2e%2f', '%ff', 'x'.repeat(300), "'", '__proto__', 'constructor']
  for (const name of names) {
    for (const value of odd) {
      const params = Object.fromEntries(Object.keys(own).map(key => [key, 'X']))
      const path = addressOf(routes[name], params as never).replaceAll('X', value)
      for (const person of [people[0], people[3], people.at(-1)]) {
        const response = await person?.fetch(path, { method: routes[name].method })
        await response?.arrayBuffer()
        expect(response?.status, `${name} ${value}`).toBeLessThan(500)
      }
    }
  }
}, 600_000)

it('the server is there at the end, and so are its people', async () => {
  await signInAll()
  expect((await people[0]?.ask('me', {}))?.status).toBe(200)
})
