import { ERRORS, type ErrorCode } from '@oppen/contract'
import type { Outcome } from '@oppen/core/outcome'

export type Params = Readonly<Record<string, string | number>>

/** A refusal on its way to the person who asked: a code of the contract with what its wording needs. */
export class Refused extends Error {
  readonly code: ErrorCode
  readonly params: Params | undefined
  /** The field it is about. */
  readonly path: string | undefined

  constructor(code: ErrorCode, params?: Params, path?: string) {
    super(code)
    this.code = code
    this.params = params
    this.path = path
  }
}

/** What core gave, or its refusal thrown with the field it is about. */
export function take<T>(outcome: Outcome<T>, path?: string): T {
  if (outcome.ok) return outcome.value
  const { code, params } = outcome.refusal
  if (!(code in ERRORS)) throw new Error(`core refused with ${code}, which the contract does not know`)
  throw new Refused(code as ErrorCode, params, path)
}
