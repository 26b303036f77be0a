import type { LiveEvent } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { can, type Viewer } from '@oppen/core/permissions'
import type { Session } from 'better-sse'

type Stream = { readonly tokenHash: string; readonly session: Session; readonly close: () => void }

/** Finds who a session belongs to now; undefined once it has ended. */
export type WhoIs = (tokenHash: string) => Promise<Viewer | undefined>

/**
 * The open screens. An event says only that something changed and goes to those who may see it at that very
 * moment: whoever has been removed gets nothing more, and a stream whose session has ended is closed.
 */
export class LiveStreams {
  readonly #streams = new Set<Stream>()
  whoIs: WhoIs = async () => undefined

  add(stream: Stream): void {
    this.#streams.add(stream)
    stream.session.once('disconnected', () => this.#streams.delete(stream))
  }

  /** Tells all who may see it. */
  async tell(event: LiveEvent): Promise<void> {
    await Promise.all(
      [...this.#streams].map(stream => this.#pass(stream, viewer => concerns(viewer, event), event)),
    )
  }

  /** Tells one person, on every device of theirs. */
  async tellPerson(accountId: AccountId, event: LiveEvent): Promise<void> {
    await Promise.all(
      [...this.#streams].map(stream => this.#pass(stream, viewer => viewer.accountId === accountId, event)),
    )
  }

  tellAll(event: LiveEvent): void {
    for (const { session } of this.#streams) session.push(event)
  }

  async #pass(stream: Stream, wanted: (viewer: Viewer) => boolean, event: LiveEvent): Promise<void> {
    // a stream whose viewer cannot be found out is closed; its screen opens another and reads again
    const viewer = await this.whoIs(stream.tokenHash).catch(() => undefined)
    if (!viewer) return this.#close(stream)
    if (wanted(viewer) && stream.session.isConnected) stream.session.push(event)
  }

  /** Closes every stream of a session. */
  drop(tokenHash: string): void {
    for (const stream of this.#streams) if (stream.tokenHash === tokenHash) this.#close(stream)
  }

  #close(stream: Stream): void {
    this.#streams.delete(stream)
    if (!stream.session.isConnected) return
    stream.session.push({ what: 'me' })
    stream.close()
  }

  /** Closes all streams, for a server that stops. */
  stop(): void {
    for (const stream of this.#streams) this.#close(stream)
  }
}

function concerns(viewer: Viewer, event: LiveEvent): boolean {
  switch (event.what) {
    case 'topics':
    case 'talk':
    case 'answers':
    case 'about':
      return can(viewer, 'class.see', { kind: 'class', classId: event.classId })
    case 'thread':
      return can(viewer, 'thread.see', { kind: 'class', classId: event.classId })
    case 'register':
    case 'door':
    case 'record':
      return can(viewer, 'register.see', { kind: 'class', classId: event.classId })
    case 'piece':
      return can(viewer, 'outcome.see', { kind: 'place', classId: event.classId, placeId: event.placeId })
    case 'copy':
    case 'ink':
      return can(viewer, 'piece.see', { kind: 'place', classId: event.classId, placeId: event.placeId })
    case 'circle':
      return can(viewer, 'circle.see', { kind: 'circle', circleId: event.circleId })
    case 'me':
    case 'clock':
      return true
  }
}
