import type { WorksheetPage } from '@oppen/contract'
import type { Saved } from '@oppen/core/draft'
import type { InkItem } from '@oppen/core/ink'
import { Person, Seeded } from '@oppen/demo'
import type { SubmissionAddress } from '@oppen/server/features/submissions/moves'
import { expect, test } from '@playwright/test'
import { later } from '../../web/src/app/delivery.js'
import { InkAutosave, type InkChange, type InkWorld } from '../../web/src/features/worksheets/inkAutosave.js'
import { Disasters } from '../disasters.js'
import { School } from '../school.js'

/** Seeds of the runs: a run that fails names its seed, and the same seed plays the same steps. */
const SEEDS = [4, 5]
const STEPS = 40

/** A device with the worksheet open, over the real wire to the real server; its network can be cut. */
class Device {
  autosave!: InkAutosave
  cut = false
  readonly #changes = new Map<string, InkChange>()
  #base: Saved | undefined
  readonly #person: Person
  readonly #submission: SubmissionAddress

  constructor(person: Person, submission: SubmissionAddress) {
    this.#person = person
    this.#submission = submission
  }

  async open(): Promise<void> {
    this.autosave?.stop()
    const page = await this.#read()
    // without an answer the page does not come up; what was drawn waits in the store
    if (!page) return
    const world: InkWorld = {
      save: (put, drop) => this.#save(put, drop),
      read: () => this.#read(),
      store: {
        all: () => [...this.#changes.values()],
        base: () => this.#base,
        keep: change => {
          this.#changes.set(change.id, change)
          return true
        },
        keepBase: saved => {
          this.#base = saved
        },
      },
      later,
    }
    this.autosave = new InkAutosave(world, page)
    this.autosave.begin()
  }

  async #read(): Promise<WorksheetPage | undefined> {
    if (this.cut) return undefined
    return this.#person.get('seeWorksheet', this.#submission).catch(() => undefined)
  }

  #save: InkWorld['save'] = async (put, drop) => {
    if (this.cut) return { is: 'unreachable' }
    try {
      const body = { put: [...put], drop: [...drop] }
      const { reply, error } = await this.#person.ask('saveInk', this.#submission, body)
      return error ? { is: 'refused', error } : { is: 'saved', saved: reply }
    } catch {
      return { is: 'unreachable' }
    }
  }
}

for (const seed of SEEDS) {
  test(`strokes, cuts, reloads, kills and a backup brought back in the order of seed ${seed} lose no stroke`, async () => {
    const random = new Seeded(seed)
    const school = await School.open()
    const disasters = new Disasters(school)
    const person = await new Person(school.address).signIn('oskar.lind')
    const submission = await worksheetOf(person)
    const page = (await person.get('seeWorksheet', submission)).sheets[0]?.id ?? ''
    const devices = [new Device(person, submission), new Device(person, submission)] as const
    for (const device of devices) await device.open()
    /** What was put on the page and never taken off by anybody. */
    const stands = new Set<string>()
    await disasters.backUp()
    const played: string[] = []
    const does = ['draw', 'draw', 'draw', 'draw', 'rub', 'undo', 'send', 'cut', 'reload', 'server'] as const
    for (let step = 0; step < STEPS; step++) {
      const device = random.pick(devices)
      const what = random.pick(does)
      played.push(what)
      if (what === 'draw') {
        const id = `s${seed}w${step}`
        device.autosave.do({ put: [word(id, page)], drop: [] })
        stands.add(id)
      } else if (what === 'rub') {
        const [gone] = device.autosave.items.values()
        if (gone) {
          device.autosave.do({ put: [], drop: [gone] })
          stands.delete(gone.id)
        }
      } else if (what === 'undo') {
        const before = device.autosave.items
        device.autosave.undo()
        for (const id of before.keys()) if (!device.autosave.items.has(id)) stands.delete(id)
        for (const id of device.autosave.items.keys()) if (!before.has(id)) stands.add(id)
      } else if (what === 'send') await device.autosave.flush()
      else if (what === 'cut') device.cut = !device.cut
      else if (what === 'reload') await device.open()
      else {
        const how = random.pick(['killDuring', 'backUp', 'setBack'] as const)
        if (how === 'killDuring') await disasters.killDuring(device.autosave.flush())
        else await disasters[how]()
      }
    }
    // in the end every device is at home, with its network
    for (const device of [...devices, ...devices]) {
      device.cut = false
      await device.open()
      await device.autosave.flush()
      expect(device.autosave.dirty, `seed ${seed}: ${played.join(' ')}`).toBe(false)
    }
    const found = new Set((await person.get('seeWorksheet', submission)).items.map(item => item.id))
    const lost = [...stands].filter(id => !found.has(id))
    expect(lost, `seed ${seed}: ${played.join(' ')}`).toEqual([])
    expect(stands.size).toBeGreaterThan(4)
    for (const device of devices) device.autosave.stop()
    await school.close()
  })
}

const word = (id: string, page: string): InkItem => ({
  kind: 'text',
  id,
  page,
  x: 100,
  y: 100,
  size: 20,
  colour: 'blue',
  text: id,
})

/** The worksheet of the demo that this pupil has not begun. */
async function worksheetOf(person: Person): Promise<SubmissionAddress> {
  const { submissions } = await person.get('seeToday', {})
  const open = submissions.find(one => one.work.title.startsWith('Label the gauge'))
  if (!open) throw new Error('no worksheet')
  return { classId: open.classId, workId: open.work.id, placeId: open.placeId }
}
