import { randomBytes } from 'node:crypto'
import type { RequestHandler, Response } from 'express'
import helmet from 'helmet'
import { Refused } from '../refusal.js'

/** The worker that reads PDFs decodes scanned pages with modules of its own; no page and no other script may. */
const READS_PDF = /^\/assets\/pdf\.worker\.[\w.-]+\.mjs$/

/** Workers that fetch voices, or parts of themselves: a worker is held to the policy of its own file. */
const FETCHES = /^\/assets\/(?:voice|words)\.worker-[\w-]+\.js$/

/** Files of the screens: fetched by a page, never a page themselves. */
const IS_ASSET = /^\/assets\//

/** As the router reads addresses, in whatever case. */
const IS_ANSWER = /^\/api(\/|$)/i

/**
 * What is said with answers that are no page: there is nothing in them to run, frame or fetch. Files say more of their
 * own. Source: OWASP REST Security Cheat Sheet, "Security Headers", from memory.
 */
const OF_ANSWERS = Object.entries({
  'cache-control': 'no-store',
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
  'cross-origin-resource-policy': 'same-origin',
  'referrer-policy': 'no-referrer',
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
})

/**
 * What is said with a script, a style sheet or a font: a browser holds it to the policy of the page that asked. Opened
 * by itself it can do nothing. The headers of a page would weigh as much as a small script.
 */
const OF_ASSETS = Object.entries({
  'content-security-policy': "default-src 'none'",
  'cross-origin-resource-policy': 'same-origin',
  'x-content-type-options': 'nosniff',
})

/** For pages a content policy that lets nothing in from outside: own scripts, styles, fonts and pictures only. */
export function securityHeaders(): RequestHandler {
  const page = headers(["'self'"])
  const readsPdf = headers(["'self'", "'wasm-unsafe-eval'"])
  const fetches = headers(["'self'"])
  return (request, response, next) => {
    const few = IS_ANSWER.test(request.path)
      ? OF_ANSWERS
      : IS_ASSET.test(request.path)
        ? OF_ASSETS
        : undefined
    if (READS_PDF.test(request.path)) readsPdf(request, response, next)
    else if (FETCHES.test(request.path)) fetches(request, response, next)
    else if (few) {
      for (const [name, value] of few) response.setHeader(name, value)
      next()
    } else {
      response.locals.nonce = randomBytes(16).toString('base64')
      page(request, response, next)
    }
  }
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
