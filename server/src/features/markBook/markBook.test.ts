import { type MarkBookPage, MOST_CELLS } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { MARK_RULES } from '@oppen/core/marks'
import {
  buildAccount,
  buildWork,
  type Person,
  placeOf,
  type SmallSchool,
  smallSchool,
  submissionOf,
} from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'
import { addCoTeacher } from '../classes/service.js'

let school: SmallSchool
let teacher: Person
let workId: WorkId
const at = () => ({ classId: school.built.classId })
const placeId = (name = 'Anna Reyes') => placeOf(school.built, name).placeId
const hour = (hours: number) => school.clock.moveTo(school.clock.now() + hours * 3_600_000)

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher } = school)
  workId = await buildWork(school.world, school.built, {
    title: 'Rain log',
    due: '2026-10-16T10:00',
    points: '10',
  })
  return () => school.stop()
})

const book = () => teacher.get('seeMarkBook', at())
const cellOf = (page: MarkBookPage, name = 'Anna Reyes', of = workId) =>
  page.pupils.find(one => one.name === name)?.cells.find(one => one.workId === of)
const set = (mark: string | null, was: number | null = null, name = 'Anna Reyes', who = teacher) =>
  who.get('setDraftMarks', at(), { cells: [{ workId, placeId: placeId(name), mark, was }] })
const handBack = (name = 'Anna Reyes') =>
  teacher.get('handBackDrafts', at(), { cells: [{ workId, placeId: placeId(name) }] })
const handIn = async () => {
  const submission = submissionOf(school.built, workId, 'Anna Reyes')
  await school.anna.get('saveDraft', submission, { html: '<p>14 mm</p>', base: 0 })
  await school.anna.get('handIn', submission, { version: 1 } as never)
}

