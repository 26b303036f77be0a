import { randomBytes } from 'node:crypto'
import type { RequestHandler, Response } from 'express'
import helmet from 'helmet'
import { Refused } from '../refusal.js'

/** The worker that reads PDFs decodes scanned pages with modules of its own; no page and no other script may. */
const READS_PDF = /^\/assets\/pdf\.worker\.[\w.-]+\.mjs$/

/** A content policy that lets nothing in from outside: own scripts, styles, fonts and pictures only. */
export function securityHeaders(): RequestHandler[] {
  const nonce: RequestHandler = (_, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64')
    next()
  }
  const usual = headers(["'self'"])
  const readsPdf = headers(["'self'", "'wasm-unsafe-eval'"])
  return [
    nonce,
    (request, response, next) => (READS_PDF.test(request.path) ? readsPdf : usual)(request, response, next),
  ]
}

const headers = (scriptSrc: string[]) =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc,
        styleSrc: ["'self'", (_, response) => `'nonce-${(response as Response).locals.nonce}'`],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        // recordings, also those that are still on the device
        mediaSrc: ["'self'", 'blob:'],
        workerSrc: ["'self'"],
        connectSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // whether the address is https is for whoever puts it there to say
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: false,
  })

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/**
 * Lets a change through only from a page of our own origin: browsers say where a request comes from in
 * Sec-Fetch-Site or Origin, and the session cookie is SameSite=Lax besides.
 */
export const sameSiteOnly =
  (hosts: ReadonlySet<string>): RequestHandler =>
  (request, _response, next) => {
    if (SAFE.has(request.method)) return next()
    const site = request.get('sec-fetch-site')
    if (site) return site === 'same-origin' ? next() : next(new Refused('cross_site'))
    const origin = request.get('origin')
    if (origin && !hosts.has(hostOf(origin) ?? '')) return next(new Refused('cross_site'))
    next()
  }

function hostOf(origin: string): string | undefined {
  try {
    return new URL(origin).host
  } catch {
    return undefined
  }
}
