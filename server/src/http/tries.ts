import type { ErrorCode, Route } from '@oppen/contract'
import type { Request, RequestHandler, Response } from 'express'
import rateLimit, { ipKeyGenerator } from 'express-rate-limit'
import { Refused } from '../refusal.js'

const WINDOW_MINUTES = 15

/**
 * Wrong tries in a quarter of an hour. One address can be a whole school, so it is given what a school of
 * mistyping children needs; one name is given what one forgetful person needs.
 */
export const ALLOWED = {
  codesFromOneAddress: 150,
  secretsFromOneAddress: 300,
  secretsForOneName: 10,
} as const

/** Refusals that tell a guesser something; what the check of a code catches is no try. */
const TELLING: readonly ErrorCode[] = ['code_unknown', 'key_unknown', 'sign_in_wrong']

/** Notes a refusal on the reply, so that only wrong tries are counted. */
export function noteTry(response: Response, code: ErrorCode): void {
  response.locals.wrongTry = TELLING.includes(code)
}

/** The allowances that a route draws on. Each call makes its own counters: one server, one set. */
export function limitsFor(spec: Pick<Route, 'tries' | 'path'>): RequestHandler[] {
  if (spec.tries === 'code') return [limit(ALLOWED.codesFromOneAddress, byAddress)]
  if (spec.tries === 'secret') {
    return [limit(ALLOWED.secretsFromOneAddress, byAddress), limit(ALLOWED.secretsForOneName, byName)]
  }
  return []
}

const byAddress = (request: Request): string => ipKeyGenerator(request.ip ?? '')

const byName = (request: Request): string =>
  `name ${String(request.body?.userName ?? '')
    .toLowerCase()
    .slice(0, 200)}`

function limit(most: number, keyGenerator: (request: Request) => string): RequestHandler {
  return rateLimit({
    windowMs: WINDOW_MINUTES * 60_000,
    limit: most,
    keyGenerator,
    skipSuccessfulRequests: true,
    requestWasSuccessful: (_, response) => response.locals.wrongTry !== true,
    standardHeaders: 'draft-7',
    legacyHeaders: false,
    handler: () => {
      throw new Refused('too_many_tries', { minutes: WINDOW_MINUTES })
    },
  })
}
