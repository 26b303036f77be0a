import { readdir, readFile } from 'node:fs/promises'
import { createConnection } from 'node:net'
import { join } from 'node:path'
import { buildAccount, Person, testServer } from '@oppen/demo'
import PostalMime from 'postal-mime'
import { afterEach, expect, it } from 'vitest'
import { type Port, takePort } from './listen.js'

const ports: Port[] = []
afterEach(async () => {
  for (const port of ports.splice(0)) await port.close()
})

async function taken(): Promise<Port> {
  const port = await takePort({ port: 0 })
  ports.push(port)
  return port
}

it('answers from the first moment on, with what the server is doing', async () => {
  const port = await taken()
  port.say({ what: 'starting_search', said: { count: 4000 }, number: 2, of: 5 })
  const page = await fetch(`${port.address}/c/one/week`, { headers: { accept: 'text/html' } })
  expect([page.status, page.headers.get('retry-after')]).toEqual([503, '2'])
  expect(await page.text()).toMatch(/Oppen is starting.*4000 texts so far.*<progress max="5" value="2">/s)
  const portuguese = await fetch(port.address, { headers: { accept: 'text/html', 'accept-language': 'pt' } })
  expect(await portuguese.text()).toMatch(/lang="pt".*O Oppen está a iniciar.*4000 textos.*2 de 5/s)
  const program = await fetch(`${port.address}/api/me`)
  expect([program.status, await program.json()]).toEqual([503, { error: { code: 'busy' } }])
  expect(await (await fetch(`${port.address}/healthz`)).json()).toEqual({
    alive: true,
    serving: false,
    what: 'Reading what can be searched: 4000 texts so far.',
    number: 2,
    of: 5,
  })
})

it('says which port cannot be had, and why', async () => {
  const port = await taken()
  const number = Number(new URL(port.address).port)
  await expect(takePort({ port: number })).rejects.toMatchObject({
    code: 'port_taken',
    message: expect.stringMatching(new RegExp(`Port ${number} of 127.0.0.1 cannot be had \\(EADDRINUSE\\)`)),
  })
  await expect(takePort({ port: 0, host: '203.0.113.7' })).rejects.toMatchObject({ code: 'port_taken' })
})

it('stops soon, whoever hangs on: what was begun is answered, idle connections end', async () => {
  const school = await testServer()
  await buildAccount(school.world, 'teacher', 'Ms Kestrel')
  const teacher = await school.person().signIn('ms.kestrel')
  const stream = await teacher.fetch('/api/live', { headers: { accept: 'text/event-stream' } })
  const { port } = new URL(school.address)
  // one that is idle, one that never ends its head, one that never ends its body
  const hanging = [
    '',
    'GET /api/me HTTP/1.1\r\nHost: x',
    `POST /api/sign-in HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nContent-Length: 900\r\nContent-Type: application/json\r\n\r\n{"`,
  ].map(text => {
    const socket = createConnection(Number(port), '127.0.0.1')
    socket.on('error', () => undefined)
    socket.write(text)
    return new Promise(resolve => socket.once('close', resolve))
  })
  // one that is in the middle of its body when the server is told to stop
  const begun = createConnection(Number(port), '127.0.0.1')
  let answer = ''
  begun.on('data', part => {
    answer += part
  })
  const body = '{"name":"Tides","yearLabel":"","groupName":"All"}'
  const head = `POST /api/classes HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nCookie: ${teacher.cookie}\r\nContent-Type: application/json\r\nContent-Length: ${body.length}\r\nExpect: 100-continue\r\n\r\n`
  begun.write(head + body.slice(0, 20))
  // the server has read its head
  await expect.poll(() => answer).toContain('100 Continue')
  await expect.poll(() => school.world.live.size).toBe(1)
  const began = performance.now()
  const stopped = school.stop()
  begun.write(body.slice(20))
  await stopped
  // two seconds of grace, and what a slow machine needs besides; who hangs on would keep it for ever
  expect(performance.now() - began).toBeLessThan(10_000)
  expect(answer).toMatch(/HTTP\/1\.1 200 .*"classId"/s)
  await Promise.all(hanging)
  await stream.body?.cancel().catch(() => undefined)
})

it('is asked by its own name or this machine’s, and by no other', async () => {
  const school = await testServer({ address: 'https://oppen.school.example' })
  const { port, hostname } = new URL(school.address)
  const ask = (host: string, method = 'GET') =>
    new Promise<string>((resolve, reject) => {
      const socket = createConnection(Number(port), hostname)
      let answer = ''
      socket.on('data', part => {
        answer += part
      })
      socket.once('error', reject)
      socket.once('close', () => resolve(answer))
      socket.write(`${method} /api/welcome HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`)
    })
  for (const host of [
    'oppen.school.example',
    `127.0.0.1:${port}`,
    `localhost:${port}`,
    'OPPEN.school.example',
  ])
    expect(await ask(host), host).toMatch(/^HTTP\/1\.1 (200|404)/)
  for (const host of [
    'evil.example',
    'oppen.school.example.evil.example',
    '127.0.0.1',
    `evil.example:${port}`,
    '',
  ])
    expect(await ask(host), host).toMatch(/^HTTP\/1\.1 4(21|00)/)
  await school.stop()
})

it('puts its own address into letters, whatever a request says of it', async () => {
  const school = await testServer({ address: 'https://oppen.school.example' })
  const teacher = await buildAccount(school.world, 'teacher', 'Ms Kestrel')
  await school.world.db.write(() =>
    school.world.db.run("update accounts set email = 'k@school.example' where id = $id", {
      id: teacher.accountId,
    }),
  )
  const stranger = new Person(school.address)
  const forged = await stranger.fetch('/api/entry/forgot', {
    method: 'POST',
    body: '{"userName":"ms.kestrel"}',
    headers: {
      'content-type': 'application/json',
      'x-forwarded-host': 'evil.example',
      forwarded: 'host=evil.example',
    },
  })
  expect(forged.status).toBe(200)
  const outbox = school.world.mailTransport.outbox ?? ''
  await expect.poll(() => readdir(outbox).catch(() => [])).toHaveLength(1)
  const [file = ''] = await readdir(outbox)
  const { text } = await PostalMime.parse(await readFile(join(outbox, file)))
  expect(text).toContain('https://oppen.school.example/reset#')
  expect(text).not.toContain('evil')
  await school.stop()
})
