import { Agent, get } from 'node:http'

/**
 * Open screens that hear what is said, in a process of their own. A message of the bench carries its number and when it was
 * sent, on the clock that all processes of a machine share. Says when all are there; on `report`, how long each took to be seen.
 */
const { SCREENS_ADDRESS = '', SCREENS_COOKIES = '[]', SCREENS_WANTED = '0' } = process.env
const cookies = JSON.parse(SCREENS_COOKIES) as string[]
const wanted = Number(SCREENS_WANTED)
const agent = new Agent({ keepAlive: false, maxSockets: Number.POSITIVE_INFINITY })
const MARK = /bench (\d+) (\d+) end/g

let open = 0
/** How often each screen has seen each message, by "screen message". */
const seen = new Map<string, number>()
const took: number[] = []

function watch(screen: number): void {
  const headers = { cookie: cookies[screen % cookies.length] ?? '', accept: 'text/event-stream' }
  get(SCREENS_ADDRESS, { agent, headers }, response => {
    if (response.statusCode !== 200) throw new Error(`a screen is answered ${response.statusCode}`)
    open++
    if (open === wanted) process.stdout.write('open\n')
    response.setEncoding('utf8')
    let rest = ''
    response.on('data', chunk => {
      const now = process.hrtime.bigint()
      const lines = (rest + chunk).split('\n')
      rest = lines.pop() ?? ''
      for (const line of lines)
        for (const [, number, sent] of line.matchAll(MARK)) {
          const key = `${screen} ${number}`
          seen.set(key, (seen.get(key) ?? 0) + 1)
          took.push(Number(now - BigInt(sent ?? 0)) / 1e6)
        }
    })
  })
}
for (let screen = 0; screen < wanted; screen++) setTimeout(() => watch(screen), screen * 3)

process.stdin.on('data', () => {
  const doubled = [...seen.values()].filter(count => count > 1).length
  process.stdout.write(`${JSON.stringify({ took, seen: seen.size, doubled })}\n`)
})
