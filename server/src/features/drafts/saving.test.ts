import { buildWork, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { SubmissionAddress } from '../submissions/moves.js'

let school: SmallSchool
let statements: string[] = []
let submission: SubmissionAddress
let base: number

beforeAll(async () => {
  school = await smallSchool({ onStatement: sql => statements.push(sql) })
})
afterAll(() => school.stop())
beforeEach(async () => {
  const times = { due: '2026-10-16T17:00', closes: '2026-10-16T17:00' }
  const workId = await buildWork(school.world, school.built, { title: 'Tide table', ...times })
  submission = submissionOf(school.built, workId, 'Anna Reyes')
  base = 0
  // the first save begins the submission, the second keeps the first text
  for (const text of ['one', 'one two', 'one two three']) await write(text)
})

const ask = (text: string, more: object = {}) =>
  school.anna.ask('saveDraft', submission, { html: `<p>${text}</p>`, base, ...more })
async function write(text: string): Promise<number> {
  const { reply } = await ask(text)
  base = reply.version
  return base
}
const seen = async () => (await school.anna.get('seeSubmission', submission)).draft

describe('a text over the one that the last save left', () => {
  it('is saved by one statement', async () => {
    statements = []
    await write('one two three four')
    expect(statements.filter(sql => !/^(BEGIN|COMMIT)/.test(sql))).toHaveLength(1)
    expect(await seen()).toMatchObject({ html: '<p>one two three four</p>', version: 4 })
  })

  it('is refused with the text that is there where two come at the same moment', async () => {
    const both = await Promise.all([ask('this'), ask('that')])
    expect(both.map(one => one.status).toSorted()).toEqual([200, 409])
    const kept = both[0]?.status === 200 ? '<p>this</p>' : '<p>that</p>'
    expect(both.find(one => one.status === 409)?.error).toMatchObject({
      code: 'draft_changed',
      params: { version: 4, html: kept },
    })
    expect(await seen()).toMatchObject({ html: kept, version: 4 })
  })

  it('is the same version where the same text comes again, also at the same moment', async () => {
    const both = await Promise.all([ask('one two three four'), ask('one two three four')])
    expect(both.map(one => one.reply?.version)).toEqual([4, 4])
    expect(await ask('one two three four')).toMatchObject({ reply: { version: 4 } })
  })

  it('is refused as soon as the submission is handed in, and once it has closed', async () => {
    await school.anna.get('handIn', submission, { version: base })
    expect((await ask('late')).error?.code).toBe('not_yours_to_change')
    await school.anna.get('takeBack', submission)
    expect(await write('one two three four')).toBe(4)
    const now = school.clock.now()
    school.clock.moveTo(Date.UTC(2026, 9, 20))
    expect((await ask('late')).error?.code).toBe('work_closed')
    school.clock.moveTo(now)
    expect(await write('one two three four five')).toBe(5)
  })

  it('is refused once the work asks nothing any more', async () => {
    const { world } = school
    const kind = (to: string) =>
      world.db.write(() =>
        world.db.run('update works set kind = $to where id = $id', { to, id: submission.workId }),
      )
    await kind('handout')
    expect((await ask('late')).error?.code).toBe('nothing_asked')
    await kind('assignment')
    expect(await write('one two three four')).toBe(4)
  })

  it('keeps what stood for a while, what was cut from and what was set aside, as ever', async () => {
    const whys = async () => (await school.anna.get('seeVersions', submission)).map(one => one.why)
    expect(await whys()).toEqual(['pause'])
    const now = school.clock.now()
    school.clock.moveTo(now + 200_000)
    await write('word '.repeat(80))
    expect(await whys()).toEqual(['pause', 'pause'])
    await write('short')
    expect(await whys()).toEqual(['cut', 'pause', 'pause'])
    await ask('short and sweet', { aside: ['<p>from the bus</p>'] })
    expect((await whys()).slice(0, 2)).toEqual(['choice', 'cut'])
    school.clock.moveTo(now)
  })
})
