import {
  addressOf,
  type BodyOf,
  type ErrorCode,
  type ParamsOf,
  type ReplyOf,
  type Route,
  type WireError,
} from '@oppen/contract'
import { isMissing, takeAnswer } from './pageState.js'
import { loadScriptFonts } from './scriptFonts.js'
import { looksOnly, seenAsHeader } from './seeAs.js'

/** A refusal that the server answered, to be worded by its code. */
export class Refusal extends Error {
  readonly code: ErrorCode
  readonly params: Readonly<Record<string, string | number>>
  readonly path: string | undefined
  readonly status: number

  constructor(status: number, { code, params, path }: WireError['error']) {
    super(code)
    this.status = status
    this.code = code
    this.params = params ?? {}
    this.path = path
  }
}

/** The server could not be reached, or said nothing that can be read: trying again later may help. */
export class Unreachable extends Error {}

/** What a page itself found wrong, in its own words. */
export class Said extends Error {}

type Options = { readonly signal?: AbortSignal; readonly keepalive?: boolean }

/** Asks the server by a route of the contract. Throws `Refusal` or `Unreachable`. */
export async function call<R extends Route>(
  spec: R,
  params: ParamsOf<R>,
  body?: BodyOf<R> | FormData,
  options: Options = {},
): Promise<ReplyOf<R>> {
  const isForm = body instanceof FormData
  const as = seenAsHeader()
  if (spec.method !== 'GET' && looksOnly() && spec.may !== 'open')
    throw new Refusal(409, { code: 'seen_as_reads' })
  const address = addressOf(spec, params as never)
  const [status, given] = (spec.method === 'GET' && takeAnswer(address)) || []
  if (status !== undefined) return replyOf<R>(status, given)
  if (isMissing(spec, params as never)) throw new Unreachable('it did not come with the page')
  const response = await reach(address, {
    method: spec.method,
    ...options,
    ...(body !== undefined && { body: isForm ? body : JSON.stringify(body) }),
    headers: {
      ...(body !== undefined && !isForm && { 'content-type': 'application/json' }),
      ...(as && { 'x-oppen-as': as }),
    },
  })
  return replyOf<R>(response.status, await read(response))
}

function replyOf<R extends Route>(status: number, json: unknown): ReplyOf<R> {
  if (status >= 200 && status < 300) return json as ReplyOf<R>
  const error = (json as Partial<WireError> | undefined)?.error
  if (!error) throw new Unreachable(`status ${status}`)
  throw new Refusal(status, error)
}

async function reach(address: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(address, init)
  } catch (error) {
    if ((error as Error).name === 'AbortError') throw error
    throw new Unreachable((error as Error).message)
  }
}

async function read(response: Response): Promise<unknown> {
  try {
    const text = await response.text()
    loadScriptFonts(text)
    return JSON.parse(text)
  } catch {
    if (response.ok) throw new Unreachable('the answer was cut off')
    return undefined
  }
}
