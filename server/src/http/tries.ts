import type { ErrorCode, Route } from '@oppen/contract'
import { type Allowance, allowedTries, TryBook } from '@oppen/core/joining'
import type { Request, RequestHandler, Response } from 'express'
import { ipKeyGenerator } from 'express-rate-limit'
import { openCodes } from '../features/joining/queries.js'
import { noteLater } from '../features/record/service.js'
import { Refused } from '../refusal.js'
import type { World } from '../world.js'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR

/**
 * Wrong tries beside those of codes, which core works out from what is open. One address can be a whole school, so
 * it is given what a school of mistyping children needs; one name is given what one forgetful person needs.
 */
export const ALLOWED = {
  secretsFromOneAddress: 300,
  secretsForOneName: 10,
  keysFromOneAddress: 150,
  window: 15 * MINUTE,
} as const

/** More wrong codes than this in a day are no school mistyping, however few doors are open. */
const MOST_CODES_A_DAY = 20_000

/** Refusals that tell a guesser something; what the check of a code catches is no try, nor is a code that has died. */
const TELLING: readonly ErrorCode[] = [
  'code_unknown',
  'key_unknown',
  'sign_in_wrong',
  'face_wrong',
  'old_secret_wrong',
]

/** Notes a refusal on the reply, so that only wrong tries are counted. */
export function noteTry(response: Response, code: ErrorCode): void {
  if (TELLING.includes(code)) (response.locals.onWrongTry as (() => void) | undefined)?.()
}

/**
 * The wrong tries at one server, in its memory. Each allowance is a key, a book and how many; a request is refused
 * before its handler where any of them is used up.
 */
export class Tries {
  readonly #world: World
  readonly #codes = { address: new TryBook(HOUR), school: new TryBook(DAY) }
  readonly #secrets = new TryBook(ALLOWED.window)
  readonly #keys = new TryBook(ALLOWED.window)
  /** Who was told lately that it is enough, so that the record has one line of it and not hundreds. */
  readonly #told = new TryBook(ALLOWED.window)
  /** Addresses from which somebody who belongs here has asked, and when last. */
  readonly #known = new Map<string, number>()
  #allowed: { changes: number; at: number; allowed: Allowance } | undefined

  constructor(world: World) {
    this.#world = world
  }

  /** Remembers that somebody signed in asks from here: when strangers have used up the day, these still may. */
  noteKnown(request: Request): void {
    this.#known.set(addressOf(request), this.#world.clock.now())
    if (this.#known.size > 50_000) this.#known.clear()
  }

  /** The guard of a route that draws on an allowance; none for the others. */
  limitsFor(spec: Pick<Route, 'tries'>): RequestHandler[] {
    if (spec.tries === 'code') return [this.#guard(request => this.#ofCode(request))]
    if (spec.tries === 'key')
      return [this.#guard(request => [this.#one(this.#keys, addressOf(request), ALLOWED.keysFromOneAddress)])]
    if (spec.tries === 'secret') return [this.#guard(request => this.#ofSecret(request))]
    return []
  }

  async #ofCode(request: Request): Promise<Draw[]> {
    const now = this.#world.clock.now()
    const allowed = await this.#allowedNow(now)
    const address = addressOf(request)
    const isKnown = now - (this.#known.get(address) ?? Number.NEGATIVE_INFINITY) < DAY
    const aDay = Math.min(allowed.day, MOST_CODES_A_DAY)
    return [
      this.#one(this.#codes.address, address, allowed.addressHour),
      this.#one(this.#codes.school, 'all', isKnown ? Number.POSITIVE_INFINITY : aDay),
    ]
  }

  /**
   * What core allows with so many doors open. The count holds until the next command is kept; doors that close by
   * themselves meanwhile only make it stricter than it need be, for a minute at most.
   */
  async #allowedNow(now: number): Promise<Allowance> {
    const changes = this.#world.db.changesOf(['doors', 'circles'])
    const known = this.#allowed
    if (known?.changes === changes && now - known.at < MINUTE) return known.allowed
    const allowed = allowedTries(await openCodes(this.#world.db, now))
    this.#allowed = { changes, at: now, allowed }
    return allowed
  }

  #ofSecret(request: Request): Draw[] {
    const { userName, placeId } = (request.body ?? {}) as Record<string, unknown>
    const name = String(userName ?? placeId ?? '')
      .toLowerCase()
      .slice(0, 200)
    return [
      this.#one(this.#secrets, `address ${addressOf(request)}`, ALLOWED.secretsFromOneAddress),
      this.#one(this.#secrets, `name ${name}`, ALLOWED.secretsForOneName),
    ]
  }

  #record(request: Request, now: number): void {
    const address = addressOf(request)
    if (this.#told.count(address, now)) return
    this.#told.note(address, now)
    noteLater(this.#world, 'too_many_tries', { classId: null })
  }

  #one(book: TryBook, key: string, allowed: number): Draw {
    return { book, key, allowed }
  }

  #guard(draws: (request: Request) => Draw[] | Promise<Draw[]>): RequestHandler {
    return async (request, response, next) => {
      const drawn = await draws(request)
      const now = this.#world.clock.now()
      const freeAt = Math.max(now, ...drawn.map(({ book, key, allowed }) => book.freeAt(key, now, allowed)))
      if (freeAt > now) {
        this.#record(request, now)
        throw new Refused('too_many_tries', { minutes: Math.ceil((freeAt - now) / MINUTE) })
      }
      response.locals.onWrongTry = () => {
        for (const { book, key } of drawn) book.note(key, this.#world.clock.now())
      }
      next()
    }
  }
}

type Draw = { readonly book: TryBook; readonly key: string; readonly allowed: number }

const addressOf = (request: Request): string => ipKeyGenerator(request.ip ?? '')
