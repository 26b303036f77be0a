import { addressOf, routes } from '@oppen/contract'
import type { SheetId, WorkId } from '@oppen/core/ids'
import { INK_LIMITS, type InkItem, pack } from '@oppen/core/ink'
import { buildWork, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import fc from 'fast-check'
import { PDFDocument } from 'pdf-lib'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { SubmissionAddress } from '../submissions/moves.js'
import { saveInk } from './saving.js'

let school: SmallSchool
let statements: string[] = []
let workId: WorkId
let submission: SubmissionAddress
let pages: SheetId[]

beforeAll(async () => {
  school = await smallSchool({ onStatement: sql => statements.push(sql) })
})
afterAll(() => school.stop())
beforeEach(begin)

/** A submission with two pages that nobody has begun. */
async function begin() {
  const { world, built, teacher } = school
  workId = await buildWork(world, built, {
    title: 'Label the jar',
    due: '2026-10-16T17:00',
    closes: '2026-10-16T17:00',
  })
  submission = submissionOf(built, workId, 'Anna Reyes')
  const pdf = await PDFDocument.create()
  for (let n = 0; n < 2; n++) pdf.addPage([420, 594])
  const form = new FormData()
  form.append('file', new File([Uint8Array.from(await pdf.save())], 'sheet.pdf'))
  const given = await teacher.fetch(addressOf(routes.giveSheets, submission), { method: 'POST', body: form })
  pages = (await given.json()).sheets.map((sheet: { id: SheetId }) => sheet.id)
}

const dot = (id: string, page: string = pages[0] ?? ''): InkItem => {
  const points = pack([{ x: 100, y: 100, pressure: 0.5 }])
  return { kind: 'stroke', id, page, tool: 'pen', colour: 'blue', width: 4, points }
}
const draw = (ids: readonly string[], drop: readonly string[] = []) =>
  school.anna.ask('saveInk', submission, { put: ids.map(id => dot(id)), drop: [...drop] })
/** The same past the routes, so that several wait at the same moment. */
const save = (id: string) => saveInk(school.world, school.pupil, submission, { put: [dot(id)], drop: [] })
const version = async (reply: ReturnType<typeof draw>) => (await reply).reply?.version
const seen = async () => {
  const { items, version, sheets } = await school.anna.get('seeWorksheet', submission)
  return { ids: items.map(item => item.id).sort(), version, pages: sheets.map(sheet => sheet.id) }
}
/** The statements of an act, without those of the transaction. */
async function during(act: () => Promise<unknown>): Promise<string[]> {
  statements = []
  await act()
  return statements.filter(sql => !/^(BEGIN|COMMIT|SAVEPOINT)/.test(sql))
}

describe('things that come onto a worksheet as it was left', () => {
  it('are saved by one statement', async () => {
    await draw(['a'])
    // the first save began the submission, the second keeps the first version
    await draw(['b'])
    await draw(['c'])
    expect(await during(() => draw(['d', 'e']))).toHaveLength(1)
    expect(await seen()).toMatchObject({ ids: ['a', 'b', 'c', 'd', 'e'], version: 4 })
  })

  it('are saved once, whether sent again later or at the same moment', async () => {
    for (const id of ['a', 'b', 'c']) await draw([id])
    const [one, two] = await Promise.all([version(draw(['d'])), version(draw(['d']))])
    expect([one, two]).toEqual([4, 4])
    expect(await version(draw(['d']))).toBe(4)
    expect(await seen()).toMatchObject({ ids: ['a', 'b', 'c', 'd'], version: 4 })
  })

  it('each make a version of their own, also those that share a transaction', async () => {
    for (const id of ['a', 'b', 'c']) await draw([id])
    const saved = await Promise.all(['d', 'e', 'f'].map(save))
    expect(saved.map(one => one.version)).toEqual([4, 5, 6])
    expect(await seen()).toMatchObject({ ids: ['a', 'b', 'c', 'd', 'e', 'f'], version: 6 })
  })

  it('are refused as soon as the submission is handed in, and once it has closed', async () => {
    for (const id of ['a', 'b', 'c']) await draw([id])
    await school.anna.get('handIn', submission, { version: 0, ink: 3 })
    expect((await draw(['d'])).error?.code).toBe('not_yours_to_change')
    await school.anna.get('takeBack', submission)
    expect(await version(draw(['d']))).toBe(4)
    expect(await version(draw(['e']))).toBe(5)
    const now = school.clock.now()
    school.clock.moveTo(Date.UTC(2026, 9, 20))
    expect((await draw(['f'])).error?.code).toBe('work_closed')
    school.clock.moveTo(now)
    expect(await seen()).toMatchObject({ ids: ['a', 'b', 'c', 'd', 'e'], version: 5 })
  })

  it('are not more than a worksheet takes, however they come', async () => {
    const many = Array.from({ length: INK_LIMITS.items - 1 }, (_, n) => `m${n}`)
    for (let from = 0; from < many.length; from += 400) await draw(many.slice(from, from + 400))
    await draw(['last'])
    expect((await draw(['over'])).error?.code).toBe('ink_many')
    await draw([], ['last'])
    expect((await draw(['one', 'two'])).error?.code).toBe('ink_many')
    expect((await draw(['one'])).status).toBe(200)
  })

  it('are not there where the transaction that they share is undone, and come when they are sent again', async () => {
    for (const id of ['a', 'b', 'c']) await draw([id])
    const { world } = school
    const undone = world.db.write(async () => {
      await world.db.runLast('update works set title = title')
      throw new Error('undone')
    })
    const ends = await Promise.allSettled([undone, save('d'), save('e')])
    const kept = ['d', 'e'].filter((_, n) => ends[n + 1]?.status === 'fulfilled')
    expect((await seen()).ids).toEqual(['a', 'b', 'c', ...kept])
    for (const id of ['d', 'e', 'f']) expect((await draw([id])).status).toBe(200)
    expect((await seen()).ids).toEqual(['a', 'b', 'c', 'd', 'e', 'f'])
  })
})

type Step =
  | { readonly do: 'put' | 'drop'; readonly ids: readonly string[] }
  | { readonly do: 'turn' | 'wait' | 'there and back' | 'elsewhere' }

const ids = (most: number) =>
  fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'), { minLength: 1, maxLength: most })
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 4, arbitrary: fc.record({ do: fc.constant('put' as const), ids: ids(3) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('drop' as const), ids: ids(2) }) },
  {
    weight: 1,
    arbitrary: fc.record({ do: fc.constantFrom('turn', 'wait', 'there and back', 'elsewhere') }),
  },
)

