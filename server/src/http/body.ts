import { setImmediate } from 'node:timers/promises'
import { type RouteName, routes } from '@oppen/contract'
import { mostOfBody } from '@oppen/contract/bodies'
import { shapes } from '@oppen/contract/shapes'
import express, { type Request, type RequestHandler, type Response } from 'express'
import type { z } from 'zod'
import { Refused } from '../refusal.js'
import { Depth } from './depth.js'

/** U+0000, as JSON writes it. */
const NUL = Buffer.from('\\u0000')

/**
 * A value without the character U+0000 in any text of it. Nobody means to write it (it comes with what is pasted), and in
 * the middle of an SQL literal it ends the statement.
 */
export function withoutNul(value: unknown): unknown {
  if (typeof value === 'string') return value.replaceAll('\0', '')
  if (Array.isArray(value)) return value.map(withoutNul)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => [key.replaceAll('\0', ''), withoutNul(one)]),
  )
}

type Shape = { readonly body?: z.ZodType; readonly reply?: z.ZodType }

const readers = new Map<number, RequestHandler>()

/** Reads the bytes of a JSON body, of at most so many, as it is sent: one that is packed is refused, it may unpack to anything. */
function readerOf(limit: number): RequestHandler {
  const known = readers.get(limit)
  if (known) return known
  const reader = express.raw({ limit, inflate: false, type: 'application/json' })
  readers.set(limit, reader)
  return reader
}

/** So many bytes are looked through before others have their turn. */
const SLICE = 256 * 1024

/** The value of a JSON text (RFC 8259: in UTF-8), read in several turns where it is long. */
async function parse(bytes: Buffer): Promise<unknown> {
  const depth = new Depth()
  for (let at = 0; at < bytes.length; at += SLICE) {
    if (at) await setImmediate()
    depth.take(bytes.subarray(at, at + SLICE))
  }
  if (depth.isDeep) throw new Refused('body_unreadable')
  const long = bytes.length > SLICE
  if (long) await setImmediate()
  const value = fromJson(bytes.toString('utf8'))
  if (long) await setImmediate()
  return bytes.includes(NUL) ? withoutNul(value) : value
}

function fromJson(json: string): unknown {
  try {
    return JSON.parse(json)
  } catch {
    throw new Refused('body_unreadable')
  }
}

const CHARSET = /;\s*charset\s*=\s*"?([^\s;"]*)/i
const isUtf8 = (request: Request): boolean =>
  /^utf-?8$/i.test(CHARSET.exec(request.get('content-type') ?? '')?.[1] ?? 'utf-8')

/**
 * The body of a request in the shape of its route; undefined for a route that has none. Refuses `body_too_large` with
 * the kilobytes that are taken, `body_unreadable`, and `shape_wrong` with the field.
 */
export async function readBody(name: RouteName, request: Request, response: Response): Promise<unknown> {
  const shape: Shape = shapes[name]
  if (!shape.body || ('carries' in routes[name] && routes[name].carries === 'file')) return undefined
  const limit = mostOfBody(name)
  await new Promise<void>((resolve, reject) => {
    readerOf(limit)(request, response, error => {
      if (!error) return resolve()
      // the rest is let go by unread: a connection that is cut off under the sender tells nobody why
      request.resume()
      reject(bodyRefused(error, limit))
    })
  })
  if (!isUtf8(request)) throw new Refused('body_unreadable')
  const bytes: unknown = request.body
  const parsed = shape.body.safeParse(Buffer.isBuffer(bytes) ? await parse(bytes) : undefined)
  if (parsed.success) return parsed.data
  throw new Refused('shape_wrong', undefined, parsed.error.issues[0]?.path.join('.') || undefined)
}

/** What the reader of bodies says; a connection that was cut, a wrong length and a wrong coding are all unreadable. */
function bodyRefused(error: unknown, limit: number): unknown {
  const { type, status } = error as { type?: string; status?: number }
  if (type === 'entity.too.large') return new Refused('body_too_large', { most: limit / 1024 })
  return status && status < 500 ? new Refused('body_unreadable') : error
}
