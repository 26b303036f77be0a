import { sayingOf } from '@oppen/core/draft'
import { Person, Seeded } from '@oppen/demo'
import type { SubmissionAddress } from '@oppen/server/features/submissions/moves'
import { expect, test } from '@playwright/test'
import {
  DraftAutosave,
  type LocalDraft,
  type LocalDrafts,
  type SaveResult,
  type Sending,
} from '../../web/src/features/work/draftAutosave.js'
import { Disasters } from '../disasters.js'
import { School } from '../school.js'

/** Seeds of the runs: a run that fails names its seed, and the same seed plays the same steps. */
const SEEDS = [11, 22, 33]
const STEPS = 32

/** What one device keeps of one draft, whatever page is open on it. */
class Store {
  readonly pages = new Map<number, LocalDraft>()
  #next = 0

  open(): LocalDrafts {
    const own = ++this.#next
    let found: number[] = []
    return {
      all: () => {
        found = [...this.pages.keys()]
        return [...this.pages.values()].sort((one, other) => other.at - one.at)
      },
      write: local => {
        this.pages.set(own, local)
        return true
      },
      settle: () => {
        for (const page of found) if (page !== own) this.pages.delete(page)
      },
    }
  }
}

/** A device with the draft open, over the real wire to the real server; its network can be cut. */
class Device {
  autosave!: DraftAutosave
  cut = false
  readonly store = new Store()
  readonly #person: Person
  readonly #submission: SubmissionAddress

  constructor(person: Person, submission: SubmissionAddress) {
    this.#person = person
    this.#submission = submission
  }

  async open(): Promise<void> {
    this.autosave?.stop()
    const page = this.cut
      ? undefined
      : await this.#person.get('seeSubmission', this.#submission).catch(() => undefined)
    // without an answer the page does not come up; the words wait in the store
    if (!page) return
    const world = {
      save: (sending: Sending) => this.#save(sending),
      locals: this.store.open(),
      later: (run: () => void, milliseconds: number) => {
        const timer = setTimeout(run, milliseconds)
        return () => clearTimeout(timer)
      },
      now: () => performance.now(),
    }
    this.autosave = new DraftAutosave(
      world,
      page.draft ?? undefined,
      page.work.details.assignment?.template ?? '',
    )
    this.autosave.begin()
  }

  async #save(sending: Sending): Promise<SaveResult> {
    if (this.cut) return { is: 'unreachable' }
    try {
      const body = { ...sending, aside: [...sending.aside] }
      const { reply, error } = await this.#person.ask('saveDraft', this.#submission, body)
      if (!error) return { is: 'saved', saved: reply }
      if (error.code !== 'draft_changed') return { is: 'refused', error }
      const { html, version, savedAt, lineage } = error.params ?? {}
      const parts = { html: String(html), version: Number(version), savedAt: Number(savedAt) }
      return { is: 'conflict', theirs: { ...parts, lineage: JSON.parse(String(lineage)) } }
    } catch {
      return { is: 'unreachable' }
    }
  }

  /** Everything that is on this device. */
  get texts(): string[] {
    const held = this.autosave.status.is === 'conflict' ? [this.autosave.status.mine] : []
    return [...held, ...[...this.store.pages.values()].flatMap(({ html, aside }) => [html, ...aside])]
  }
}

for (const seed of SEEDS) {
  test(`edits, cuts, reloads, kills and a backup brought back in the order of seed ${seed} lose no word`, async () => {
    const random = new Seeded(seed)
    const school = await School.open()
    const disasters = new Disasters(school)
    const person = await new Person(school.address).signIn('ada.moreno')
    const submission = await untouched(person)
    const devices = [new Device(person, submission), new Device(person, submission)] as const
    for (const device of devices) await device.open()
    const words: string[] = []
    await disasters.backUp()
    const played: string[] = []
    for (let step = 0; step < STEPS; step++) {
      const device = random.pick(devices)
      const what = random.pick([
        'type',
        'type',
        'type',
        'type',
        'send',
        'send',
        'cut',
        'reload',
        'choose',
        'server',
      ])
      played.push(what)
      if (what === 'type') {
        words.push(`s${seed}w${step}`)
        device.autosave.change(`${device.autosave.html}<p>s${seed}w${step}</p>`)
      } else if (what === 'send') await device.autosave.flush()
      else if (what === 'cut') device.cut = !device.cut
      else if (what === 'reload') await device.open()
      else if (what === 'choose') device.autosave.choose(random.pick(['mine', 'theirs', 'joined']))
      else {
        const how = random.pick(['killDuring', 'backUp', 'setBack'] as const)
        if (how === 'killDuring') await disasters.killDuring(device.autosave.flush())
        else await disasters[how]()
      }
    }
    // in the end every device is at home, with its network, and what differs is joined
    for (const device of [...devices, ...devices]) {
      device.cut = false
      await device.open()
      for (let n = 0; n < 6 && device.autosave.dirty; n++) {
        device.autosave.choose('joined')
        await device.autosave.flush()
      }
      expect(device.autosave.dirty, `seed ${seed}: ${played.join(' ')}`).toBe(false)
    }
    const found = new Set((await everything(person, submission)).flatMap(text => sayingOf(text).split(/\s+/)))
    const lost = words.filter(word => !found.has(word))
    expect(lost, `seed ${seed}: ${played.join(' ')}`).toEqual([])
    expect(words.length).toBeGreaterThan(4)
    for (const device of devices) device.autosave.stop()
    await school.close()
  })
}

/** A submission that this pupil has not begun, which takes writing now. */
async function untouched(person: Person): Promise<SubmissionAddress> {
  const { submissions } = await person.get('seeToday', {})
  const open = submissions.find(
    one => one.status.phase === 'untouched' && !one.work.opensAt && one.work.kind === 'assignment',
  )
  if (!open) throw new Error('nothing to begin')
  return { classId: open.classId, workId: open.work.id, placeId: open.placeId }
}

/** The draft and all its kept versions. */
async function everything(person: Person, submission: SubmissionAddress): Promise<string[]> {
  const page = await person.get('seeSubmission', submission)
  const versions = await person.get('seeVersions', submission)
  const kept = await Promise.all(
    versions.map(({ version }) => person.get('seeVersion', { ...submission, number: String(version) })),
  )
  return [page.draft?.html ?? '', ...kept.map(one => one.html)]
}
