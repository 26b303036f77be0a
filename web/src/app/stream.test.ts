import { createServer, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { EventSource } from 'eventsource'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { keepOpen, pauseBefore } from './stream.js'

let server: Server
let address: string
let open: ServerResponse[]
/** What the server answers now: a stream, or what a proxy says while it is away. */
let answers: 'stream' | 401 | 502 | 503 | 'cut'
let asked: number

beforeEach(async () => {
  open = []
  asked = 0
  answers = 'stream'
  server = createServer((request, response) => {
    asked += 1
    if (answers === 'cut') return request.socket.destroy()
    if (answers !== 'stream') return response.writeHead(answers, { 'content-type': 'text/html' }).end('away')
    response.writeHead(200, { 'content-type': 'text/event-stream' })
    response.write(': here\n\n')
    open.push(response)
  })
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
})
afterEach(() => {
  server.closeAllConnections()
  server.close()
})

/** A stream whose pauses are taken at once, and what was heard of it. */
function listen() {
  const heard: string[] = []
  const pauses: number[] = []
  let refusals = 0
  const close = keepOpen({
    open: () => new EventSource(address) as never,
    onMessage: text => heard.push(text),
    onBack: () => heard.push('back'),
    onRefused: () => void refusals++,
    random: () => 0.5,
    wait: (act, milliseconds) => {
      pauses.push(milliseconds)
      const timer = setTimeout(act, 5)
      return () => clearTimeout(timer)
    },
  })
  return { heard, pauses, close, refusals: () => refusals }
}

it.each([502, 503, 'cut'] as const)('is there again after %s, and says that it was away', async away => {
  const stream = listen()
  await expect.poll(() => open.length).toBe(1)
  open[0]?.write('data: one\n\n')
  await expect.poll(() => stream.heard).toEqual(['one'])
  answers = away
  open[0]?.destroy()
  await expect.poll(() => stream.pauses.length).toBeGreaterThan(4)
  answers = 'stream'
  await expect.poll(() => open.length).toBe(2)
  open[1]?.write('data: two\n\n')
  await expect.poll(() => stream.heard).toEqual(['one', 'back', 'two'])
  // each pause is longer than the one before, up to the longest
  expect(stream.pauses.slice(1, 5)).toEqual([...stream.pauses.slice(1, 5)].sort((a, b) => a - b))
  stream.close()
})

it('says each time that it is refused, and not where it is only cut', async () => {
  answers = 401
  const stream = listen()
  await expect.poll(stream.refusals).toBeGreaterThan(2)
  answers = 'stream'
  await expect.poll(() => open.length).toBe(1)
  answers = 'cut'
  const before = stream.refusals()
  const pauses = stream.pauses.length
  open[0]?.destroy()
  await expect.poll(() => stream.pauses.length).toBeGreaterThan(pauses + 2)
  expect(stream.refusals()).toBe(before)
  stream.close()
})

it('asks no more once it is closed', async () => {
  answers = 502
  const stream = listen()
  await expect.poll(() => asked).toBeGreaterThan(1)
  stream.close()
  const then = asked
  answers = 'stream'
  await new Promise(resolve => server.close(resolve))
  expect(asked).toBeLessThanOrEqual(then + 1)
  expect(open).toEqual([])
})

it('comes back spread over the time, and never waits longer than half a minute', () => {
  for (let times = 0; times < 12; times++) {
    const [soonest, latest] = [pauseBefore(times, () => 0), pauseBefore(times, () => 0.999_999)]
    expect(soonest).toBeGreaterThanOrEqual(500)
    expect(latest).toBeLessThanOrEqual(30_000)
    expect(latest / soonest).toBeGreaterThan(1.9)
  }
})
