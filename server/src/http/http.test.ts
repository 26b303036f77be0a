import { once } from 'node:events'
import { type IncomingMessage, request } from 'node:http'
import type { AddressInfo } from 'node:net'
import { Writable } from 'node:stream'
import { buildAccount, type Person, type TestServer, testServer } from '@oppen/demo'
import { pino } from 'pino'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createApp } from '../app.js'

let school: TestServer
let teacher: Person
const logged: string[] = []

beforeAll(async () => {
  const log = pino(
    { level: 'info' },
    new Writable({
      write: (chunk, _, done) => {
        logged.push(String(chunk))
        done()
      },
    }),
  )
  school = await testServer({ log })
  await buildAccount(school.world, 'teacher', 'Ms Kestrel')
  teacher = await school.person().signIn('ms.kestrel')
})
afterAll(() => school.stop())

const change = (headers: Record<string, string>, body = '{"what":"today"}') =>
  teacher.fetch('/api/read-markers', {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body,
  })

describe('a change', () => {
  it('from another site is not done, however the browser says so', async () => {
    const ways: Record<string, string>[] = [
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
      { origin: 'https://elsewhere.example' },
      { origin: 'null' },
    ]
    for (const headers of ways) {
      const answer = await change(headers)
      expect(answer.status).toBe(403)
      expect(await answer.json()).toEqual({ error: { code: 'cross_site' } })
    }
  })

  it('from our own page is done', async () => {
    expect((await change({ 'sec-fetch-site': 'same-origin' })).status).toBe(200)
    expect((await change({ origin: school.address })).status).toBe(200)
  })
})

describe('a body', () => {
  it.each([
    ['that is no JSON', '{"what":', 400, 'body_unreadable'],
    ['of the wrong shape', '{"what":5}', 422, 'shape_wrong'],
    ['far too large', JSON.stringify({ what: 'x'.repeat(3_000_000) }), 413, 'body_too_large'],
  ])('%s is refused', async (_, body, status, code) => {
    const answer = await change({}, body)
    expect(answer.status).toBe(status)
    expect((await answer.json()).error.code).toBe(code)
  })

  it('of the wrong shape names the field', async () => {
    expect((await (await change({}, '{"what":5}')).json()).error.path).toBe('what')
  })
})

it('the session cookie is for the server alone and goes to no other site', async () => {
  const answer = await fetch(`${school.address}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{"userName":"ms.kestrel","secret":"tern-hollow"}',
  })
  expect(answer.headers.getSetCookie()[0]).toMatch(
    /^oppen=[\w-]{43}; Max-Age=\d+; Path=\/; HttpOnly; SameSite=Lax$/,
  )
})

it('cookies go by https alone where the school has such an address, whatever stands before it', async () => {
  const app = createApp({ ...school.world, address: 'https://school.example' }, { listening: school.address })
  const server = app.listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo
  // a proxy that says nothing of how it was asked itself
  const answer = await new Promise<IncomingMessage>((resolve, reject) => {
    const headers = { host: 'school.example', 'content-type': 'application/json' }
    request({ port, path: '/api/sign-in', method: 'POST', headers }, resolve)
      .on('error', reject)
      .end('{"userName":"ms.kestrel","secret":"tern-hollow"}')
  })
  answer.resume()
  expect(answer.headers['set-cookie']?.length).toBeGreaterThan(0)
  for (const cookie of answer.headers['set-cookie'] ?? []) expect(cookie).toMatch(/; Secure/)
  server.close()
})

it('answers carry a strict policy and are not kept by anybody between', async () => {
  // the router takes an address in any case
  for (const path of ['/api/me', '/API/me', '/api']) {
    const { headers } = await teacher.fetch(path)
    expect(headers.get('content-security-policy'), path).toMatch(/default-src 'none'/)
    expect(headers.get('content-security-policy'), path).not.toMatch(/unsafe/)
    expect(headers.get('x-content-type-options'), path).toBe('nosniff')
    expect(headers.get('cache-control'), path).toBe('no-store')
    expect(headers.get('x-powered-by'), path).toBeNull()
  }
})

it('says that it is alive', async () => {
  const answer = await fetch(`${school.address}/healthz`)
  expect([answer.status, await answer.json()]).toEqual([
    200,
    { alive: true, backups: { state: 'off', lastAt: null } },
  ])
})

it('an address of the interface that does not exist is answered like any other', async () => {
  const answer = await teacher.fetch('/api/nothing/here')
  expect([answer.status, await answer.json()]).toEqual([404, { error: { code: 'not_found' } }])
})

it('the log has each request in a line of its own, and neither secrets nor cookies', () => {
  const lines = logged.map(line => JSON.parse(line))
  expect(lines.some(line => line.req?.url === '/api/me' && line.res?.statusCode === 200)).toBe(true)
  expect(logged.join()).not.toMatch(/tern-hollow|oppen=|argon2/)
})
