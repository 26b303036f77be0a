import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CopyKeeper, type Draft, type KeeperWorld, type Saved, type SaveResult } from './copyKeeper.js'

/** A device and a server in memory: the server keeps versions as the real one does, and can be cut off. */
class Desk {
  server: Saved | undefined
  draft: Draft | undefined
  cut: 'unreachable' | 'signedOut' | undefined
  saves = 0
  #timers: { run: () => void; at: number; off: boolean }[] = []
  #now = 0

  world: KeeperWorld = {
    save: async (html, base) => this.#save(html, base),
    drafts: {
      read: () => this.draft,
      write: draft => {
        this.draft = draft
      },
      clear: () => {
        this.draft = undefined
      },
    },
    later: (run, milliseconds) => {
      const timer = { run, at: this.#now + milliseconds, off: false }
      this.#timers.push(timer)
      return () => {
        timer.off = true
      }
    },
    now: () => this.#now,
  }

  #save(html: string, base: number): SaveResult {
    this.saves += 1
    if (this.cut) return { is: this.cut }
    if (this.server && this.server.version !== base) return { is: 'conflict', theirs: this.server }
    this.server = { html, version: base + 1, savedAt: this.#now }
    return { is: 'saved', saved: this.server }
  }

  elsewhere(html: string): void {
    this.server = { html, version: (this.server?.version ?? 0) + 1, savedAt: this.#now }
  }

  async pass(milliseconds: number): Promise<void> {
    this.#now += milliseconds
    const due = this.#timers.filter(timer => !timer.off && timer.at <= this.#now)
    this.#timers = this.#timers.filter(timer => !timer.off && timer.at > this.#now)
    for (const timer of due) timer.run()
    for (let n = 0; n < 10; n++) await Promise.resolve()
  }

  open = (template = '') => {
    const keeper = new CopyKeeper(this.world, this.server, template)
    keeper.begin()
    return keeper
  }
}

describe('an own copy', () => {
  it('begins with the template and is not saved by being looked at', async () => {
    const desk = new Desk()
    const keeper = desk.open('<p>Fill in</p>')
    await desk.pass(10_000)
    expect(keeper.html).toBe('<p>Fill in</p>')
    expect(keeper.status).toEqual({ is: 'empty' })
    expect(desk.server).toBeUndefined()
  })

  it('is on the device with each change and on the server after a pause', async () => {
    const desk = new Desk()
    const keeper = desk.open()
    keeper.change('a')
    expect(desk.draft?.html).toBe('a')
    await desk.pass(300)
    keeper.change('ab')
    await desk.pass(300)
    expect(desk.saves).toBe(0)
    await desk.pass(400)
    expect(desk.server?.html).toBe('ab')
    expect(keeper.status).toMatchObject({ is: 'saved' })
    expect(desk.draft).toBeUndefined()
  })

  it('is found again on the device where it never arrived, and goes then', async () => {
    const desk = new Desk()
    desk.open().change('a sentence in the mid')
    const again = desk.open()
    expect(again.html).toBe('a sentence in the mid')
    await desk.pass(1)
    expect(desk.server?.html).toBe('a sentence in the mid')
  })

  it('says that it is not saved while the server is down, and goes when it is back', async () => {
    const desk = new Desk()
    const keeper = desk.open()
    desk.cut = 'unreachable'
    keeper.change('kept')
    await desk.pass(700)
    expect(keeper.status).toEqual({ is: 'unsaved', lastAt: null, why: 'unreachable' })
    keeper.change('kept here')
    expect(keeper.status.is).toBe('unsaved')
    desk.cut = undefined
    await desk.pass(3_000)
    expect(desk.server?.html).toBe('kept here')
    expect(keeper.status.is).toBe('saved')
  })

  it('stays on the device when the person is signed out', async () => {
    const desk = new Desk()
    const keeper = desk.open()
    desk.cut = 'signedOut'
    keeper.change('mine')
    await desk.pass(700)
    expect(keeper.status).toMatchObject({ is: 'unsaved', why: 'signedOut' })
    expect(desk.draft?.html).toBe('mine')
  })

  it('takes in what was saved elsewhere while nothing is unsaved here', () => {
    const desk = new Desk()
    desk.elsewhere('one')
    const keeper = desk.open()
    desk.elsewhere('two')
    keeper.heard(desk.server as Saved)
    expect(keeper).toMatchObject({ html: 'two', edition: 1, version: 2 })
  })
})

describe('two versions', () => {
  async function conflict() {
    const desk = new Desk()
    desk.elsewhere('start')
    const keeper = desk.open()
    keeper.change('start, mine')
    desk.elsewhere('start, theirs')
    await desk.pass(700)
    return { desk, keeper }
  }

  it('are both held out, and typing on loses nothing', async () => {
    const { desk, keeper } = await conflict()
    expect(keeper.status).toMatchObject({
      is: 'conflict',
      mine: 'start, mine',
      theirs: { html: 'start, theirs' },
    })
    expect(desk.draft?.html).toBe('start, mine')
    expect(desk.server?.html).toBe('start, theirs')
  })

  it.each([
    ['mine', 'start, mine'],
    ['theirs', 'start, theirs'],
    ['both', 'start, mine<hr>start, theirs'],
  ] as const)('go on with %s', async (which, html) => {
    const { desk, keeper } = await conflict()
    keeper.choose(which)
    await desk.pass(1)
    expect(keeper.html).toBe(html)
    expect(desk.server?.html).toBe(html)
    expect(keeper.status.is).toBe('saved')
  })

  it('are found also when the device was away: the draft began from an older version', () => {
    const desk = new Desk()
    desk.elsewhere('one')
    desk.open().change('one, on the bus')
    desk.elsewhere('one, at home')
    expect(desk.open().status).toMatchObject({ is: 'conflict', mine: 'one, on the bus' })
  })
})

it('whatever happens in whatever order, the last words typed are on the device, on the server or held out', async () => {
  const step = fc.oneof(
    fc.record({ do: fc.constant('type' as const), text: fc.string({ minLength: 1, maxLength: 4 }) }),
    fc.record({
      do: fc.constantFrom('cut', 'mend', 'wait', 'reload', 'elsewhere', 'mine', 'theirs', 'hear' as const),
    }),
  )
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 30 }), async steps => {
      const desk = new Desk()
      let keeper = desk.open()
      let words = ''
      for (const [index, one] of steps.entries()) {
        if (one.do === 'type') {
          words = `${index} ${one.text}`
          keeper.change(words)
        } else if (one.do === 'cut') desk.cut = 'unreachable'
        else if (one.do === 'mend') desk.cut = undefined
        else if (one.do === 'wait') await desk.pass(3_500)
        else if (one.do === 'elsewhere') desk.elsewhere(`elsewhere ${index}`)
        else if (one.do === 'hear' && desk.server) keeper.heard(desk.server)
        else if (one.do === 'mine') keeper.choose('mine')
        else if (one.do === 'theirs' && keeper.status.is === 'conflict') {
          keeper.choose('theirs')
          words = ''
        } else if (one.do === 'reload') {
          keeper.stop()
          keeper = desk.open()
        }
        const held = keeper.status.is === 'conflict' ? keeper.status.mine : ''
        // what somebody saved elsewhere after this text had arrived is a newer version, not a loss
        const arrived = desk.server?.html.startsWith('elsewhere') && !keeper.dirty
        if (words && !arrived)
          expect([desk.draft?.html, desk.server?.html, held, keeper.html]).toContain(words)
      }
    }),
  )
})
