import {
  addressOf,
  type BodyOf,
  type ErrorCode,
  type ParamsOf,
  type ReplyOf,
  type Route,
  type WireError,
} from '@oppen/contract'
import { loadScriptFonts } from './scriptFonts.js'

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
  const response = await reach(addressOf(spec, params as never), {
    method: spec.method,
    ...options,
    ...(body !== undefined && { body: isForm ? body : JSON.stringify(body) }),
    ...(body !== undefined && !isForm && { headers: { 'content-type': 'application/json' } }),
  })
  const json = await read(response)
  if (response.ok) return json as ReplyOf<R>
  const error = (json as Partial<WireError> | undefined)?.error
  if (!error) throw new Unreachable(`status ${response.status}`)
  throw new Refusal(response.status, error)
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
