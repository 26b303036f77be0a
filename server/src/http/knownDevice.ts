import { createHmac, timingSafeEqual } from 'node:crypto'
import type { Request, Response } from 'express'
import { cookieOf, setCookie } from '../features/accounts/sessions.js'
import type { World } from '../world.js'

/**
 * Devices on which somebody has signed in before, as "device cookies" (OWASP, "Slow Down Online Guessing Attacks with
 * Device Cookies"): who comes again from one is not held up by what strangers try elsewhere. A cookie holds a random
 * number for each of the last names, bound to the name by the secret of this installation.
 */
const COOKIE = 'oppen_known'
const YEAR = 365 * 86_400
/** So many people of one device are known again. */
const MOST = 6
const TOKEN = /^([\w-]{16})\.([\w-]{16})\.([\w-]{43})$/

type Token = { readonly nonce: string; readonly name: string; readonly text: string }

const bound = (world: World, text: string): string =>
  createHmac('sha256', world.secret).update(`known device ${text}`).digest('base64url')

const short = (world: World, name: string): string => bound(world, `name ${name}`).slice(0, 16)

function tokensOf(world: World, request: Request): Token[] {
  const kept = (cookieOf(request, COOKIE) ?? '').slice(0, 600).split('~').slice(0, MOST)
  return kept.flatMap(text => {
    const [, nonce = '', name = '', proof = ''] = TOKEN.exec(text) ?? []
    if (!nonce) return []
    const right = bound(world, `${nonce} ${name}`)
    return timingSafeEqual(Buffer.from(right), Buffer.from(proof)) ? [{ nonce, name, text }] : []
  })
}

/** What a device is counted by where somebody of this name has signed in on it. */
export function knownDevice(world: World, request: Request, name: string): string | undefined {
  const wanted = short(world, name)
  return tokensOf(world, request).find(token => token.name === wanted)?.nonce
}

/**
 * Whose device it is, where it is known; by the name and not by the device, so that signing in again and again, or on
 * many devices, gives nobody more attempts.
 */
export const knownOwner = (world: World, request: Request): string | undefined =>
  tokensOf(world, request)[0]?.name

/** Remembers that somebody signed in here by a name; the other people of this device stay known. */
export function rememberDevice(world: World, request: Request, response: Response, name: string): void {
  const own = short(world, name)
  const others = tokensOf(world, request).filter(token => token.name !== own)
  const nonce = Buffer.from(world.random(12)).toString('base64url')
  const fresh = `${nonce}.${own}.${bound(world, `${nonce} ${own}`)}`
  const kept = [fresh, ...others.map(token => token.text)].slice(0, MOST).join('~')
  setCookie(response, COOKIE, kept, YEAR)
}
