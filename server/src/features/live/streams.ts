import type { LiveEvent } from '@oppen/contract'
import type { AccountId, CircleId, ClassId, Instant, SpaceId } from '@oppen/core/ids'
import { can, type Viewer } from '@oppen/core/permissions'
import type { Response } from 'express'

/** What a stream needs of the library that writes it. */
type Sender = {
  readonly isConnected: boolean
  push(event: LiveEvent): unknown
  once(event: 'disconnected', listener: () => void): unknown
}

export type Stream = {
  readonly tokenHash: string
  readonly accountId: AccountId
  readonly session: Sender
  readonly response: Pick<Response, 'end' | 'destroy' | 'writableLength'>
}

type Open = Stream & { endsAt: Instant }

/** Something that was told: to all whom it concerns, or to one person. */
type Recent = { readonly event: LiveEvent; readonly to: AccountId | null }

/** Finds out who may be told of something, and how long a session lasts. */
export type Audience = {
  readonly now: () => Instant
  /** Everybody tied to a class, with their ties to it; the same answer to all who ask before those change. */
  readonly ofClass: (classId: ClassId) => Promise<readonly Viewer[]>
  readonly ofCircle: (circleId: CircleId) => Promise<readonly Viewer[]>
  /** The same of a class or a circle, whichever it is. */
  readonly ofSpace: (spaceId: SpaceId) => Promise<readonly Viewer[]>
  /** When a session ends, which every use puts off; undefined once it has. */
  readonly endOf: (tokenHash: string) => Promise<Instant | undefined>
}

/** More screens of one person than this are a fault: the one that has been open longest is closed. */
const MOST_OF_ONE = 24
/** So many events are remembered, for those whose page was read before their stream was open. */
const MOST_RECENT = 2_000
/** Whoever missed more than so many is told once that everything may be another. */
const MOST_MISSED = 50
/** A stream whose other end has not taken in so many bytes is dead or never reads; it is closed. */
const MOST_UNREAD = 256 * 1024

/**
 * The open screens. An event says that something changed, and goes to those who may see it at that very moment:
 * whoever has been removed gets nothing more, and a stream whose session has ended is closed. Who is concerned is
 * found by class or circle, so that what happens in one class costs nothing for the screens of others.
 */
export class LiveStreams {
  readonly #ofAccount = new Map<AccountId, Set<Open>>()
  readonly #run: string
  readonly #recent: Recent[] = []
  #told = 0
  audience: Audience | undefined

  /** `run` tells this run of the server from others. */
  constructor(run: string) {
    this.#run = run
  }

  /** How far everything has been told, to be given back by a stream that is opened later (`since`). */
  get position(): string {
    return `${this.#run}.${this.#told}`
  }

  #note(event: LiveEvent, to: AccountId | null = null): void {
    this.#told += 1
    this.#recent.push({ event, to })
    if (this.#recent.length > MOST_RECENT) this.#recent.shift()
  }

