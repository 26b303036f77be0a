import { LIMITS } from '@oppen/core/texts'
import { buildWork } from '@oppen/demo'
import { describe, expect, it } from 'vitest'
import { oneSubmission } from '../../testing/oneSubmission.js'

const on = oneSubmission()

describe('the draft', () => {
  it('begins with the template, starts with the first save, and is not made by looking', async () => {
    const before = await on.anna.get('seeSubmission', on.submission())
    expect(before).toMatchObject({
      draft: null,
      work: { details: { assignment: { template: '<p>High water: </p>' } } },
      status: { phase: 'untouched' },
    })
    const saved = await on.anna.get('saveDraft', on.submission(), {
      html: '<p>High water: 05:42</p>',
      base: 0,
    })
    expect(saved.version).toBe(1)
    const after = await on.anna.get('seeSubmission', on.submission())
    expect(after).toMatchObject({
      draft: { html: '<p>High water: 05:42</p>', version: 1 },
      status: { phase: 'started' },
    })
    expect(after.moves.map(move => move.kind)).toEqual(['start'])
  })

  it('written in two tabs is never written over: the second is handed the other text', async () => {
    await on.anna.get('saveDraft', on.submission(), { html: '<p>one</p>', base: 0 })
    await on.anna.get('saveDraft', on.submission(), { html: '<p>tab one</p>', base: 1 })
    const refused = await on.anna.ask('saveDraft', on.submission(), { html: '<p>tab two</p>', base: 1 })
    expect(refused).toMatchObject({
      status: 409,
      error: { code: 'draft_changed', params: { version: 2, html: '<p>tab one</p>' } },
    })
    await on.anna.get('saveDraft', on.submission(), { html: '<p>tab two</p>', base: 2, chosen: true })
    expect(await textsKept()).toEqual(['2 choice <p>tab one</p>', '1 pause <p>one</p>'])
  })

  /** The kept versions, the newest first, as the pupil finds them. */
  async function textsKept() {
    const list = await on.anna.get('seeVersions', on.submission())
    const whole = await Promise.all(
      list.map(one => on.anna.get('seeVersion', { ...on.submission(), number: String(one.version) })),
    )
    return whole.map(one => `${one.version} ${one.why} ${one.html}`)
  }

  it('from a run that the server has forgotten is a text of its own, whatever its number', async () => {
    const one = await on.anna.get('saveDraft', on.submission(), { html: '<p>one</p>', base: 0 })
    const refused = await on.anna.ask('saveDraft', on.submission(), {
      html: '<p>two</p>',
      base: 1,
      run: 'gone',
    })
    expect(refused).toMatchObject({ status: 409, error: { code: 'draft_changed' } })
    const { lineage } = one
    expect(lineage).toEqual([{ run: on.school.world.run, from: 1 }])
    const run = on.school.world.run
    expect(
      (await on.anna.ask('saveDraft', on.submission(), { html: '<p>two</p>', base: 1, run })).status,
    ).toBe(200)
  })

  it('keeps what the writer held and did not go on with, each text once', async () => {
    await on.anna.get('saveDraft', on.submission(), { html: '<p>one</p>', base: 0 })
    const aside = ['<p>from the bus</p>', '<p>from the bus</p>', '<p>from <script>x</script>home</p>']
    const { version } = await on.anna.get('saveDraft', on.submission(), {
      html: '<p>one</p>',
      base: 1,
      aside,
    })
    expect(version).toBe(4)
    await on.anna.get('saveDraft', on.submission(), { html: '<p>one</p>', base: 4, aside })
    expect(await textsKept()).toEqual([
      '3 choice <p>from home</p>',
      '2 choice <p>from the bus</p>',
      '1 pause <p>one</p>',
    ])
  })

  it('keeps what stood for a while and what was cut, and not every letter', async () => {
    const start = on.school.clock.now()
    let base = 0
    const write = async (html: string, seconds: number) => {
      on.school.clock.moveTo(start + seconds * 1000)
      base = (await on.anna.get('saveDraft', on.submission(), { html, base })).version
    }
    for (let second = 0; second < 400; second += 20) await write(`<p>${'word '.repeat(second)}</p>`, second)
    await write('<p>oh</p>', 401)
    await write('<p>oh no</p>', 402)
    expect((await on.anna.get('seeVersions', on.submission())).map(one => [one.why, one.words])).toEqual([
      ['cut', 380],
      ['pause', 360],
      ['pause', 180],
      ['pause', 0],
    ])
    on.school.clock.moveTo(start)
  })

  it('is brought back by its pupil, or by a teacher when the time is over; what was there is kept', async () => {
    await on.anna.get('saveDraft', on.submission(), { html: '<p>the story</p>', base: 0 })
    await on.anna.get('saveDraft', on.submission(), { html: '<p>gone</p>', base: 1 })
    const back = await on.anna.get('bringBack', { ...on.submission(), number: '1' })
    expect(back).toMatchObject({ html: '<p>the story</p>', version: 3 })
    expect(await textsKept()).toEqual(['2 back <p>gone</p>', '1 pause <p>the story</p>'])
    const now = on.school.clock.now()
    on.school.clock.moveTo(Date.UTC(2027, 0, 10))
    await on.teacher.get('bringBack', { ...on.submission(), number: '2' })
    expect((await on.anna.get('seeSubmission', on.submission())).draft).toMatchObject({
      html: '<p>gone</p>',
      versions: 3,
    })
    expect((await on.teacher.get('seeVersions', on.submission()))[0]).toMatchObject({
      why: 'back',
      keptBy: 'Ms Kestrel',
    })
    on.school.clock.moveTo(now)
    await on.anna.get('handIn', on.submission(), { version: 4 })
    for (const who of [on.anna, on.teacher])
      expect(await who.ask('bringBack', { ...on.submission(), number: '1' })).toMatchObject({
        error: { code: 'not_yours_to_change' },
      })
    expect(await on.anna.ask('bringBack', { ...on.submission(), number: '77' })).toMatchObject({
      status: 409,
    })
  })

  it('saved twice with the same text is one version', async () => {
    await on.anna.get('saveDraft', on.submission(), { html: '<p>same</p>', base: 0 })
    expect(await on.anna.get('saveDraft', on.submission(), { html: '<p>same</p>', base: 0 })).toMatchObject({
      version: 1,
    })
  })

  it('takes 100 kB, says how long is too long, and cleans what would run', async () => {
    expect(
      (await on.anna.ask('saveDraft', on.submission(), { html: `<p>${'x'.repeat(100_000)}</p>`, base: 0 }))
        .status,
    ).toBe(200)
    expect(
      await on.anna.ask('saveDraft', on.submission(), { html: 'x'.repeat(LIMITS.draft + 1), base: 1 }),
    ).toMatchObject({ error: { code: 'text_long', params: { most: LIMITS.draft } } })
    expect(
      (
        await on.anna.get('saveDraft', on.submission(), {
          html: '<p>a</p><script>x</script><p style="position:fixed">b</p>',
          base: 1,
        })
      ).html,
    ).toBe('<p>a</p><p>b</p>')
  })

  it('waits for the opening and ends with the closing', async () => {
    on.workId = await buildWork(on.school.world, on.built, {
      title: 'Later',
      opens: '2026-10-15T09:00',
      due: '2026-10-15T10:00',
      closes: '2026-10-15T11:00',
    })
    expect(await on.anna.ask('saveDraft', on.submission(), { html: 'early', base: 0 })).toMatchObject({
      error: { code: 'work_not_open' },
    })
    const now = on.school.clock.now()
    on.school.clock.moveTo(Date.UTC(2026, 9, 15, 10))
    expect(await on.anna.ask('saveDraft', on.submission(), { html: 'late', base: 0 })).toMatchObject({
      error: { code: 'work_closed', params: { at: Date.UTC(2026, 9, 15, 10) } },
    })
    on.school.clock.moveTo(now)
  })
})
