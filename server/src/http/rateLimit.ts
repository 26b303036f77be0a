import { createHash } from 'node:crypto'
import type { ErrorCode, RateLimit as Kind, Route } from '@oppen/contract'
import { type Allowance, AttemptLog, allowedAttempts, tidyName } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import type { Request, Response } from 'express'
import { ipKeyGenerator } from 'express-rate-limit'
import { auditLater } from '../features/auditLog/service.js'
import { openCodes } from '../features/joining/queries.js'
import { tabletOf } from '../features/joining/tablets.js'
import { Refused } from '../refusal.js'
import type { World } from '../world.js'
import { knownDevice, knownOwner, rememberDevice } from './knownDevice.js'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR

/**
 * Wrong attempts beside those of codes, which core works out from what is open. One address can be a whole school, so
 * it is given what a school of mistyping children needs; one name is given what one forgetful person needs, and each
 * device on which that person has signed in before the same once more, whatever strangers try.
 */
export const ALLOWED = {
  secretsFromOneAddress: 300,
  secretsForOneName: 10,
  keysFromOneAddress: 150,
  lettersFromOneAddress: 20,
  lettersForOneName: 3,
  window: 15 * MINUTE,
} as const

/** More wrong codes than this in a day are no school mistyping, however few doors are open. */
const MOST_CODES_A_DAY = 20_000

/** Refusals that tell a guesser something; what the check of a code catches is no attempt, nor is a code that has died. */
const TELLING: readonly ErrorCode[] = [
  'code_unknown',
  'key_unknown',
  'sign_in_wrong',
  'face_wrong',
  'old_secret_wrong',
]

const BOOKS = {
  codes: HOUR,
  codesOfDay: DAY,
  secrets: ALLOWED.window,
  keys: ALLOWED.window,
  letters: HOUR,
} as const
type BookName = keyof typeof BOOKS

type Draw = { readonly book: BookName; readonly key: string; readonly allowed: number }

/** A request as the limits look at it: with the body that its command will read, and nothing else of it. */
export type Trying = {
  readonly request: Request
  readonly response: Response
  readonly body: unknown
  readonly viewer: Viewer | undefined
}

/**
 * The one limiter of wrong attempts. An attempt is counted before it is evaluated, so that those sent at once count as those
 * sent one after the other, and taken back where it was none. Keys are the exception: nobody guesses 75 random bits, so
 * a right one opens whatever was tried before, and only wrong ones are refused.
 */
export class RateLimiter {
  readonly #world: World
  readonly #books: Readonly<Record<BookName, AttemptLog>>
  /** Who was told lately that it is enough, so that the audit log has one line of it and not hundreds. */
  readonly #told = new AttemptLog(ALLOWED.window)
  #loaded: Promise<void> | undefined
  #allowed: { changes: number; at: number; allowed: Allowance } | undefined

