import { createServer, type ServerResponse } from 'node:http'

/** The bare baseline of what is told live: whatever is posted is written to every stream, and nothing is kept. */
const streams = new Set<ServerResponse>()
const server = createServer((request, response) => {
  if (request.method === 'GET') {
    response.writeHead(200, { 'content-type': 'text/event-stream' })
    response.flushHeaders()
    streams.add(response)
    response.on('close', () => streams.delete(response))
    return
  }
  let text = ''
  request.on('data', chunk => {
    text += chunk
  })
  request.on('end', () => {
    for (const stream of streams) stream.write(`data: ${text}\n\n`)
    response.setHeader('content-type', 'application/json')
    response.end('{}')
  })
})
server.listen(0, '127.0.0.1', () => {
  const address = server.address()
  process.stdout.write(`bare on ${typeof address === 'object' ? address?.port : ''}\n`)
})
