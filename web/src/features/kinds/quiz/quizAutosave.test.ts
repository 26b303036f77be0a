import type { Answer } from '@oppen/core/questions'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Reached } from '../../../app/delivery.js'
import { type LocalAnswer, QuizAutosave, type SavedAnswers, type SentAnswer } from './quizAutosave.js'

const choice = (id: string | null): Answer => ({ kind: 'one', choice: id })

/** A server, a device and a clock that a test has in its hand. */
class World {
  readonly sent: SentAnswer[][] = []
  held: Readonly<Record<string, LocalAnswer>> = {}
  full = false
  clock = 1_000
  answers = new Map<string, { answer: Answer; version: number }>()
  down = false
  /** Questions whose answers come too late. */
  readonly late = new Set<string>()
  /** What happens while answers are on their way. */
  meanwhile: () => void = () => undefined
  #due: (() => void) | undefined

  readonly later = (run: () => void) => {
    this.#due = run
    return () => {
      this.#due = undefined
    }
  }
  readonly now = () => this.clock
  readonly read = () => this.held
  readonly write = (answers: Readonly<Record<string, LocalAnswer>>) => {
    if (!this.full) this.held = answers
    return !this.full
  }
  readonly send = async (answers: readonly SentAnswer[]): Promise<Reached<SavedAnswers>> => {
    if (this.down) return { is: 'unreachable' }
    this.sent.push([...answers])
    this.meanwhile()
    this.meanwhile = () => undefined
    const saved: { questionId: string; version: number }[] = []
    const changed: { questionId: string; answer: Answer; version: number }[] = []
    const over = answers.map(({ questionId }) => questionId).filter(id => this.late.has(id))
    for (const { questionId, answer, version } of answers) {
      if (this.late.has(questionId)) continue
      const there = this.answers.get(questionId)
      if ((there?.version ?? 0) === version) {
        this.answers.set(questionId, { answer, version: version + 1 })
        saved.push({ questionId, version: version + 1 })
      } else if (there) changed.push({ questionId, ...there })
    }
    return { is: 'saved', saved: { saved, over, changed, savedAt: 5_000 } }
  }

  /** What was put off is done now. */
  async pass(autosave: QuizAutosave): Promise<void> {
    this.#due?.()
    await autosave.settled()
  }
}

let world: World
let autosave: QuizAutosave
beforeEach(() => {
  world = new World()
  autosave = new QuizAutosave(world, {})
  autosave.begin()
})

describe('an answer', () => {
  it('is on the device at once, and on the server after a pause', async () => {
    autosave.change('q1', choice('a'))
    expect(world.held.q1?.answer).toEqual(choice('a'))
    expect(autosave.status).toEqual({ is: 'here' })
    expect(world.sent).toEqual([])
    await world.pass(autosave)
    expect(autosave.status).toEqual({ is: 'saved', at: 5_000 })
    expect(world.held).toEqual({})
    expect(autosave.version).toBe(1)
  })

  it('that was changed while it was on its way goes once more', async () => {
    autosave.change('q1', choice('a'))
    world.meanwhile = () => {
      world.clock = 1_200
      autosave.change('q1', choice('b'))
    }
    await autosave.flush()
    expect(autosave.dirty).toBe(true)
    await world.pass(autosave)
    expect(world.answers.get('q1')).toEqual({ answer: choice('b'), version: 2 })
    expect(autosave.dirty).toBe(false)
  })

  it('given without a network waits, is found again by the next page, and says how long it waited', async () => {
    world.down = true
    autosave.change('q1', choice('a'))
    await world.pass(autosave)
    expect(autosave.status).toEqual({ is: 'unsaved', why: 'unreachable' })
    world.down = false
    world.clock = 61_000
    const next = new QuizAutosave(world, {})
    expect(next.get('q1').answer).toEqual(choice('a'))
    next.begin()
    await world.pass(next)
    expect(world.sent[0]?.[0]).toMatchObject({ questionId: 'q1', waited: 60_000 })
    expect(world.held).toEqual({})
  })

  it('that was changed elsewhere is held out, and either can be gone on with', async () => {
    for (const [which, stands] of [
      ['mine', 'a'],
      ['theirs', 'z'],
    ] as const) {
      world = new World()
      world.answers.set('q1', { answer: choice('z'), version: 3 })
      autosave = new QuizAutosave(world, {})
      autosave.change('q1', choice('a'))
      await world.pass(autosave)
      expect(autosave.elsewhere('q1')).toEqual(choice('z'))
      // nothing is written over unasked
      await autosave.flush()
      expect(world.answers.get('q1')?.answer).toEqual(choice('z'))
      autosave.choose('q1', which)
      await world.pass(autosave)
      expect(world.answers.get('q1')?.answer).toEqual(choice(stands))
      expect([autosave.get('q1').answer, autosave.dirty]).toEqual([choice(stands), false])
    }
  })

  it('that the server has already is not sent again, whatever the order of its parts', () => {
    world.held = { q1: { answer: { choice: 'a', kind: 'one' }, version: 0, flagged: false, changedAt: 1 } }
    const next = new QuizAutosave(world, {
      q1: { answer: choice('a'), version: 1, flagged: false, changedAt: null },
    })
    expect(next.dirty).toBe(false)
    expect(next.status).toEqual({ is: 'saved', at: null })
  })

  it('is said to be on this page alone where the device is full', () => {
    world.full = true
    autosave.change('q1', choice('a'))
    expect(autosave.deviceFull).toBe(true)
  })
})

it('a flag goes with its answer, and before there is one stays here', async () => {
  autosave.flag('q1', true)
  await autosave.flush()
  expect(world.sent).toEqual([])
  autosave.change('q1', choice('a'))
  await world.pass(autosave)
  expect(world.sent[0]?.[0]).toMatchObject({ flagged: true })
})

it('many answers go in several sendings', async () => {
  for (let number = 0; number < 60; number++) autosave.change(`q${number}`, choice('a'))
  await autosave.flush()
  await world.pass(autosave)
  expect(world.sent.map(answers => answers.length)).toEqual([50, 10])
  expect(autosave.version).toBe(60)
})

it('what came too late is not asked for again, and the others are saved', async () => {
  world.late.add('q1')
  autosave.change('q1', choice('a'))
  autosave.change('q2', choice('b'))
  await autosave.flush()
  expect(autosave.dirty).toBe(false)
  expect(autosave.get('q1').answer).toEqual(choice('a'))
  await autosave.flush()
  expect(world.sent).toHaveLength(1)
})

it('goes in requests of a bounded size, at least one answer in each', async () => {
  const drawing = (length: number): Answer => ({ kind: 'drawing', strokes: ['x'.repeat(length)] })
  for (let index = 0; index < 5; index++) autosave.change(`d${index}`, drawing(100_000))
  autosave.change('huge', drawing(900_000))
  await autosave.flush()
  expect(world.sent.map(answers => answers.length)).toEqual([2, 2, 1, 1])
  expect(autosave.dirty).toBe(false)
})