  constructor(world: World) {
    this.#world = world
    this.#books = Object.fromEntries(
      Object.entries(BOOKS).map(([name, window]) => [name, new AttemptLog(window)]),
    ) as unknown as Record<BookName, AttemptLog>
  }

  /** Runs a command within the limits of its route. Refuses `too_many_attempts` with the minutes until it may be tried. */
  async limiting<T>(spec: Pick<Route, 'rateLimits'>, trying: Trying, act: () => Promise<T>): Promise<T> {
    if (!spec.rateLimits) return act()
    this.#loaded ??= this.#load()
    await this.#loaded
    const draws = (await Promise.all(spec.rateLimits.map(kind => this.#drawsOf(kind, trying)))).flat()
    return spec.rateLimits.includes('key')
      ? this.#afterwards(draws, trying, act)
      : this.#before(draws, trying, act)
  }

  async #before<T>(draws: readonly Draw[], trying: Trying, act: () => Promise<T>): Promise<T> {
    this.#refuseSpent(draws, trying.request)
    const at = this.#world.clock.now()
    for (const { book, key } of draws) this.#books[book].note(key, at)
    const isLetter = draws.some(draw => draw.book === 'letters')
    try {
      const result = await act()
      if (isLetter) this.#keep(draws, at)
      else this.#takeBack(draws, at)
      await this.#remember(trying)
      return result
    } catch (error) {
      if (isLetter || isTelling(error)) this.#keep(draws, at)
      else this.#takeBack(draws, at)
      throw error
    }
  }

  async #afterwards<T>(draws: readonly Draw[], { request }: Trying, act: () => Promise<T>): Promise<T> {
    try {
      return await act()
    } catch (error) {
      if (!isTelling(error)) throw error
      this.#refuseSpent(draws, request)
      const at = this.#world.clock.now()
      for (const { book, key } of draws) this.#books[book].note(key, at)
      this.#keep(draws, at)
      throw error
    }
  }

  #refuseSpent(draws: readonly Draw[], request: Request): void {
    const now = this.#world.clock.now()
    const freeAt = Math.max(
      now,
      ...draws.map(({ book, key, allowed }) => this.#books[book].freeAt(key, now, allowed)),
    )
    if (freeAt <= now) return
    const address = addressOf(request)
    if (!this.#told.count(address, now)) {
      this.#told.note(address, now)
      auditLater(this.#world, 'too_many_attempts', { classId: null })
    }
    throw new Refused('too_many_attempts', { minutes: Math.ceil((freeAt - now) / MINUTE) })
  }

  #takeBack(draws: readonly Draw[], at: number): void {
    for (const { book, key } of draws) this.#books[book].takeBack(key, at)
  }

  /** Writes counted attempts down, once the answer is out. */
  #keep(draws: readonly Draw[], at: number): void {
    const rows = JSON.stringify(draws.map(({ book, key }) => ({ book, key })))
    const write = () =>
      this.#world.db.run(
        `insert into attempts (book, key, at)
         select value ->> 'book', value ->> 'key', $at from json_each($rows)`,
        { rows, at },
      )
    setImmediate(() => {
      this.#world.db
        .write(write)
        .catch(error => this.#world.log.error({ err: error }, 'wrong attempts could not be written down'))
    })
  }

  async #load(): Promise<void> {
    const rows = await this.#world.db.rows<{ book: BookName; key: string; at: number }>(
      'select book, key, at from attempts where at > $since order by at',
      { since: this.#world.clock.now() - DAY },
    )
    for (const { book, key, at } of rows) this.#books[book]?.note(key, at)
  }

  #drawsOf(kind: Kind, trying: Trying): Draw[] | Promise<Draw[]> {
    const address = addressOf(trying.request)
    switch (kind) {
      case 'code':
        return this.#ofCode(trying)
      case 'key':
        return [{ book: 'keys', key: keyed('address', address), allowed: ALLOWED.keysFromOneAddress }]
      case 'secret':
        return this.#ofSecret(trying)
      case 'mail': {
        const name = nameIn(trying.body) ?? ''
        return [
          { book: 'letters', key: keyed('address', address), allowed: ALLOWED.lettersFromOneAddress },
          { book: 'letters', key: keyed('name', name), allowed: ALLOWED.lettersForOneName },
        ]
      }
    }
  }

  /** Each person who is known, also by a device, draws for themselves; strangers for their address and the whole day. */
  async #ofCode({ request, viewer }: Trying): Promise<Draw[]> {
    const { addressHour, day } = await this.#allowedNow(this.#world.clock.now())
    // guests are made by whoever has a code: they are strangers still
    const person = viewer?.guest ? undefined : viewer?.accountId
    const known = person ?? knownOwner(this.#world, request) ?? (await tabletOf(this.#world, request))
    if (known) return [{ book: 'codes', key: keyed('known', known), allowed: addressHour }]
    return [
      { book: 'codes', key: keyed('address', addressOf(request)), allowed: addressHour },
      { book: 'codesOfDay', key: 'all', allowed: Math.min(day, MOST_CODES_A_DAY) },
    ]
  }

  /**
   * What core allows with so many doors open. The count holds until a door or circle changes; doors that close by
   * themselves meanwhile only make it stricter than it need be, for a minute at most.
   */
  async #allowedNow(now: number): Promise<Allowance> {
    const changes = this.#world.db.changesOf(['doors', 'circles'])
    const known = this.#allowed
    if (known?.changes === changes && now - known.at < MINUTE) return known.allowed
    const allowed = allowedAttempts(await openCodes(this.#world.db, now))
    this.#allowed = { changes, at: now, allowed }
    return allowed
  }

  async #ofSecret({ request, body, viewer }: Trying): Promise<Draw[]> {
    const allowed = ALLOWED.secretsForOneName
    if (viewer && nameIn(body) === undefined && !placeIn(body))
      return [{ book: 'secrets', key: keyed('account', viewer.accountId), allowed }]
    const [name, place] = [nameIn(body), placeIn(body)]
    const tablet = place && (await tabletOf(this.#world, request))
    // who holds a class's own tablet stands in the room: each of its children draws there alone
    if (tablet) return [{ book: 'secrets', key: keyed('tablet', `${tablet} ${place}`), allowed }]
    const device = name && knownDevice(this.#world, request, name)
    if (device) return [{ book: 'secrets', key: keyed('device', device), allowed }]
    const fromHere = {
      book: 'secrets',
      key: keyed('address', addressOf(request)),
      allowed: ALLOWED.secretsFromOneAddress,
    } as const
    // no name is nobody’s: it is refused as wrong, and holds nobody up
    return name ? [fromHere, { book: 'secrets', key: keyed('name', name), allowed }] : [fromHere]
  }

  /** Who came in by name and secret is known on this device from now on, unless it is one that a class shares. */
  async #remember({ request, response, body }: Trying): Promise<void> {
    const name = nameIn(body)
    if (name && !response.headersSent && !(await tabletOf(this.#world, request)))
      rememberDevice(this.#world, request, response, name)
  }
}

const isTelling = (error: unknown): boolean => error instanceof Refused && TELLING.includes(error.code)

/** The name as the command reads it, where there is one in its body. */
function nameIn(body: unknown): string | undefined {
  const name = (body as { userName?: string } | undefined)?.userName
  return name === undefined ? undefined : tidyName(name).toLowerCase()
}

const placeIn = (body: unknown): string | undefined => (body as { placeId?: string } | undefined)?.placeId

const addressOf = (request: Request): string => ipKeyGenerator(request.ip ?? '')

/** What is counted by, without what it is: names that strangers type are nobody's business. */
const keyed = (kind: string, value: string): string =>
  createHash('sha256').update(`${kind} ${value}`).digest('base64url').slice(0, 22)
