import type { IncomingMessage, RequestListener, ServerResponse } from 'node:http'
import type { WireError } from '@oppen/contract'
import { escapeHtml } from '../html.js'

/** What a server that is starting or stopping is doing, in words for people. */
export type Doing = { readonly what: string; readonly number?: number; readonly of?: number }

/** Seconds after which a page or a program may ask again. */
const AGAIN = 2

const isPage = (request: IncomingMessage): boolean =>
  request.method === 'GET' && (request.headers.accept ?? '').includes('text/html')

/**
 * Answers everything while the server cannot serve yet, or no more: people see what it is doing, programs are told
 * when to ask again.
 */
export function notServing(doing: () => Doing): RequestListener {
  return (request, response) => {
    const now = doing()
    response.setHeader('retry-after', String(AGAIN))
    response.setHeader('cache-control', 'no-store')
    // nothing of a body is read: who sends one is answered and let go
    if (request.method !== 'GET' && request.method !== 'HEAD') response.setHeader('connection', 'close')
    response.statusCode = 503
    if (request.url === '/healthz') return json(response, { alive: true, serving: false, ...now })
    if (isPage(request)) return page(response, now)
    json(response, { error: { code: 'busy' } } satisfies WireError)
  }
}

function json(response: ServerResponse, value: unknown): void {
  response.setHeader('content-type', 'application/json')
  response.end(JSON.stringify(value))
}

function page(response: ServerResponse, { what, number, of }: Doing): void {
  const progress =
    number && of ? `<p><progress max="${of}" value="${number}"></progress> ${number} of ${of}</p>` : ''
  response.setHeader('content-type', 'text/html; charset=utf-8')
  response.setHeader(
    'content-security-policy',
    "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
  )
  response.end(`<!doctype html><html lang="en"><meta charset="utf-8"><title>Oppen is starting</title>
<meta http-equiv="refresh" content="${AGAIN}"><meta name="viewport" content="width=device-width, initial-scale=1">
<style>body{font:18px/1.5 system-ui;max-width:32rem;margin:4rem auto;padding:0 1rem;background:#fffdf8;color:#20302c}</style>
<main><h1>Oppen is starting</h1><p>${escapeHtml(what)}</p>${progress}
<p>This page looks again by itself.</p></main></html>`)
}
