import { type Edition, sayingOf } from '@oppen/core/draft'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DraftAutosave } from './draftAutosave.js'
import { FakeServer } from './fakeServer.js'

describe('a draft', () => {
  it('begins with the template and is not saved by being looked at', async () => {
    const fake = new FakeServer()
    const autosave = fake.open('<p>Fill in</p>')
    await fake.pass(10_000)
    expect(autosave.html).toBe('<p>Fill in</p>')
    expect(autosave.status).toEqual({ is: 'empty' })
    expect(fake.server).toBeUndefined()
  })

  it('is on the device with each change and on the server after a pause', async () => {
    const fake = new FakeServer()
    const autosave = fake.open()
    autosave.change('a')
    expect(fake.local?.html).toBe('a')
    await fake.pass(300)
    autosave.change('ab')
    await fake.pass(300)
    expect(fake.saves).toBe(0)
    await fake.pass(400)
    expect(fake.server?.html).toBe('ab')
    expect(autosave.status).toMatchObject({ is: 'saved' })
    // kept on as confirmed, to tell whether the server is ever set back
    expect(fake.local).toMatchObject({ html: 'ab', dirty: false })
  })

  it('is found again on the device where it never arrived, and goes then', async () => {
    const fake = new FakeServer()
    fake.open().change('a sentence in the mid')
    const again = fake.open()
    expect(again.html).toBe('a sentence in the mid')
    await fake.pass(1)
    expect(fake.server?.html).toBe('a sentence in the mid')
  })

  it('says that it is not saved while the server is down, and goes when it is back', async () => {
    const fake = new FakeServer()
    const autosave = fake.open()
    fake.cut = 'unreachable'
    autosave.change('kept')
    await fake.pass(700)
    expect(autosave.status).toEqual({ is: 'unsaved', lastAt: null, why: 'unreachable' })
    autosave.change('kept here')
    expect(autosave.status.is).toBe('unsaved')
    fake.cut = undefined
    await fake.pass(3_000)
    expect(fake.server?.html).toBe('kept here')
    expect(autosave.status.is).toBe('saved')
  })

  it('stays on the device when the person is signed out', async () => {
    const fake = new FakeServer()
    const autosave = fake.open()
    fake.cut = 'signedOut'
    autosave.change('mine')
    await fake.pass(700)
    expect(autosave.status).toMatchObject({ is: 'unsaved', why: 'signedOut' })
    expect(fake.local?.html).toBe('mine')
  })

  it('takes in what was saved elsewhere while nothing is unsaved here', () => {
    const fake = new FakeServer()
    fake.elsewhere('one')
    const autosave = fake.open()
    fake.elsewhere('two')
    autosave.heard(fake.server as Edition)
    expect(autosave).toMatchObject({ html: 'two', edition: 1, version: 2 })
  })

  it('that is opened from a reading older than its last save is not held against itself', async () => {
    const fake = new FakeServer()
    const before = fake.open()
    before.change('one')
    await fake.pass(700)
    const first = fake.server as Edition
    before.change('one two')
    await fake.pass(700)
    fake.cut = 'unreachable'
    before.change('one two three')
    before.stop()
    fake.cut = undefined
    const again = fake.open('', first)
    await fake.pass(1)
    await fake.pass(1)
    expect(again).toMatchObject({ html: 'one two three', status: { is: 'saved' } })
    expect(fake.server?.html).toBe('one two three')
  })

  it('that is opened from a reading without it is not held against itself', async () => {
    const fake = new FakeServer()
    const before = fake.open()
    before.change('one')
    await fake.pass(700)
    before.change('one two')
    before.stop()
    const again = new DraftAutosave(fake.world(), undefined, '')
    again.begin()
    await fake.pass(1)
    await fake.pass(1)
    expect(again).toMatchObject({ html: 'one two', status: { is: 'saved' } })
    expect(fake.server?.html).toBe('one two')
  })

  it('whose answer was lost, and that was typed on, is not held against itself', async () => {
    const fake = new FakeServer()
    const autosave = fake.open()
    fake.lost = true
    autosave.change('one')
    await fake.pass(700)
    autosave.change('one two')
    await fake.pass(4_000)
    await fake.pass(4_000)
    expect(fake.server?.html).toBe('one two')
    expect(autosave.status.is).toBe('saved')
  })

  it('says that the device has no room, and is saved on the server all the same', async () => {
    const fake = new FakeServer()
    const autosave = fake.open()
    fake.full = true
    autosave.change('kept there')
    expect(autosave.deviceFull).toBe(true)
    await fake.pass(700)
    expect(fake.server?.html).toBe('kept there')
  })

  it('shows another template to who has not begun, and to nobody else', async () => {
    const fake = new FakeServer()
    const autosave = fake.open('<p>One</p>')
    autosave.given('<p>Two</p>')
    expect(autosave).toMatchObject({ html: '<p>Two</p>', edition: 1, status: { is: 'empty' } })
    autosave.change('<p>Two: mine</p>')
    autosave.given('<p>Three</p>')
    expect(autosave.html).toBe('<p>Two: mine</p>')
    await fake.pass(700)
    autosave.given('<p>Four</p>')
    expect(fake.server?.html).toBe('<p>Two: mine</p>')
    expect(autosave.html).toBe('<p>Two: mine</p>')
  })
})

