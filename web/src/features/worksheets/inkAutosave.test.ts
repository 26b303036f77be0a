import type { WorksheetPage } from '@oppen/contract'
import { continueLineage, type Lineage, type Saved } from '@oppen/core/draft'
import type { InkItem } from '@oppen/core/ink'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { InkAutosave, type InkChange, type InkWorld } from './inkAutosave.js'

const word = (id: string): InkItem => ({
  kind: 'text',
  id,
  page: 'p',
  x: 1,
  y: 1,
  size: 20,
  colour: 'black',
  text: id,
})

/** A server in memory that keeps things by their ids, as the real one does, and two devices that draw at it. */
class FakeServer {
  items = new Map<string, InkItem>()
  cut = false
  lost = false
  full = false
  #version = 0
  #lineage: Lineage = []
  #run = 0
  #backup = { items: this.items, version: 0, lineage: this.#lineage }
  readonly stores = [0, 1].map(() => ({
    changes: new Map<string, InkChange>(),
    base: undefined as Saved | undefined,
  }))
  #timers: { run: () => void; off: boolean }[] = []

  get page(): WorksheetPage {
    const saved = { version: this.#version, savedAt: this.#version || null, lineage: this.#lineage }
    return { ...saved, sheets: [], items: [...this.items.values()] }
  }

  open(device: 0 | 1): InkAutosave {
    const store = this.stores[device]
    if (!store) throw new Error('no such device')
    const autosave = new InkAutosave(
      {
        save: async (put, drop) => this.#save(put, drop),
        read: async () => (this.cut ? undefined : this.page),
        store: {
          all: () => [...store.changes.values()],
          base: () => store.base,
          keep: change => {
            if (this.full) return false
            store.changes.set(change.id, change)
            return true
          },
          keepBase: saved => {
            store.base = saved
          },
        },
        later: run => {
          const timer = { run, off: false }
          this.#timers.push(timer)
          return () => {
            timer.off = true
          }
        },
      },
      this.page,
    )
    autosave.begin()
    return autosave
  }

  #save(put: readonly InkItem[], drop: readonly string[]): Awaited<ReturnType<InkWorld['save']>> {
    if (this.cut) return { is: 'unreachable' }
    for (const id of drop) this.items.delete(id)
    for (const item of put) this.items.set(item.id, item)
    this.#version += 1
    this.#lineage = continueLineage(this.#lineage, { run: `r${this.#run}`, version: this.#version })
    if (this.lost) {
      this.lost = false
      return { is: 'unreachable' }
    }
    return { is: 'saved', saved: this.page }
  }

  backUp(): void {
    this.#backup = { items: new Map(this.items), version: this.#version, lineage: this.#lineage }
  }

  setBack(): void {
    this.#run += 1
    this.items = new Map(this.#backup.items)
    this.#version = this.#backup.version
    this.#lineage = this.#backup.lineage
  }

  async pass(): Promise<void> {
    const due = this.#timers.filter(timer => !timer.off)
    this.#timers = []
    for (const timer of due) timer.run()
    for (let n = 0; n < 12; n++) await Promise.resolve()
  }
}

describe('a worksheet', () => {
  it('is on the device with each stroke and on the server after a pause', async () => {
    const fake = new FakeServer()
    const autosave = fake.open(0)
    autosave.do({ put: [word('a')], drop: [] })
    expect(fake.stores[0]?.changes.get('a')).toMatchObject({ sent: false })
    expect(autosave.status.is).toBe('here')
    await fake.pass()
    expect([...fake.items.keys()]).toEqual(['a'])
    expect(autosave.status.is).toBe('saved')
    expect(fake.stores[0]?.changes.get('a')).toMatchObject({ sent: true })
  })

  it('undone and done again is on the server as it is seen', async () => {
    const fake = new FakeServer()
    const autosave = fake.open(0)
    autosave.do({ put: [word('a')], drop: [] })
    await fake.pass()
    autosave.undo()
    await fake.pass()
    expect([...fake.items.keys()]).toEqual([])
    autosave.redo()
    await fake.pass()
    expect([...fake.items.keys()]).toEqual(['a'])
  })

  it('of two devices has what both drew', async () => {
    const fake = new FakeServer()
    const [one, two] = [fake.open(0), fake.open(1)]
    one.do({ put: [word('one')], drop: [] })
    two.do({ put: [word('two')], drop: [] })
    await fake.pass()
    one.heard(fake.page)
    two.heard(fake.page)
    expect([...one.items.keys()].sort()).toEqual(['one', 'two'])
    expect([...two.items.keys()].sort()).toEqual(['one', 'two'])
  })

  it('that a server set back has forgotten is given to it again', async () => {
    const fake = new FakeServer()
    const autosave = fake.open(0)
    autosave.do({ put: [word('yesterday')], drop: [] })
    await fake.pass()
    fake.backUp()
    autosave.do({ put: [word('today')], drop: [] })
    await fake.pass()
    fake.setBack()
    fake.open(0)
    await fake.pass()
    expect([...fake.items.keys()].sort()).toEqual(['today', 'yesterday'])
  })

  it('says that the device has no room', () => {
    const fake = new FakeServer()
    fake.full = true
    const autosave = fake.open(0)
    autosave.do({ put: [word('a')], drop: [] })
    expect(autosave.deviceFull).toBe(true)
  })

  it('loses nothing that was put and not taken off, whatever happens in whatever order', async () => {
    const step = fc.record({
      do: fc.constantFrom(
        'put',
        'put',
        'put',
        'drop',
        'undo',
        'cut',
        'mend',
        'lose',
        'wait',
        'reload',
        'hear',
        'backUp',
        'setBack',
      ),
      device: fc.constantFrom(0 as const, 1 as const),
    })
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 40 }), async steps => {
        const fake = new FakeServer()
        const autosaves = [fake.open(0), fake.open(1)]
        const wanted = new Set<string>()
        const touched = new Set<string>()
        for (const [index, { do: what, device }] of steps.entries()) {
          const autosave = autosaves[device] as InkAutosave
          const before = new Set(autosave.items.keys())
          if (what === 'put') {
            autosave.do({ put: [word(`w${index}`)], drop: [] })
            wanted.add(`w${index}`)
          } else if (what === 'drop') {
            const [item] = autosave.items.values()
            if (item) autosave.do({ put: [], drop: [item] })
          } else if (what === 'undo') autosave.undo()
          else if (what === 'cut') fake.cut = true
          else if (what === 'mend') fake.cut = false
          else if (what === 'lose') fake.lost = true
          else if (what === 'wait') await fake.pass()
          else if (what === 'hear' && !fake.cut) autosave.heard(fake.page)
          else if (what === 'backUp') fake.backUp()
          else if (what === 'setBack') fake.setBack()
          else if (what === 'reload' && !fake.cut) {
            autosave.stop()
            autosaves[device] = fake.open(device)
          }
          // what somebody took off themself is no loss
          if (what === 'drop' || what === 'undo')
            for (const id of before) if (!autosave.items.has(id)) touched.add(id)
        }
        fake.cut = false
        for (let n = 0; n < 3; n++)
          for (const device of [0, 1] as const) {
            autosaves[device]?.stop()
            autosaves[device] = fake.open(device)
            await fake.pass()
          }
        for (const id of wanted)
          if (!touched.has(id)) expect([...fake.items.keys()], JSON.stringify(steps)).toContain(id)
      }),
      { numRuns: 600 },
    )
  })
})
