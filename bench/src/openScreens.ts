import { Agent, get } from 'node:http'

/**
 * Holds open screens in a process of its own: a stream each, that hears and does nothing more. Told over standard input
 * how many there should be; says when they are there, and what they have heard.
 */
const { SCREENS_ADDRESS = '', SCREENS_COOKIES = '[]' } = process.env
const cookies = JSON.parse(SCREENS_COOKIES) as string[]
const agent = new Agent({ keepAlive: false, maxSockets: Number.POSITIVE_INFINITY })
let open = 0
let heard = 0

function openOne(cookie: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const request = get(`${SCREENS_ADDRESS}/api/live`, {
      agent,
      headers: { cookie, accept: 'text/event-stream' },
    })
    request.once('error', reject)
    request.once('response', response => {
      if (response.statusCode !== 200) return reject(new Error(`a stream answered ${response.statusCode}`))
      response.on('data', () => heard++)
      open++
      resolve()
    })
  })
}

process.stdin.on('data', async chunk => {
  const wanted = Number(String(chunk))
  while (open < wanted) {
    const some = Array.from({ length: Math.min(50, wanted - open) }, (_, n) =>
      openOne(cookies[(open + n) % cookies.length] ?? ''),
    )
    await Promise.all(some)
  }
  process.stdout.write(`open ${open} heard ${heard}\n`)
})
process.stdout.write('screens on 1\n')
