import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import express, { Router } from 'express'

const YEAR = '365d'

/** The built screens: hashed files kept for a year, and the one page, with a fresh nonce each time. */
export function pages(folder: string): Router {
  const page = readFileSync(join(folder, 'index.html'), 'utf8')
  const router = Router()
  router.use(compression())
  router.use(
    '/assets',
    express.static(join(folder, 'assets'), { immutable: true, maxAge: YEAR, fallthrough: false }),
  )
  router.use(express.static(folder, { index: false }))
  router.get('/{*path}', (_, response) => {
    response.set('cache-control', 'no-store').type('html')
    response.send(page.replace('%NONCE%', response.locals.nonce))
  })
  return router
}
