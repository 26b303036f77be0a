import { type Answer, answerText, isUnanswered } from '@oppen/core/questions'
import { Autosave, type Later } from '../../../app/autosave.js'
import type { NotYet, Reached } from '../../../app/delivery.js'
import { atOnce } from './atOnce.js'

/** One answer as this page has it. */
export type LocalAnswer = {
  readonly answer: Answer | null
  /** The version on the server that it was written over. */
  readonly version: number
  readonly flagged: boolean
  /** When it was changed, by the clock of the device; null where the server has it. */
  readonly changedAt: number | null
}

export type QuizStatus =
  | { readonly is: 'empty' | 'here' | 'saving' }
  /** When the server had all of it, by its clock; null where this page does not know. */
  | { readonly is: 'saved'; readonly at: number | null }
  | { readonly is: 'unsaved'; readonly why: NotYet }
  | { readonly is: 'refused'; readonly error: unknown }

export type SentAnswer = {
  readonly questionId: string
  readonly answer: Answer
  readonly version: number
  readonly flagged: boolean
  readonly waited: number
}
export type SavedAnswers = {
  readonly savedAt: number
  readonly saved: readonly { readonly questionId: string; readonly version: number }[]
  /** What was given after the time of the attempt. */
  readonly over: readonly string[]
  readonly changed: readonly {
    readonly questionId: string
    readonly answer: Answer
    readonly version: number
  }[]
}

export type QuizWorld = {
  readonly send: (answers: readonly SentAnswer[]) => Promise<Reached<SavedAnswers>>
  /** What this device holds of the attempt and the server had not confirmed. */
  readonly read: () => Readonly<Record<string, LocalAnswer>>
  /** Keeps what is not confirmed; false where the device has no room. */
  readonly write: (answers: Readonly<Record<string, LocalAnswer>>) => boolean
  readonly later: Later
  readonly now: () => number
}

const PAUSE = 600

/**
 * Keeps the answers of one attempt safe: each is on the device at once and on the server after a pause, and is tried again
 * until it is there. Where one was changed elsewhere in between, both are held out to the pupil.
 */
export class QuizAutosave extends Autosave<QuizStatus> {
  deviceFull = false
  readonly #world: QuizWorld
  readonly #answers: Map<string, LocalAnswer>
  readonly #elsewhere = new Map<string, { readonly answer: Answer; readonly version: number }>()

  constructor(world: QuizWorld, server: Readonly<Record<string, LocalAnswer>>) {
    super(world.later, { is: 'empty' })
    this.#world = world
    this.#answers = new Map(Object.entries(server))
    for (const [id, local] of Object.entries(world.read())) {
      const there = this.#answers.get(id)
      if (there && answerText(there.answer) === answerText(local.answer)) continue
      this.#answers.set(id, local)
    }
    if ([...this.#answers.values()].some(({ answer }) => !isUnanswered(answer)))
      this.status = { is: 'saved', at: null }
  }

  /** Sends what was found on the device, if anything was. */
  begin(): void {
    if (this.dirty) this.schedule(0)
  }

  get(questionId: string): LocalAnswer {
    return this.#answers.get(questionId) ?? { answer: null, version: 0, flagged: false, changedAt: null }
  }

  /** What was answered elsewhere, where the pupil has to choose. */
  elsewhere(questionId: string): Answer | undefined {
    return this.#elsewhere.get(questionId)?.answer
  }

  get dirty(): boolean {
    return [...this.#answers.values()].some(({ changedAt }) => changedAt !== null)
  }

  /** The version of the attempt as a whole. */
  get version(): number {
    return [...this.#answers.values()].reduce((sum, { version }) => sum + version, 0)
  }

  change(questionId: string, answer: Answer): void {
    this.#put(questionId, { ...this.get(questionId), answer, changedAt: this.#world.now() })
  }

  flag(questionId: string, flagged: boolean): void {
    const local = this.get(questionId)
    // a flag goes with its answer; before there is one it is on this device
    const changedAt = local.answer ? this.#world.now() : local.changedAt
    this.#put(questionId, { ...local, flagged, changedAt })
  }

  /** A check has saved the answer. */
  checked(questionId: string, version: number): void {
    const local = this.get(questionId)
    this.#answers.set(questionId, { ...local, version, changedAt: null })
    this.#keep()
    this.set(this.dirty ? { is: 'here' } : { is: 'saved', at: null })
  }

  /** Goes on with one of two answers. */
  choose(questionId: string, which: 'mine' | 'theirs'): void {
    const theirs = this.#elsewhere.get(questionId)
    if (!theirs) return
    this.#elsewhere.delete(questionId)
    const local = this.get(questionId)
    const answer = which === 'mine' ? local.answer : theirs.answer
    const changedAt = which === 'mine' ? this.#world.now() : null
    this.#put(questionId, { ...local, answer, version: theirs.version, changedAt })
  }

  #put(questionId: string, local: LocalAnswer): void {
    this.#answers.set(questionId, local)
    this.#keep()
    this.set(this.status.is === 'unsaved' ? { ...this.status } : { is: 'here' })
    this.schedule(PAUSE)
  }

  #keep(): void {
    const unconfirmed = [...this.#answers].filter(([, { changedAt }]) => changedAt !== null)
    this.deviceFull = !this.#world.write(Object.fromEntries(unconfirmed))
  }

  async flush(): Promise<void> {
    this.callOff()
    await this.settled()
    const due = [...this.#answers].filter(
      ([id, { changedAt, answer }]) => changedAt !== null && answer !== null && !this.#elsewhere.has(id),
    )
    if (!due.length) {
      if (!this.dirty && this.status.is === 'here') this.set({ is: 'saved', at: null })
      return
    }
    const now = atOnce(due)
    this.sending = this.#send(now)
    await this.sending
    const more = this.status.is === 'saved' || this.status.is === 'here'
    if (due.length > now.length && more) await this.flush()
  }

  async #send(due: readonly (readonly [string, LocalAnswer])[]): Promise<void> {
    if (this.status.is !== 'unsaved') this.set({ is: 'saving' })
    const now = this.#world.now()
    const result = await this.#world.send(
      due.map(([questionId, { answer, version, flagged, changedAt }]) => ({
        questionId,
        answer: answer as Answer,
        version,
        flagged,
        waited: Math.max(0, now - (changedAt ?? now)),
      })),
    )
    this.sending = undefined
    if (result.is === 'refused') return this.set({ is: 'refused', error: result.error })
    if (result.is !== 'saved') return this.failing({ is: 'unsaved', why: result.is })
    this.succeeded()
    const sent = new Map(due)
    for (const { questionId, version } of result.saved.saved) {
      const local = this.get(questionId)
      const same = local.changedAt === sent.get(questionId)?.changedAt
      this.#answers.set(questionId, { ...local, version, changedAt: same ? null : local.changedAt })
    }
    // what came too late is left as it stands: nothing takes it
    for (const id of result.saved.over) this.#answers.set(id, { ...this.get(id), changedAt: null })
    for (const { questionId, answer, version } of result.saved.changed)
      this.#elsewhere.set(questionId, { answer, version })
    this.#keep()
    const more = [...this.#answers].some(
      ([id, { changedAt }]) => changedAt !== null && !this.#elsewhere.has(id),
    )
    this.set(more ? { is: 'here' } : { is: 'saved', at: result.saved.savedAt })
    if (more) this.schedule(PAUSE)
  }
}
