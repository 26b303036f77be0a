import type { WritableSubmission } from '@oppen/core/work'
import type { World } from '../../world.js'
import type { SubmissionAddress } from './address.js'

/** A submission as a command saw it, and as the database writes it, to tell whether it is still so. */
export type SeenSubmission = { readonly submission: WritableSubmission; readonly written: string }

export const readSeen = (written: string): SeenSubmission => ({ submission: JSON.parse(written), written })

/** So many are kept in mind. */
const MOST = 5_000

type Key = Pick<SubmissionAddress, 'workId' | 'placeId'>

/**
 * How the last save of a submission left it, by which the next can be one statement: it says what it rests on, and changes
 * nothing where that is no longer so. What is kept here may be out of date, and is never answered.
 */
export class LastSeen<T> {
  readonly #ofWorld = new WeakMap<World, Map<string, T>>()

  of(world: World, submission: Key): T | undefined {
    return this.#ofWorld.get(world)?.get(keyOf(submission))
  }

  /** Keeps how a save that is on the disk left it; undefined where that is not known. */
  note(world: World, submission: Key, left: T | undefined): void {
    const seen = this.#ofWorld.get(world) ?? new Map<string, T>()
    this.#ofWorld.set(world, seen)
    if (seen.size >= MOST) seen.clear()
    if (left) seen.set(keyOf(submission), left)
    else seen.delete(keyOf(submission))
  }
}

const keyOf = ({ workId, placeId }: Key): string => `${workId} ${placeId}`