  /**
   * Tells a stream what it missed between the position at which its page was read and now; where that is not known any
   * more, that everything may be another.
   */
  catchUp(stream: Pick<Stream, 'session'>, viewer: Viewer, since: string): void {
    const [run, told] = since.split('.')
    const missed = this.#told - Number(told)
    const known = run === this.#run && missed >= 0 && missed <= this.#recent.length
    if (!known) return void stream.session.push({ what: 'me' })
    if (missed === 0) return
    const concerning = this.#recent.slice(-missed).flatMap(({ event, to }) => {
      const concerned = to === null ? concerns(viewer, event) : to === viewer.accountId
      return concerned ? [event] : []
    })
    // reading everything once is less than hearing of so many single things
    if (concerning.length > MOST_MISSED) stream.session.push({ what: 'me' })
    else for (const event of concerning) stream.session.push(event)
  }

  /** Adds the stream of a session that ends at a moment unless it is used. */
  add(stream: Stream, endsAt: Instant): void {
    const { accountId, session } = stream
    const open = { ...stream, endsAt }
    const all = this.#ofAccount.get(accountId) ?? new Set()
    this.#ofAccount.set(accountId, all)
    const [longest] = all
    if (longest && all.size >= MOST_OF_ONE) this.#close(longest)
    all.add(open)
    this.#ofAccount.set(accountId, all)
    session.once('disconnected', () => this.#forget(open))
  }

  /** How many streams are open. */
  get size(): number {
    return [...this.#ofAccount.values()].reduce((sum, all) => sum + all.size, 0)
  }

  /** Tells all who may see it. */
  async tell(event: LiveEvent): Promise<void> {
    this.#note(event)
    if (!this.#ofAccount.size) return
    const viewers = await this.#concerned(event).catch(() => undefined)
    // where it cannot be found out who may be told, screens open anew and read again
    if (!viewers) return this.stop()
    for (const viewer of viewers) {
      const streams = this.#ofAccount.get(viewer.accountId)
      if (streams && concerns(viewer, event)) for (const one of [...streams]) this.#push(one, event)
    }
  }

  async #concerned(event: LiveEvent): Promise<readonly Viewer[]> {
    if ('classId' in event) return (await this.audience?.ofClass(event.classId)) ?? []
    if ('spaceId' in event) return (await this.audience?.ofSpace(event.spaceId)) ?? []
    if ('circleId' in event) return (await this.audience?.ofCircle(event.circleId)) ?? []
    throw new Error(`${event.what} is told to persons`)
  }

  /** Tells one person, on every device of theirs. */
  async tellPerson(accountId: AccountId, event: LiveEvent): Promise<void> {
    this.#note(event, accountId)
    for (const one of [...(this.#ofAccount.get(accountId) ?? [])]) this.#push(one, event)
  }

  /** Tells the screens of one session that are open now; who opens one later is not told. */
  tellSession(tokenHash: string, event: LiveEvent): void {
    for (const one of this.#all()) if (one.tokenHash === tokenHash) this.#push(one, event)
  }

  /**
   * Tells those who read something what it says, each their own way. Who opens a stream later is told that it was there: all
   * whom `event` concerns, or, where it is for them alone, those whom it was told.
   */
  tellEach(event: LiveEvent, to: ReadonlyMap<AccountId, LiveEvent>, { alone = false } = {}): void {
    if (alone) for (const accountId of to.keys()) this.#note(event, accountId)
    else this.#note(event)
    for (const [accountId, own] of to)
      for (const one of [...(this.#ofAccount.get(accountId) ?? [])]) this.#push(one, own)
  }

  tellAll(event: LiveEvent): void {
    this.#note(event)
    for (const one of this.#all()) this.#push(one, event)
  }

  #push(one: Open, event: LiveEvent): void {
    const now = this.audience?.now() ?? 0
    if (now >= one.endsAt) void this.#pushIfOpen(one, event)
    else if (one.response.writableLength > MOST_UNREAD) this.#cut(one)
    else if (one.session.isConnected) one.session.push(event)
  }

  /** The session would have ended by now, had nothing been done with it since it was last looked at. */
  async #pushIfOpen(one: Open, event: LiveEvent): Promise<void> {
    const endsAt = await this.audience?.endOf(one.tokenHash).catch(() => undefined)
    if (endsAt === undefined) return this.#close(one)
    one.endsAt = endsAt
    if (one.session.isConnected) one.session.push(event)
  }

  /** Closes every stream of a session. */
  drop(tokenHash: string): void {
    for (const stream of this.#all()) if (stream.tokenHash === tokenHash) this.#close(stream)
  }

  #all(): Open[] {
    return [...this.#ofAccount.values()].flatMap(all => [...all])
  }

  #forget(stream: Open): void {
    const all = this.#ofAccount.get(stream.accountId)
    all?.delete(stream)
    if (all?.size === 0) this.#ofAccount.delete(stream.accountId)
  }

  #close(stream: Open): void {
    this.#forget(stream)
    if (!stream.session.isConnected) return
    stream.session.push({ what: 'me' })
    stream.response.end()
  }

  #cut(stream: Open): void {
    this.#forget(stream)
    stream.response.destroy()
  }

  /** Closes all streams, for a server that stops. */
  stop(): void {
    for (const stream of this.#all()) this.#close(stream)
  }
}

function concerns(viewer: Viewer, event: LiveEvent): boolean {
  switch (event.what) {
    case 'topics':
    case 'answers':
    case 'about':
    case 'words':
      return can(viewer, 'class.see', { kind: 'class', classId: event.classId })
    case 'talk':
      return can(viewer, 'talk.see', { kind: 'space', spaceId: event.spaceId })
    case 'message': {
      const { spaceId, beside } = event
      if (beside?.placeId)
        return can(viewer, 'submission.see', {
          kind: 'place',
          // work is of classes alone
          classId: spaceId as ClassId,
          placeId: beside.placeId,
        })
      const inCircle = viewer.circles.some(tie => tie.circleId === spaceId)
      const left = viewer.kind === 'pupil' ? !event.pupils : viewer.kind === 'family' && !event.families
      return (inCircle || !left) && can(viewer, 'talk.see', { kind: 'space', spaceId })
    }
    case 'markBook':
    case 'register':
    case 'door':
    case 'auditLog':
      return can(viewer, 'register.see', { kind: 'class', classId: event.classId })
    case 'markDraft':
      return can(viewer, 'marking.see', { kind: 'class', classId: event.classId })
    case 'submission':
      return can(viewer, 'outcome.see', { kind: 'place', classId: event.classId, placeId: event.placeId })
    case 'draft':
    case 'ink':
      return can(viewer, 'submission.see', { kind: 'place', classId: event.classId, placeId: event.placeId })
    case 'circle':
      return can(viewer, 'circle.see', { kind: 'circle', circleId: event.circleId })
    case 'push':
    case 'me':
    case 'clock':
      return true
  }
}