describe('a server set back to yesterday', () => {
  async function written() {
    const fake = new FakeServer()
    const autosave = fake.open()
    autosave.change('<p>yesterday</p>')
    await fake.pass(700)
    fake.backUp()
    autosave.change('<p>yesterday</p><p>today</p>')
    await fake.pass(700)
    autosave.stop()
    fake.setBack()
    return fake
  }

  it('is given again what it has forgotten', async () => {
    const fake = await written()
    fake.open()
    await fake.pass(1)
    expect(fake.server?.html).toBe('<p>yesterday</p><p>today</p>')
  })

  it('is given it also when the page is still open', async () => {
    const fake = await written()
    const autosave = fake.open()
    await fake.pass(1)
    fake.setBack()
    autosave.heard(fake.server as Edition)
    await fake.pass(1)
    expect(fake.server?.html).toBe('<p>yesterday</p><p>today</p>')
  })

  it('is given it even where the whole draft is gone', async () => {
    const fake = new FakeServer()
    const autosave = fake.open()
    autosave.change('all of it')
    await fake.pass(700)
    autosave.stop()
    fake.setBack()
    fake.open()
    await fake.pass(1)
    expect(fake.server?.html).toBe('all of it')
  })

  it('and written on elsewhere since: both texts are held out, and joined with everything of both', async () => {
    const fake = await written()
    for (const n of [1, 2, 3, 4]) fake.elsewhere(`<p>yesterday</p><p>elsewhere ${n}</p>`)
    const autosave = fake.open()
    expect(autosave.status).toMatchObject({
      is: 'conflict',
      mine: '<p>yesterday</p><p>today</p>',
      theirs: { html: '<p>yesterday</p><p>elsewhere 4</p>' },
      joined: { html: '<p>yesterday</p><p>today</p><p>elsewhere 4</p>' },
    })
  })
})

describe('two tabs of one device', () => {
  it('and a server that is set back: what one had saved is there again, though the other has newer words', async () => {
    const fake = new FakeServer()
    const [one, two] = [fake.open(), fake.open()]
    one.change('saved before')
    await fake.pass(31_000)
    two.change('typed since')
    fake.setBack()
    one.stop()
    two.stop()
    fake.open()
    await fake.pass(1)
    expect([fake.server?.html, ...fake.kept]).toEqual(expect.arrayContaining(['saved before', 'typed since']))
  })

  it('keep their words under names of their own', async () => {
    const fake = new FakeServer()
    const one = fake.open()
    const two = fake.open()
    fake.cut = 'unreachable'
    one.change('one')
    two.change('two')
    expect([...fake.locals.values()].map(local => local.html)).toEqual(['one', 'two'])
    one.stop()
    two.stop()
    // both were closed; a third finds the newer, and the other is kept among the versions
    fake.cut = undefined
    const three = fake.open()
    await fake.pass(1)
    expect(three.html).toBe('two')
    expect(fake.server?.html).toBe('two')
    expect(fake.kept).toEqual(['one'])
  })

  it('do not quarrel when one has sent what the other wrote', async () => {
    const fake = new FakeServer()
    const one = fake.open()
    fake.cut = 'unreachable'
    one.change('a')
    fake.cut = undefined
    const two = fake.open()
    await fake.pass(1)
    expect(two.status.is).toBe('saved')
    one.change('ab')
    await fake.pass(700)
    await fake.pass(1)
    expect(one.status.is).toBe('saved')
    expect(fake.server?.html).toBe('ab')
  })
})

