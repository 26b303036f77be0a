import type { ReadingMarkId } from '@oppen/core/ids'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Reached } from '../../../../app/delivery.js'
import { type Mark, type MarkChange, MarksAutosave } from './marksAutosave.js'

const anchor = { from: 0, to: 3, exact: 'mud', prefix: '', suffix: '' }
const mark = (id: string, note = ''): Mark => ({ id: id as ReadingMarkId, colour: 'sun', anchor, note })

/** A server, a device and a clock that a test has in its hand. */
class World {
  readonly server = new Map<string, Mark>()
  readonly device = new Map<string, MarkChange>()
  sent = 0
  answer: Reached<unknown> = { is: 'saved', saved: null }
  full = false
  meanwhile: () => void = () => undefined
  #due: (() => void) | undefined

  readonly later = (run: () => void) => {
    this.#due = run
    return () => {
      this.#due = undefined
    }
  }
  readonly now = () => 1
  readonly read = () => Object.fromEntries(this.device)
  readonly keep = (id: string, change: MarkChange | undefined) => {
    if (change && this.full) return false
    if (change) this.device.set(id, change)
    else this.device.delete(id)
    return true
  }
  readonly send = async (id: ReadingMarkId, change: Mark | null): Promise<Reached<unknown>> => {
    this.sent += 1
    this.meanwhile()
    this.meanwhile = () => undefined
    if (this.answer.is !== 'saved') return this.answer
    if (change) this.server.set(id, change)
    else this.server.delete(id)
    return this.answer
  }
  async pass(autosave: MarksAutosave): Promise<void> {
    this.#due?.()
    await autosave.settled()
  }
}

let world: World
let autosave: MarksAutosave
beforeEach(() => {
  world = new World()
  autosave = new MarksAutosave(world)
})

describe('marks in a passage', () => {
  it('are on the device at once and then on the server, and are removed there too', async () => {
    autosave.put(mark('a'))
    expect([...world.device.keys(), autosave.status.is]).toEqual(['a', 'here'])
    expect(autosave.local).toEqual({ a: mark('a') })
    await world.pass(autosave)
    expect([...world.server.keys(), world.device.size, autosave.status.is]).toEqual(['a', 0, 'saved'])
    autosave.remove(mark('a').id)
    expect(autosave.local).toEqual({ a: null })
    await world.pass(autosave)
    expect(world.server.size).toBe(0)
  })

  it('made without a network wait on the device, and are sent by the next page', async () => {
    world.answer = { is: 'unreachable' }
    autosave.put(mark('a', 'why?'))
    await world.pass(autosave)
    expect(autosave.status).toEqual({ is: 'unsaved', why: 'unreachable' })
    world.answer = { is: 'saved', saved: null }
    const next = new MarksAutosave(world)
    expect(next.local).toEqual({ a: mark('a', 'why?') })
    next.begin()
    await world.pass(next)
    expect(world.server.get('a')?.note).toBe('why?')
  })

  it('changed while they are on their way go once more', async () => {
    autosave.put(mark('a'))
    world.meanwhile = () => autosave.put(mark('a', 'later'))
    await world.pass(autosave)
    expect(world.server.get('a')?.note).toBe('later')
    expect([world.sent, autosave.dirty]).toEqual([2, false])
  })

  it('that are refused are told and stay on the device', async () => {
    world.answer = { is: 'refused', error: new Error('no') }
    autosave.put(mark('a'))
    await world.pass(autosave)
    expect([autosave.status.is, world.device.size]).toEqual(['refused', 1])
  })

  it('that are refused hold up no other', async () => {
    const { send } = world
    const refusing: World = Object.assign(Object.create(world), {
      send: (id: ReadingMarkId, change: Mark | null) =>
        id === 'a' ? Promise.resolve({ is: 'refused', error: new Error('no') } as const) : send(id, change),
    })
    autosave = new MarksAutosave(refusing)
    autosave.put(mark('a'))
    autosave.put(mark('b'))
    await autosave.flush()
    expect([...world.server.keys(), ...world.device.keys(), autosave.status.is]).toEqual([
      'b',
      'a',
      'refused',
    ])
  })

  it('say where the device has no room', () => {
    world.full = true
    autosave.put(mark('a'))
    expect(autosave.deviceFull).toBe(true)
  })
})
