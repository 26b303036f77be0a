import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import express from 'express'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ROOT } from './firstScreens.js'
import { pages } from './pages.js'
import { securityHeaders } from './security.js'

let folder: string
let server: Server
let address: string

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-pages-'))
  const parts = join(folder, 'assets', 'pdfjs-1', 'wasm')
  await mkdir(parts, { recursive: true })
  const files = {
    'index.html': `<head><meta name="csp-nonce" content="%NONCE%"></head><body>${ROOT}</body>`,
    'sw.js': '1',
    'assets/pdf.worker.min-Ab_1.mjs': 'w',
    'assets/pdf-Ab_1.js': 'let x',
    'assets/pdf-Ab_1.js.br': brotliCompressSync('let x'),
    'assets/pdfjs-1/wasm/jbig2.wasm': Buffer.from([0, 97, 115, 109]),
  }
  for (const [name, content] of Object.entries(files)) await writeFile(join(folder, name), content)
  const app = express().use(
    securityHeaders(),
    pages(folder, async () => ROOT),
  )
  server = app.listen(0)
  await new Promise(ready => server.once('listening', ready))
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(async () => {
  server.closeAllConnections()
  await new Promise(done => server.close(done))
  await rm(folder, { recursive: true, force: true })
})

const get = (path: string, headers = {}) => fetch(address + path, { headers })
const policyOf = async (path: string) => (await get(path)).headers.get('content-security-policy')

describe('the page', () => {
  it.each(['/', '/today', '/c/some/week'])(
    'stands at %s, is never kept, and has a nonce of its own',
    async path => {
      const [one, other] = [await get(path), await get(path)]
      expect([one.status, one.headers.get('cache-control')]).toEqual([200, 'no-store'])
      const nonce = /content="([^"]+)"/.exec(await one.text())?.[1] ?? ''
      expect(one.headers.get('content-security-policy')).toContain(`'nonce-${nonce}'`)
      expect(await other.text()).not.toContain(nonce)
    },
  )

  it('lets no script run but our own files', async () => {
    expect(await policyOf('/')).toMatch(/script-src 'self';/)
  })
})

describe('a file of the screens', () => {
  it('is kept for a year under its name, and comes packed to whoever unpacks it', async () => {
    const answer = await get('/assets/pdf-Ab_1.js', { 'accept-encoding': 'br' })
    expect(answer.headers.get('cache-control')).toMatch(/max-age=31536000, immutable/)
    expect(answer.headers.get('content-encoding')).toBe('br')
    expect(await answer.text()).toBe('let x')
  })

  it('that is gone is said to be gone: the page would be taken for a script', async () => {
    expect((await get('/assets/pdf-Zz_9.js')).status).toBe(404)
  })

  it('that reads PDFs may decode with modules of its own, and no other', async () => {
    expect(await policyOf('/assets/pdf.worker.min-Ab_1.mjs')).toMatch(/script-src 'self' 'wasm-unsafe-eval';/)
    expect(await policyOf('/assets/pdf-Ab_1.js')).toBe("default-src 'none'")
    for (const path of ['/sw.js', '/today/assets/pdf.worker.min-Ab_1.mjs'])
      expect(await policyOf(path), path).toMatch(/script-src 'self';/)
    const { headers } = await get('/assets/pdfjs-1/wasm/jbig2.wasm')
    expect(headers.get('content-type')).toBe('application/wasm')
  })
})
