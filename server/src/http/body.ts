import { type RouteName, routes } from '@oppen/contract'
import { mostOfBody } from '@oppen/contract/bodies'
import { shapes } from '@oppen/contract/shapes'
import express, { type Request, type RequestHandler, type Response } from 'express'
import type { z } from 'zod'
import { Refused } from '../refusal.js'

/** Lists and objects within each other, at most: what we send has six at most, and deep ones take long to read. */
const MOST_DEEP = 32

const [OPEN, CLOSE] = [new Set([0x5b, 0x7b]), new Set([0x5d, 0x7d])]
const [QUOTE, BACKSLASH] = [0x22, 0x5c]

/** Whether lists and objects of a JSON text stand deeper within each other than we send. */
export function isDeep(bytes: Uint8Array): boolean {
  let deep = 0
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at] as number
    if (byte === QUOTE) at = endOfText(bytes, at)
    else if (OPEN.has(byte) && ++deep > MOST_DEEP) return true
    else if (CLOSE.has(byte)) deep--
  }
  return false
}

/** So many bytes of a text are looked at one by one; in a longer one its end is looked for at once. */
const SHORT = 64

/** Where the text that begins at a quote ends, or the end of all where it does not. */
function endOfText(bytes: Uint8Array, from: number): number {
  let look = from + SHORT
  let quote = from
  for (let at = from + 1; at < bytes.length; at++) {
    const byte = bytes[at]
    if (byte === QUOTE) return at
    if (byte === BACKSLASH) at++
    else if (at >= look) {
      // on to the next sign that means something
      if (quote < at) quote = next(bytes, QUOTE, at)
      at = Math.min(quote, next(bytes.subarray(0, quote), BACKSLASH, at)) - 1
      look = at + SHORT
    }
  }
  return bytes.length
}

function next(bytes: Uint8Array, byte: number, from: number): number {
  const at = bytes.indexOf(byte, from)
  return at < 0 ? bytes.length : at
}

/** U+0000, as JSON writes it. */
const NUL = Buffer.from('\\u0000')
const withNul = new WeakSet<object>()

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

/** Reads a JSON body of at most so many bytes, as it is sent: one that is packed is refused, it may unpack to anything. */
function readerOf(limit: number): RequestHandler {
  const known = readers.get(limit)
  if (known) return known
  const reader = express.json({
    limit,
    inflate: false,
    verify: (request, _response, bytes) => {
      if (isDeep(bytes)) throw new Refused('body_unreadable')
      if (bytes.includes(NUL)) withNul.add(request)
    },
  })
  readers.set(limit, reader)
  return reader
}

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
  const parsed = shape.body.safeParse(
    withNul.has(request) ? withoutNul(request.body) : (request.body as unknown),
  )
  if (parsed.success) return parsed.data
  throw new Refused('shape_wrong', undefined, parsed.error.issues[0]?.path.join('.') || undefined)
}

/** What the reader of bodies says; a connection that was cut, a wrong length and a wrong coding are all unreadable. */
function bodyRefused(error: unknown, limit: number): unknown {
  const { type, status } = error as { type?: string; status?: number }
  if (type === 'entity.too.large') return new Refused('body_too_large', { most: limit / 1024 })
  return type === 'entity.verify.failed' || (status && status < 500) ? new Refused('body_unreadable') : error
}
