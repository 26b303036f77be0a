import { randomUUID } from 'node:crypto'
import { ERRORS, type WireError } from '@oppen/contract'
import type { ErrorRequestHandler } from 'express'
import type { Logger } from 'pino'
import { DatabaseError, UniqueConstraintError } from 'sequelize'
import { Refused } from '../refusal.js'

/** Turns whatever was thrown into one reply: a refusal of the contract, or a fault with a reference for the log. */
export function replyToErrors(log: Logger): ErrorRequestHandler {
  return (error, _request, response, _next) => {
    // the head is out already, as when somebody leaves in the middle of a file: nothing more can be said
    if (response.headersSent) {
      response.destroy()
      return
    }
    const { status, body } = answerToError(error, log)
    response.status(status).json(body)
  }
}

/** What is answered to something that was thrown; a fault is written into the log. */
export function answerToError(error: unknown, log: Logger): { status: number; body: WireError } {
  const refusal = refusalOf(error) ?? faultOf(error, log)
  const { code, path, params } = refusal
  return {
    status: ERRORS[code].status,
    body: { error: { code, ...(path && { path }), ...(params && { params }) } },
  }
}

function faultOf(error: unknown, log: Logger): Refused {
  const reference = randomUUID().slice(0, 8)
  log.error({ err: error, reference }, 'fault')
  return new Refused('server_fault', { reference })
}

/** The one place where errors of libraries and of the database become refusals. */
export function refusalOf(error: unknown): Refused | undefined {
  if (error instanceof Refused) return error
  const status = (error as { status?: number } | null)?.status
  if (error instanceof URIError || status === 404) return new Refused('not_found')
  if (status === 416) return new Refused('range_past_end')
  if (error instanceof UniqueConstraintError) return undefined
  if (error instanceof DatabaseError || (error as NodeJS.ErrnoException | null)?.code)
    return refusalOfStore(error)
  return undefined
}

function refusalOfStore(error: unknown): Refused | undefined {
  const text = String((error as Error).message)
  const code = (error as NodeJS.ErrnoException).code
  if (code === 'ENOSPC' || /SQLITE_FULL/.test(text)) return new Refused('disk_full')
  if (/SQLITE_BUSY/.test(text)) return new Refused('busy')
  return undefined
}