describe('the mark book', () => {
  it('has everybody with all work that is handed in, and what there is of each', async () => {
    await buildWork(school.world, school.built, { title: 'To read', kind: 'handout' })
    await handIn()
    const page = await book()
    expect(page).toMatchObject({ className: 'Tides', rules: MARK_RULES })
    expect(page.works).toMatchObject([{ title: 'Rain log', counts: true, extra: false, category: '' }])
    expect(page.pupils.map(one => one.cells.length)).toEqual(page.pupils.map(() => 1))
    expect(cellOf(page)).toMatchObject({ phase: 'withTeacher' })
    expect(Object.keys(cellOf(page, 'Bo Lund') ?? {}).sort()).toEqual(['dueAt', 'phase', 'workId'])
  })

  it('keeps a mark that was typed, which its pupil sees only once it is handed back', async () => {
    await handIn()
    expect(await set('8,5')).toEqual({ set: 1, refused: [] })
    expect(cellOf(await book())).toMatchObject({
      phase: 'withTeacher',
      draftMark: 850,
      draftBy: 'Ms Kestrel',
    })
    const submission = submissionOf(school.built, workId, 'Anna Reyes')
    const before = await school.anna.get('seeSubmission', submission)
    expect(JSON.stringify(before)).not.toContain('850')
    expect(await handBack()).toEqual({ handedBack: 1, refused: [] })
    const cell = cellOf(await book())
    expect(cell).toMatchObject({ phase: 'handedBack', mark: 850 })
    expect(cell).not.toHaveProperty('draftMark')
    expect((await school.anna.get('seeSubmission', submission)).status).toMatchObject({ mark: 850 })
    // pressed twice it is handed back once
    expect(await handBack()).toEqual({ handedBack: 0, refused: [] })
  })

  it('receives what was never handed in, as work on paper, with its mark', async () => {
    await set('7', null, 'Bo Lund')
    await handBack('Bo Lund')
    expect(cellOf(await book(), 'Bo Lund')).toMatchObject({ phase: 'handedBack', mark: 700 })
  })

  it('takes a draft away with nothing, or with the mark that stands there anyhow', async () => {
    await set('7')
    await set(null, 700)
    expect(cellOf(await book())).not.toHaveProperty('draftMark')
    await set('7')
    await handBack()
    await set('9', 700)
    expect(cellOf(await book())).toMatchObject({ mark: 700, draftMark: 900 })
    await set('7', 900)
    expect(cellOf(await book())).not.toHaveProperty('draftMark')
  })

  it('takes what was typed over what was typed a moment before, all in one', async () => {
    const cell = { workId, placeId: placeId() }
    const cells = [
      { ...cell, mark: '8', was: null },
      { ...cell, mark: '9', was: 800 },
    ]
    // sent again because the answer was lost it is the same
    for (const _ of ['first', 'again']) {
      expect(await teacher.get('setDraftMarks', at(), { cells })).toEqual({ set: 1, refused: [] })
      expect(cellOf(await book())).toMatchObject({ draftMark: 900 })
    }
  })

  it('is no draft any more that was handed back elsewhere', async () => {
    await handIn()
    await set('8')
    const address = { ...at(), workId, placeId: placeId() }
    await teacher.get('handBack', address, { number: 1, mark: '8', feedback: '' })
    expect(cellOf(await book())).toMatchObject({ mark: 800 })
    expect(cellOf(await book())).not.toHaveProperty('draftMark')
    expect(await handBack()).toMatchObject({ handedBack: 0 })
  })

  it('names each mark that it cannot keep, and keeps the others', async () => {
    const other = await buildWork(school.world, school.built, { title: 'No points', points: null })
    const more = await buildWork(school.world, school.built, { title: 'Rain log 2', points: '10' })
    await teacher.get('excuse', { ...at(), workId, placeId: placeId('Bo Lund') }, { excused: true })
    const cells = [
      { workId, placeId: placeId(), mark: '6', was: null },
      { workId, placeId: placeId('Bo Lund'), mark: '6', was: null },
      { workId: more, placeId: placeId(), mark: '11', was: null },
      { workId: more, placeId: placeId('Bo Lund'), mark: 'six', was: null },
      { workId: other, placeId: placeId(), mark: '1', was: null },
      { workId: 'nowhere00000000x' as WorkId, placeId: placeId(), mark: '1', was: null },
    ]
    const reply = await teacher.get('setDraftMarks', at(), { cells })
    expect(reply.set).toBe(1)
    expect(reply.refused.map(one => one.code).sort()).toEqual(
      ['mark_above_points', 'mark_excused', 'mark_unreadable', 'mark_without_points', 'not_found'].sort(),
    )
    expect(cellOf(await book())).toMatchObject({ draftMark: 600 })
  })

  it('takes as many cells at once as are pasted', async () => {
    const one = { workId, placeId: placeId(), mark: '10.00', was: 100_000 }
    const reply = await teacher.ask('setDraftMarks', at(), { cells: Array(MOST_CELLS).fill(one) })
    expect(reply.status).toBe(200)
    const back = Array(MOST_CELLS).fill({ workId, placeId: placeId() })
    expect((await teacher.ask('handBackDrafts', at(), { cells: back })).status).toBe(200)
  })

  it('lets no teacher overwrite what another has typed unseen', async () => {
    const plover = await buildAccount(school.world, 'teacher', 'Mr Plover')
    await school.world.db.write(() => addCoTeacher(school.world, at().classId, plover.accountId))
    const colleague = await school.person().signIn('mr.plover')
    await set('8')
    const reply = await set('5', null, 'Anna Reyes', colleague)
    expect(reply).toMatchObject({ set: 0, refused: [{ code: 'mark_changed', params: { mark: '8' } }] })
    expect(await set('5', 800, 'Anna Reyes', colleague)).toMatchObject({ set: 1 })
    expect(cellOf(await book())).toMatchObject({ draftMark: 500, draftBy: 'Mr Plover' })
  })

  it('sets and hands back a whole class at once, each once though it is sent twice at once', async () => {
    const pupils = (await book()).pupils
    const cells = pupils.map(one => ({ workId, placeId: one.placeId, mark: '9', was: null }))
    expect(await teacher.get('setDraftMarks', at(), { cells })).toEqual({ set: pupils.length, refused: [] })
    const all = { cells: cells.map(one => ({ workId, placeId: one.placeId })) }
    const replies = await Promise.all([
      teacher.get('handBackDrafts', at(), all),
      teacher.get('handBackDrafts', at(), all),
    ])
    expect(replies.map(one => one.handedBack).sort()).toEqual([0, pupils.length].sort())
    const moves = await school.world.db.rows<{ n: number }>(
      "select count(*) as n from moves where work_id = $workId and kind = 'handBack' group by place_id",
      { workId },
    )
    expect(moves.map(one => one.n)).toEqual(pupils.map(() => 1))
  })

  it('says every mark of work that was tried again, and that coming late was forgiven', async () => {
    school.clock.moveTo(Date.UTC(2026, 9, 16, 12))
    await handIn()
    await set('4')
    await handBack()
    const address = { ...at(), workId, placeId: placeId() }
    hour(1)
    await teacher.get('tryAgain', address, { number: 1, by: null, feedback: '' })
    const submission = submissionOf(school.built, workId, 'Anna Reyes')
    await school.anna.get('saveDraft', submission, { html: '<p>15 mm</p>', base: 1 })
    await school.anna.get('handIn', submission, { version: 2 } as never)
    await set('8', 400)
    await handBack()
    await teacher.get('forgiveLate', address, { forgiven: true })
    expect(cellOf(await book())).toMatchObject({ mark: 800, marks: [400, 800], again: true, forgiven: true })
    await teacher.get('forgiveLate', address, { forgiven: false })
    expect(cellOf(await book())).not.toHaveProperty('forgiven')
    const nobody = { ...address, placeId: placeId('Bo Lund') }
    expect((await teacher.ask('forgiveLate', nobody, { forgiven: true })).status).toBe(404)
  })
})

it('rules are kept as they are read, or refused with nothing kept', async () => {
  const rules = {
    ...MARK_RULES,
    basis: 'categories' as const,
    categories: [{ name: ' Tests ', weight: 60, dropLowest: 1 }],
    scale: [
      { label: 'B', from: 0 },
      { label: 'A', from: 900 },
    ],
  }
  await teacher.get('setMarkRules', at(), rules)
  expect((await book()).rules).toMatchObject({
    categories: [{ name: 'Tests', weight: 60, dropLowest: 1 }],
    scale: [
      { label: 'A', from: 900 },
      { label: 'B', from: 0 },
    ],
  })
  const wrong = { ...rules, categories: [] }
  expect(await teacher.ask('setMarkRules', at(), wrong)).toMatchObject({
    error: { code: 'rules_categories' },
  })
  expect((await book()).rules.basis).toBe('categories')
  await teacher.get('setCounting', { ...at(), workId }, { category: ' tests', extra: true, counts: false })
  expect((await book()).works[0]).toMatchObject({ category: 'tests', extra: true, counts: false })
  // changing the work leaves how it counts as it is
  const other = { ...at(), workId: 'nowhere00000000x' as WorkId }
  expect((await teacher.ask('setCounting', other, { category: '', extra: false, counts: true })).status).toBe(
    404,
  )
})
