import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Router } from 'express'
import staticGzip from 'express-static-gzip'
import { preloads } from './preloads.js'

const YEAR = 365 * 86_400_000

/** The built screens: hashed files, packed when they were built and kept for a year, and the one page, never kept. */
export function pages(folder: string): Router {
  const page = readFileSync(join(folder, 'index.html'), 'utf8')
  const preloadsOf = preloads(folder)
  const router = Router()
  router.use(
    '/assets',
    staticGzip(join(folder, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      serveStatic: { immutable: true, maxAge: YEAR, fallthrough: false },
    }),
  )
  router.use(staticGzip(folder, { index: false, serveStatic: { maxAge: 0 } }))
  router.get('/{*path}', (request, response) => {
    const early = preloadsOf(request.path, request.get('accept-language'))
    response.set('cache-control', 'no-store').type('html')
    response.send(page.replace('%NONCE%', response.locals.nonce).replace('</head>', () => `${early}</head>`))
  })
  return router
}
