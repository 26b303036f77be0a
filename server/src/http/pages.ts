import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Router } from 'express'
import staticGzip from 'express-static-gzip'
import { type FirstScreen, isWide, ROOT } from './firstScreens.js'
import { preloads } from './preloads.js'

const YEAR = 365 * 86_400_000

/** The built screens: hashed files, packed when they were built and kept for a year, and the one page, never kept. */
export function pages(folder: string, firstScreen: FirstScreen): Router {
  const page = readFileSync(join(folder, 'index.html'), 'utf8')
  const [head = '', rest = ''] = page.split('</head>')
  const [before = '', after = ''] = rest.split(ROOT)
  // what is seen comes before what runs: the letters and the styles, then the scripts
  const sheets = head.match(/<link rel="stylesheet"[^>]*>/g)?.join('') ?? ''
  const [first = '', ...runs] = head.replaceAll(/<link rel="stylesheet"[^>]*>/g, '').split(/(?=<script)/)
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
  router.get('/{*path}', async (request, response) => {
    response.set('cache-control', 'no-store').type('html')
    // what somebody shows by a link is for whoever has the link
    if (request.path.startsWith('/shared/')) response.set('x-robots-tag', 'noindex, nofollow')
    // what the page needs in any case is on its way while its first screen is made
    const { letters, scripts } = preloadsOf(request.path, request.get('accept-language'), isWide(request))
    const named = first.replace('%NONCE%', response.locals.nonce)
    response.write(`${named}${letters}${sheets}${runs.join('')}${scripts}</head>${before}`)
    response.end(`${await firstScreen(request, response)}${after}`)
  })
  return router
}
