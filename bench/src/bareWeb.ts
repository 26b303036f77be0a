import { readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { brotliCompressSync } from 'node:zlib'

/** Serves the bare page, its one script packed as ours are, and the data of one screen as fixed bytes. */
const { BARE_SCRIPT = '', BARE_DATA = '' } = process.env
const page = `<!doctype html><html lang="en"><head><meta charset="utf-8" /><meta name="viewport" content="width=device-width, initial-scale=1" /><title>Bare</title><script type="module" src="/page.js"></script></head><body><div id="root"></div></body></html>`
const files: Record<string, { type: string; body: Buffer; packed?: true }> = {
  '/': { type: 'text/html', body: Buffer.from(page) },
  '/page.js': { type: 'text/javascript', body: brotliCompressSync(readFileSync(BARE_SCRIPT)), packed: true },
  '/data': { type: 'application/json', body: readFileSync(BARE_DATA) },
}

const server = createServer((request, response) => {
  const file = files[request.url ?? '']
  if (!file) return void response.writeHead(404).end()
  response.writeHead(200, {
    'content-type': file.type,
    'content-length': file.body.length,
    'cache-control': 'no-store',
    ...(file.packed && { 'content-encoding': 'br' }),
  })
  response.end(file.body)
})
server.listen(0, '127.0.0.1', () => {
  const address = server.address()
  if (address && typeof address === 'object') process.stdout.write(`bare page on ${address.port}\n`)
})