/** What should be on a worksheet, at which version, with its pages in which order. */
class Expected {
  readonly on = new Set<string>()
  version = 0
  order = pages

  async follow(one: Step): Promise<void> {
    switch (one.do) {
      case 'put':
      case 'drop': {
        const before = this.on.size
        for (const id of one.ids) one.do === 'put' ? this.on.add(id) : this.on.delete(id)
        if (this.on.size !== before || !this.version) this.version += 1
        return expect(await version(one.do === 'put' ? draw(one.ids) : draw([], one.ids))).toBe(this.version)
      }
      case 'wait':
        return school.clock.moveTo(school.clock.now() + 200_000)
      case 'turn':
        this.order = [...this.order].reverse()
        this.version += 1
        await school.anna.get('orderSheets', submission, { sheetIds: this.order })
        return
      case 'elsewhere': {
        const put = [dot('x', 'elsewhere')]
        return expect((await school.anna.ask('saveInk', submission, { put, drop: [] })).status).toBe(404)
      }
      case 'there and back':
        if (!this.on.size) return
        await school.anna.get('handIn', submission, { version: 0, ink: this.version })
        expect((await draw(['z'])).error?.code).toBe('not_yours_to_change')
        await school.anna.get('takeBack', submission)
    }
  }
}

it('a worksheet has on it what was put and not taken off, whatever happens to it in whatever order', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 14 }), async steps => {
      await begin()
      const start = school.clock.now()
      const expected = new Expected()
      for (const one of steps) await expected.follow(one)
      school.clock.moveTo(start)
      const { on, version, order } = expected
      expect(await seen()).toEqual({ ids: [...on].sort(), version, pages: order })
    }),
    { numRuns: 60 },
  )
})
