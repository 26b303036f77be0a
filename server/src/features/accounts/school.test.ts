import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buildAccount, DEMO_NOW, DEMO_SECRET, Person } from '@oppen/demo'
import { calculatePKCECodeChallenge } from 'openid-client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { fixedClock } from '../../clock.js'
import { type Listening, listen } from '../../listen.js'
import { openWorld, QUICK_HASHING } from '../../openWorld.js'
import type { World } from '../../world.js'
import { everybody } from './standInPeople.js'
import { challengeOf, standInProvider } from './standInProvider.js'

let world: World
let listening: Listening
let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-school-'))
  const standIn = standInProvider('Tern Hollow', () => listening.address)
  world = await openWorld({
    folder,
    school: { name: 'Tern Hollow School', zone: 'Europe/Lisbon' },
    clock: fixedClock(DEMO_NOW),
    hashing: QUICK_HASHING,
    schoolSignIn: standIn.signIn,
  })
  listening = await listen(world, { port: 0, standIn: standIn.router(everybody(world, DEMO_SECRET)) })
  await buildAccount(world, 'pupil', 'Anna Reyes')
  await buildAccount(world, 'teacher', 'Ms Kestrel')
})
afterAll(async () => {
  await listening.stop()
  await rm(folder, { recursive: true, force: true })
})

const person = () => new Person(listening.address)
/** The address that an answer sends on to, without going there. */
const onTo = (answer: Response) => new URL(answer.headers.get('location') ?? '', listening.address)
const continueLineage = (who: Person, address: URL | string, init: RequestInit = {}) =>
  who.fetch(String(address).replace(listening.address, ''), { redirect: 'manual', ...init })
const signInAt = (who: Person, provider: URL, userName: string, secret = DEMO_SECRET) =>
  continueLineage(who, provider, {
    method: 'POST',
    body: new URLSearchParams({ userName, secret }),
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
  })

describe('the challenge of PKCE', () => {
  // RFC 7636, appendix B
  const verifier = 'dBjftJeZ4CVP-mB92K27uhbUJU1p1r_wW1gFWFOEjXk'
  const challenge = 'E9Melhoa2OwvFrEMTJguCHaoeK1t8URWbuGJSstw-cM'

  it('is what the example in the standard says, at both ends', async () => {
    expect(challengeOf(verifier)).toBe(challenge)
    expect(await calculatePKCECodeChallenge(verifier)).toBe(challenge)
  })
})

describe('signing in with the account of the school', () => {
  it('goes to the provider with a challenge and comes back into the account of the same user name', async () => {
    const anna = person()
    const provider = onTo(await continueLineage(anna, '/api/entry/school'))
    expect(provider.pathname).toBe('/stand-in-school/authorize')
    expect(provider.searchParams.get('code_challenge_method')).toBe('S256')
    expect(provider.searchParams.get('code_challenge')).toMatch(/^[\w-]{43}$/)
    expect((await continueLineage(anna, provider)).status).toBe(200)
    expect((await signInAt(anna, provider, 'anna.reyes', 'wrong')).status).toBe(403)
    const back = onTo(await signInAt(anna, provider, 'anna.reyes'))
    expect(back.pathname).toBe('/api/entry/school/back')
    expect(onTo(await continueLineage(anna, back)).pathname).toBe('/today')
    expect((await anna.get('me', {})).account.userName).toBe('anna.reyes')
    expect((await anna.get('seeAccount', {})).sessions[0]?.cameBy).toBe('school')
    // the code is good once, and the check that belonged to it is gone
    expect(onTo(await continueLineage(anna, back)).search).toBe('?school=failed')
  })

  it('does not take an answer that this device did not ask for, nor another’s code', async () => {
    const [mine, theirs] = [person(), person()]
    const provider = onTo(await continueLineage(theirs, '/api/entry/school'))
    const back = onTo(await signInAt(theirs, provider, 'ms.kestrel'))
    expect(onTo(await continueLineage(mine, back)).search).toBe('?school=failed')
    await continueLineage(mine, '/api/entry/school')
    expect(onTo(await continueLineage(mine, back)).search).toBe('?school=failed')
    expect(await mine.ask('me', {})).toMatchObject({ status: 401 })
  })

  it('knows the person again by the identity, also under another user name', async () => {
    const anna = person()
    await world.db.write(() =>
      world.db.run("update accounts set user_name = 'anna.r' where user_name = 'anna.reyes'"),
    )
    const known = await world.db.row<{ n: number }>(
      'select count(*) as n from accounts where identity is not null',
    )
    expect(known?.n).toBe(1)
    const provider = onTo(await continueLineage(anna, '/api/entry/school'))
    onTo(await continueLineage(anna, onTo(await signInAt(anna, provider, 'anna.r'))))
    expect((await anna.get('me', {})).account.userName).toBe('anna.r')
  })

  it('is offered on Welcome only where the school has such an account', async () => {
    expect(await person().get('seeWelcome', {})).toEqual({
      school: 'Tern Hollow School',
      schoolAccount: 'Tern Hollow',
      tablet: false,
      ownerless: true,
    })
  })
})

describe('the stand-in’s token endpoint', () => {
  it('refuses a verifier that does not fit the challenge', async () => {
    const who = person()
    const provider = onTo(await continueLineage(who, '/api/entry/school'))
    const code = onTo(await signInAt(who, provider, 'ms.kestrel')).searchParams.get('code') ?? ''
    const ask = (verifier: string) =>
      who.fetch('/stand-in-school/token', {
        method: 'POST',
        headers: { 'content-type': 'application/x-www-form-urlencoded' },
        body: new URLSearchParams({
          grant_type: 'authorization_code',
          code,
          redirect_uri: provider.searchParams.get('redirect_uri') ?? '',
          client_id: 'oppen',
          code_verifier: verifier,
        }),
      })
    const answer = await ask('a'.repeat(43))
    expect(answer.status).toBe(400)
    expect(await answer.json()).toEqual({ error: 'invalid_grant' })
  })
})
