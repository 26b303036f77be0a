import type { IncomingMessage, RequestListener, ServerResponse } from 'node:http'
import type { WireError } from '@oppen/contract'
import { screenLanguage } from '@oppen/core/language'
import type { Doing } from '../doing.js'
import { escapeHtml } from '../html.js'
import { sayIn } from '../words/index.js'
import { languagesOf } from './preloads.js'

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
    if (request.url === '/healthz') {
      const { what, said, ...step } = now
      return json(response, { alive: true, serving: false, what: sayIn('en')(what, said), ...step })
    }
    if (isPage(request)) return page(request, response, now)
    json(response, { error: { code: 'busy' } } satisfies WireError)
  }
}

function json(response: ServerResponse, value: unknown): void {
  response.setHeader('content-type', 'application/json')
  response.end(JSON.stringify(value))
}

function page(request: IncomingMessage, response: ServerResponse, { what, said, number, of }: Doing): void {
  const language = screenLanguage(languagesOf(request.headers['accept-language']))
  const say = sayIn(language)
  const written = (...asked: Parameters<typeof say>) => escapeHtml(say(...asked))
  const progress =
    number && of
      ? `<p><progress max="${of}" value="${number}"></progress> ${written('starting_progress', { number, of })}</p>`
      : ''
  response.setHeader('content-type', 'text/html; charset=utf-8')
  response.setHeader(
    'content-security-policy',
    "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
  )
  response.end(`<!doctype html><html lang="${language}"><meta charset="utf-8"><title>${written('starting_title')}</title>
<meta http-equiv="refresh" content="${AGAIN}"><meta name="viewport" content="width=device-width, initial-scale=1">
<style>body{font:18px/1.5 system-ui;max-width:32rem;margin:4rem auto;padding:0 1rem;background:#fffdf8;color:#20302c}</style>
<main><h1>${written('starting_title')}</h1><p>${written(what, said)}</p>${progress}
<p>${written('starting_again')}</p></main></html>`)
}
