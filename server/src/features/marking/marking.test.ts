import { buildWork, type Person, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { SubmissionAddress } from '../submissions/moves.js'

let school: SmallSchool
let teacher: Person
let anna: Person
let family: Person
let submission: SubmissionAddress

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
  submission = submissionOf(school.built, workId, 'Anna Reyes')
  const { version } = await anna.get('saveDraft', submission, { html: '<p>done</p>', base: 0 })
  await anna.get('handIn', submission, { version })
}
beforeEach(() => handedIn())

describe('handing back', () => {
  it('reaches pupil and family with mark and feedback, never the side note or the text', async () => {
    await anna.get('writeNote', submission, { html: '<p>only between us</p>' })
    await teacher.get('handBack', submission, { number: 1, mark: '8,5', feedback: ' Good. ' })
    expect(await anna.get('seeSubmission', submission)).toMatchObject({
      status: { phase: 'handedBack', mark: 850 },
      feedback: 'Good.',
    })
    const outcome = await family.get('seeOutcome', submission)
    expect(outcome).toMatchObject({ status: { mark: 850 }, feedback: 'Good.' })
    expect(JSON.stringify(outcome)).not.toMatch(/only between us|<p>done/)
    expect(JSON.stringify(await family.get('seeToday', {}))).not.toMatch(/only between us|<p>done/)
  })

  it.each([
    ['-0.5', 'mark_below_zero'],
    ['10.01', 'mark_above_points'],
    ['a lot', 'mark_unreadable'],
  ])('with the mark %s is refused: %s', async (mark, code) => {
    expect(await teacher.ask('handBack', submission, { number: 1, mark, feedback: '' })).toMatchObject({
      status: 422,
      error: { code, path: 'mark' },
    })
    expect((await anna.get('seeSubmission', submission)).status.phase).toBe('withTeacher')
  })

  it('needs no mark, and takes none where there are no points', async () => {
    await teacher.get('handBack', submission, { number: 1, mark: null, feedback: 'Seen.' })
    await handedIn(null)
    expect(await teacher.ask('handBack', submission, { number: 1, mark: '3', feedback: '' })).toMatchObject({
      error: { code: 'mark_without_points' },
    })
  })

  it('is refused where the pupil has moved the submission meanwhile', async () => {
    await anna.get('takeBack', submission)
    expect(await teacher.ask('handBack', submission, { number: 1, mark: '8', feedback: '' })).toMatchObject({
      status: 409,
      error: { code: 'illegal_move' },
    })
    const { version } = await anna.get('saveDraft', submission, { html: '<p>better</p>', base: 1 })
    await anna.get('handIn', submission, { version })
    expect(await teacher.ask('handBack', submission, { number: 1, mark: '8', feedback: '' })).toMatchObject({
      status: 409,
      error: { code: 'hand_in_changed', params: { number: 2 } },
    })
  })

  it('can be changed, and both are in the history', async () => {
    await teacher.get('handBack', submission, { number: 1, mark: '8', feedback: 'First.' })
    await teacher.get('handBack', submission, { number: 1, mark: '9', feedback: 'Second.' })
    const { moves } = await anna.get('seeSubmission', submission)
    expect(moves.filter(move => move.kind === 'handBack').map(move => [move.mark, move.feedback])).toEqual([
      [800, 'First.'],
      [900, 'Second.'],
    ])
  })
})

describe('try again', () => {
  it('opens the draft again until the new time', async () => {
    await teacher.get('tryAgain', submission, { number: 1, by: '2026-10-20T17:00', feedback: 'More.' })
    expect((await anna.get('seeSubmission', submission)).status).toMatchObject({
      phase: 'tryAgain',
      tryAgainBy: Date.UTC(2026, 9, 20, 16),
    })
    const { version } = await anna.get('saveDraft', submission, { html: '<p>more</p>', base: 1 })
    expect(await anna.get('handIn', submission, { version })).toMatchObject({
      phase: 'withTeacher',
      handIns: 2,
    })
  })

  it('asks for no time that has passed', async () => {
    expect(
      await teacher.ask('tryAgain', submission, { number: 1, by: '2026-10-14T10:00', feedback: '' }),
    ).toMatchObject({ status: 422, error: { code: 'time_past', path: 'by' } })
  })
})

it('excused and received on paper can be said and taken back, for those who have not come in too', async () => {
  const bo = submissionOf(school.built, submission.workId, 'Bo Lund')
  expect(await teacher.get('receive', bo, { received: true })).toMatchObject({ phase: 'received' })
  expect(await teacher.get('receive', bo, { received: false })).toMatchObject({ phase: 'untouched' })
  expect(await teacher.get('excuse', bo, { excused: true })).toMatchObject({ phase: 'excused' })
  const { rows } = await teacher.get('seeMarking', submission)
  expect(rows.map(row => [row.name, row.status.phase])).toEqual([
    ['Anna Reyes', 'withTeacher'],
    ['Bo Lund', 'excused'],
  ])
  const { topics } = await teacher.get('seeTopics', submission)
  expect(topics.flatMap(topic => topic.works).find(work => work.id === submission.workId)?.counts).toEqual({
    in: 1,
    toMark: 1,
    of: 1,
  })
  expect(await teacher.get('excuse', bo, { excused: false })).toMatchObject({ phase: 'untouched' })
})
