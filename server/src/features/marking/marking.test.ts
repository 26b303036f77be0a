import { buildWork, type Person, pieceOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { PieceAddress } from '../work/moves.js'

let school: SmallSchool
let teacher: Person
let anna: Person
let family: Person
let piece: PieceAddress

beforeAll(async () => {
  school = await smallSchool()
  ;({ teacher, anna, family } = school)
})
afterAll(() => school.stop())

async function handedIn(points: string | null = '10') {
  const workId = await buildWork(school.world, school.built, {
    title: 'Read a table',
    due: '2026-10-16T17:00',
    points,
  })
  piece = pieceOf(school.built, workId, 'Anna Reyes')
  const { version } = await anna.get('saveCopy', piece, { html: '<p>done</p>', base: 0 })
  await anna.get('handIn', piece, { version })
}
beforeEach(() => handedIn())

describe('handing back', () => {
  it('reaches pupil and family with mark and feedback, never the side note or the text', async () => {
    await anna.get('writeNote', piece, { text: 'only between us' })
    await teacher.get('handBack', piece, { number: 1, mark: '8,5', feedback: ' Good. ' })
    expect(await anna.get('seePiece', piece)).toMatchObject({
      status: { phase: 'handedBack', mark: 850 },
      feedback: 'Good.',
    })
    const outcome = await family.get('seeOutcome', piece)
    expect(outcome).toMatchObject({ status: { mark: 850 }, feedback: 'Good.' })
    expect(JSON.stringify(outcome)).not.toMatch(/only between us|<p>done/)
    expect(JSON.stringify(await family.get('seeToday', {}))).not.toMatch(/only between us|<p>done/)
  })

  it.each([
    ['-0.5', 'mark_below_zero'],
    ['10.01', 'mark_above_points'],
    ['a lot', 'mark_unreadable'],
  ])('with the mark %s is refused: %s', async (mark, code) => {
    expect(await teacher.ask('handBack', piece, { number: 1, mark, feedback: '' })).toMatchObject({
      status: 422,
      error: { code, path: 'mark' },
    })
    expect((await anna.get('seePiece', piece)).status.phase).toBe('withTeacher')
  })

  it('needs no mark, and takes none where there are no points', async () => {
    await teacher.get('handBack', piece, { number: 1, mark: null, feedback: 'Seen.' })
    await handedIn(null)
    expect(await teacher.ask('handBack', piece, { number: 1, mark: '3', feedback: '' })).toMatchObject({
      error: { code: 'mark_without_points' },
    })
  })

  it('is refused where the pupil has moved the piece meanwhile', async () => {
    await anna.get('takeBack', piece)
    expect(await teacher.ask('handBack', piece, { number: 1, mark: '8', feedback: '' })).toMatchObject({
      status: 409,
      error: { code: 'illegal_move' },
    })
    const { version } = await anna.get('saveCopy', piece, { html: '<p>better</p>', base: 1 })
    await anna.get('handIn', piece, { version })
    expect(await teacher.ask('handBack', piece, { number: 1, mark: '8', feedback: '' })).toMatchObject({
      status: 409,
      error: { code: 'hand_in_changed', params: { number: 2 } },
    })
  })

  it('can be changed, and both are in the history', async () => {
    await teacher.get('handBack', piece, { number: 1, mark: '8', feedback: 'First.' })
    await teacher.get('handBack', piece, { number: 1, mark: '9', feedback: 'Second.' })
    const { moves } = await anna.get('seePiece', piece)
    expect(moves.filter(move => move.kind === 'handBack').map(move => [move.mark, move.feedback])).toEqual([
      [800, 'First.'],
      [900, 'Second.'],
    ])
  })
})

describe('try again', () => {
  it('opens the copy again until the new time', async () => {
    await teacher.get('tryAgain', piece, { number: 1, by: '2026-10-20T17:00', feedback: 'More.' })
    expect((await anna.get('seePiece', piece)).status).toMatchObject({
      phase: 'tryAgain',
      tryAgainBy: Date.UTC(2026, 9, 20, 16),
    })
    const { version } = await anna.get('saveCopy', piece, { html: '<p>more</p>', base: 1 })
    expect(await anna.get('handIn', piece, { version })).toMatchObject({ phase: 'withTeacher', handIns: 2 })
  })

  it('asks for no time that has passed', async () => {
    expect(
      await teacher.ask('tryAgain', piece, { number: 1, by: '2026-10-14T10:00', feedback: '' }),
    ).toMatchObject({ status: 422, error: { code: 'time_past', path: 'by' } })
  })
})

it('excused and received on paper can be said and taken back, for those who have not come in too', async () => {
  const bo = pieceOf(school.built, piece.workId, 'Bo Lund')
  expect(await teacher.get('receive', bo, { received: true })).toMatchObject({ phase: 'received' })
  expect(await teacher.get('receive', bo, { received: false })).toMatchObject({ phase: 'untouched' })
  expect(await teacher.get('excuse', bo, { excused: true })).toMatchObject({ phase: 'excused' })
  const { rows } = await teacher.get('seeMarking', piece)
  expect(rows.map(row => [row.name, row.status.phase])).toEqual([
    ['Anna Reyes', 'withTeacher'],
    ['Bo Lund', 'excused'],
  ])
  const { topics } = await teacher.get('seeTopics', piece)
  expect(topics.flatMap(topic => topic.works).find(work => work.id === piece.workId)?.counts).toEqual({
    in: 1,
    toMark: 1,
    of: 1,
  })
  expect(await teacher.get('excuse', bo, { excused: false })).toMatchObject({ phase: 'untouched' })
})