describe('two versions', () => {
  const start = '<p>start</p>'
  async function conflict() {
    const fake = new FakeServer()
    fake.elsewhere(start)
    const autosave = fake.open()
    autosave.change(`${start}<p>mine</p>`)
    fake.elsewhere(`<p>theirs</p>${start}`)
    await fake.pass(700)
    return { fake, autosave }
  }

  it('are both held out with both as one, and typing on loses nothing', async () => {
    const { fake, autosave } = await conflict()
    expect(autosave.status).toMatchObject({
      is: 'conflict',
      mine: `${start}<p>mine</p>`,
      theirs: { html: `<p>theirs</p>${start}` },
      joined: { html: `<p>theirs</p>${start}<p>mine</p>`, doubled: 0 },
    })
    autosave.change(`${start}<p>mine too</p>`)
    expect(autosave.status).toMatchObject({
      mine: `${start}<p>mine too</p>`,
      joined: { html: `<p>theirs</p>${start}<p>mine too</p>` },
    })
    expect(fake.local?.html).toBe(`${start}<p>mine too</p>`)
  })

  it.each([
    ['mine', `${start}<p>mine</p>`, [`<p>theirs</p>${start}`]],
    ['theirs', `<p>theirs</p>${start}`, [`<p>theirs</p>${start}`, `${start}<p>mine</p>`]],
    ['joined', `<p>theirs</p>${start}<p>mine</p>`, [`<p>theirs</p>${start}`, `${start}<p>mine</p>`]],
  ] as const)('go on with %s, and the others stay among the versions', async (which, html, kept) => {
    const { fake, autosave } = await conflict()
    autosave.choose(which)
    await fake.pass(1)
    expect(autosave.html).toBe(html)
    expect(fake.server?.html).toBe(html)
    expect(autosave.status.is).toBe('saved')
    expect(fake.kept).toEqual(kept)
  })

  it('are held out until one is chosen, however often the page is loaded again', async () => {
    const { fake, autosave } = await conflict()
    autosave.stop()
    fake.open().stop()
    const again = fake.open()
    await fake.pass(31_000)
    expect(fake.server?.html).toBe(`<p>theirs</p>${start}`)
    expect(again.status).toMatchObject({
      is: 'conflict',
      joined: { html: `<p>theirs</p>${start}<p>mine</p>` },
    })
    again.change(`${start}<p>mine too</p>`)
    expect(again.status).toMatchObject({ joined: { html: `<p>theirs</p>${start}<p>mine too</p>` } })
  })

  it('are found also when the device was away: the local began from an older version', () => {
    const fake = new FakeServer()
    fake.elsewhere('one')
    fake.open().change('one, on the bus')
    fake.elsewhere('one, at home')
    expect(fake.open().status).toMatchObject({ is: 'conflict', mine: 'one, on the bus' })
  })
})

it('whatever happens in whatever order, every word typed is on the device, on the server or among its versions', async () => {
  const step = fc.oneof(
    { weight: 3, arbitrary: fc.record({ do: fc.constant('type' as const), page: fc.nat(1) }) },
    fc.record({
      do: fc.constantFrom(
        ...(['cut', 'mend', 'lose', 'wait', 'elsewhere', 'hear', 'mine', 'theirs', 'joined'] as const),
        ...(['reload', 'backUp', 'setBack'] as const),
      ),
      page: fc.nat(1),
    }),
  )
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 40 }), async steps => {
      const fake = new FakeServer()
      const pages = [fake.open(), fake.open()]
      const words: string[] = []
      for (const [index, one] of steps.entries()) {
        const autosave = pages[one.page] as DraftAutosave
        if (one.do === 'type') {
          words.push(`word${index}`)
          autosave.change(`${autosave.html}<p>word${index}</p>`)
        } else if (one.do === 'cut') fake.cut = 'unreachable'
        else if (one.do === 'mend') fake.cut = undefined
        else if (one.do === 'lose') fake.lost = true
        else if (one.do === 'wait') await fake.pass(31_000)
        else if (one.do === 'elsewhere') fake.elsewhere(`${fake.server?.html ?? ''}<p>elsewhere${index}</p>`)
        else if (one.do === 'hear' && fake.server) autosave.heard(fake.server)
        else if (one.do === 'mine' || one.do === 'theirs' || one.do === 'joined') autosave.choose(one.do)
        else if (one.do === 'backUp') fake.backUp()
        else if (one.do === 'setBack') fake.setBack()
        else if (one.do === 'reload') {
          autosave.stop()
          pages[one.page] = fake.open()
        }
        await fake.pass(0)
        const held = pages.flatMap(page =>
          page.status.is === 'conflict' ? [page.status.mine, page.status.theirs.html] : [page.html],
        )
        const locals = [...fake.locals.values()].flatMap(local => [
          local.html,
          ...local.aside,
          ...local.given,
        ])
        const everywhere = [fake.server?.html ?? '', ...fake.kept, ...locals, ...held].map(sayingOf).join(' ')
        for (const word of words) expect(everywhere.split(/\s+/), JSON.stringify(steps)).toContain(word)
      }
    }),
    { numRuns: 1000 },
  )
})
