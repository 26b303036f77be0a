import { Agent, get } from 'node:http'

/**
 * Holds open screens in a process of its own. Each has a stream, as the page of somebody does, and opens it anew where it
 * is cut, with the pauses of `web/src/app/stream.ts`; then it reads again what it shows. Told over standard input how many
 * there should be; says how many are there, and how many have come back since it was told `cut`.
 */
const { SCREENS_ADDRESS = '', SCREENS_COOKIES = '[]' } = process.env
const cookies = JSON.parse(SCREENS_COOKIES) as string[]
const streams = new Agent({ keepAlive: false, maxSockets: Number.POSITIVE_INFINITY })
const reads = new Agent({ keepAlive: true, maxSockets: 200 })
let wanted = 0
let open = 0
let back = 0

const FIRST = 1_000
const LONGEST = 30_000

function pauseBefore(times: number): number {
  const most = Math.min(LONGEST, FIRST * 2 ** times)
  return most / 2 + (Math.random() * most) / 2 + (times === 0 ? Math.random() * FIRST : 0)
}

const say = (): void => void process.stdout.write(`open ${open} back ${back}\n`)

/** Keeps one screen open for ever. */
function keepOpen(cookie: string, times = 0, wasOpen = false): void {
  let over = false
  const again = (had: boolean): void => {
    if (over) return
    over = true
    if (had) open--
    setTimeout(() => keepOpen(cookie, had ? 0 : times + 1, true), pauseBefore(had ? 0 : times))
  }
  const request = get(`${SCREENS_ADDRESS}/api/live`, {
    agent: streams,
    headers: { cookie, accept: 'text/event-stream' },
  })
  request.once('error', () => again(false))
  request.once('response', response => {
    if (response.statusCode !== 200) {
      response.resume()
      return again(false)
    }
    request.removeAllListeners('error').on('error', () => again(true))
    response.on('close', () => again(true)).resume()
    open++
    if (!wasOpen) {
      if (open === wanted) say()
      return
    }
    void Promise.all(['/api/me', '/api/today'].map(path => read(path, cookie))).then(() => {
      back++
      if (back === wanted) say()
    })
  })
}

function read(path: string, cookie: string): Promise<void> {
  return new Promise(resolve => {
    get(`${SCREENS_ADDRESS}${path}`, { agent: reads, headers: { cookie } }, response => {
      response.on('close', resolve).resume()
    }).on('error', () => resolve())
  })
}

process.stdin.on('data', chunk => {
  const asked = String(chunk).trim()
  if (asked === 'cut') {
    back = 0
    return
  }
  const before = wanted
  wanted = Number(asked)
  for (let n = before; n < wanted; n++)
    // a few at a time: they are to be there, and this is not what is measured
    setTimeout(() => keepOpen(cookies[n % cookies.length] ?? ''), (n - before) * 2)
})
