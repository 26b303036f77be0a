import { createReadStream, statSync } from 'node:fs'
import { createServer } from 'node:http'
import { pipeline } from 'node:stream'

/** A static server of one file in ranges, with no session and no permission. */
const { BARE_VIDEO = '' } = process.env
const { size } = statSync(BARE_VIDEO)
const server = createServer((request, response) => {
  const [, from = '0', to = ''] = /bytes=(\d+)-(\d*)/.exec(request.headers.range ?? '') ?? []
  const start = Number(from)
  const end = to ? Math.min(Number(to), size - 1) : size - 1
  response.writeHead(206, {
    'content-type': 'video/webm',
    'content-length': end - start + 1,
    'content-range': `bytes ${start}-${end}/${size}`,
  })
  pipeline(createReadStream(BARE_VIDEO, { start, end }), response, () => undefined)
})
server.listen(0, '127.0.0.1', () => {
  const address = server.address()
  if (address && typeof address === 'object') process.stdout.write(`bare video on ${address.port}\n`)
})
