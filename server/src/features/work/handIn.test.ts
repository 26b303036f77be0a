import { type Move, replay } from '@oppen/core/work'
import { buildWork, placeOf } from '@oppen/demo'
import { describe, expect, it } from 'vitest'
import { oneSubmission } from '../../testing/oneSubmission.js'
import { allMoves } from '../submissions/queries.js'

const HOUR = 3_600_000

const on = oneSubmission()

describe('handing in', () => {
  const write = async (html: string) =>
    (
      await on.anna.get('saveDraft', on.submission(), {
        html,
        base: (await on.anna.get('seeSubmission', on.submission())).draft?.version ?? 0,
      })
    ).version

  it('needs something: not an empty page, not the template alone', async () => {
    expect(await on.anna.ask('handIn', on.submission(), { version: 0 })).toMatchObject({
      status: 422,
      error: { code: 'nothing_to_hand_in' },
    })
    const version = await write('<p>High water: </p>')
    expect(await on.anna.ask('handIn', on.submission(), { version })).toMatchObject({
      error: { code: 'nothing_to_hand_in' },
    })
    expect(await on.anna.ask('handIn', on.submission(), { version: await write('<p> </p>') })).toMatchObject({
      error: { code: 'nothing_to_hand_in' },
    })
  })

  it('freezes what was looked at, is counted, and stays what it was', async () => {
    const version = await write('<p>first</p>')
    expect(await on.anna.get('handIn', on.submission(), { version })).toMatchObject({
      phase: 'withTeacher',
      handIns: 1,
    })
    expect(
      await on.anna.ask('saveDraft', on.submission(), { html: '<p>more</p>', base: version }),
    ).toMatchObject({
      error: { code: 'not_yours_to_change' },
    })
    await on.anna.get('takeBack', on.submission())
    await on.anna.get('handIn', on.submission(), { version: await write('<p>second</p>') })
    const page = await on.teacher.get('seeSubmission', on.submission())
    expect(page.handIns.map(one => [one.number, one.html])).toEqual([
      [2, '<p>second</p>'],
      [1, '<p>first</p>'],
    ])
    expect(page.moves.map(move => [move.kind, move.by, move.number])).toEqual([
      ['start', 'Anna Reyes', null],
      ['handIn', 'Anna Reyes', 1],
      ['takeBack', 'Anna Reyes', null],
      ['handIn', 'Anna Reyes', 2],
    ])
  })

  it('is refused where the draft is another than was looked at, and where it was done already', async () => {
    await write('<p>looked at</p>')
    const version = await write('<p>changed since</p>')
    expect(await on.anna.ask('handIn', on.submission(), { version: version - 1 })).toMatchObject({
      error: { code: 'draft_changed' },
    })
    await on.anna.get('handIn', on.submission(), { version })
    expect(await on.anna.ask('handIn', on.submission(), { version })).toMatchObject({
      status: 409,
      error: { code: 'illegal_move', params: { move: 'handIn', phase: 'withTeacher' } },
    })
  })

  it('pressed while nothing could be sent counts from the press, and the teacher sees both times', async () => {
    const saved = await on.anna.get('saveDraft', on.submission(), { html: '<p>in time</p>', base: 0 })
    const now = on.school.clock.now()
    const due = Date.UTC(2026, 9, 16, 16)
    on.school.clock.moveTo(due + 10 * HOUR)
    // the clock of the device is years off; it waited eleven hours
    const press = { pressedAt: 5_000, sentAt: 5_000 + 11 * HOUR }
    const status = await on.anna.get('handIn', on.submission(), { version: saved.version, press })
    expect(status.handedInAt).toBe(due - HOUR)
    const page = await on.teacher.get('seeSubmission', on.submission())
    expect(page.handIns[0]).toMatchObject({ at: due + 10 * HOUR, pressedAt: due - HOUR })
    expect(page.moves.at(-1)).toMatchObject({ kind: 'handIn', at: due + 10 * HOUR, pressedAt: due - HOUR })
    on.school.clock.moveTo(now)
  })

  it('pressed before it closed is taken after, but never from before the words were there', async () => {
    on.workId = await buildWork(on.school.world, on.built, {
      title: 'Closes',
      due: '2026-10-16T17:00',
      closes: '2026-10-16T18:00',
    })
    const saved = await on.anna.get('saveDraft', on.submission(), { html: '<p>words</p>', base: 0 })
    const now = on.school.clock.now()
    const closes = Date.UTC(2026, 9, 16, 17)
    on.school.clock.moveTo(closes + HOUR)
    const { version } = saved
    const late = { pressedAt: 0, sentAt: HOUR / 2 }
    expect(await on.anna.ask('handIn', on.submission(), { version, press: late })).toMatchObject({
      error: { code: 'work_closed' },
    })
    const press = { pressedAt: 0, sentAt: 1000 * HOUR }
    expect(await on.anna.get('handIn', on.submission(), { version, press })).toMatchObject({
      handedInAt: saved.savedAt,
    })
    on.school.clock.moveTo(now)
  })

  it('as another child than the page’s is refused', async () => {
    const version = await write('<p>whose?</p>')
    const bo = placeOf(on.built, 'Bo Lund').placeId
    expect(await on.anna.ask('handIn', on.submission(), { version, as: bo })).toMatchObject({
      error: { code: 'not_your_page' },
    })
    expect(
      (await on.anna.get('handIn', on.submission(), { version, as: on.submission().placeId })).handIns,
    ).toBe(1)
  })

  it('pressed twice at once is one hand-in', async () => {
    const version = await write('<p>eager</p>')
    const answers = await Promise.all(
      [1, 2, 3].map(() => on.anna.ask('handIn', on.submission(), { version })),
    )
    expect(answers.map(one => one.status).sort()).toEqual([200, 409, 409])
  })

  it('is a record that the database itself does not let be changed', async () => {
    await on.anna.get('handIn', on.submission(), { version: await write('<p>on record</p>') })
    const { db } = on.school.world
    const refusal = 'are only ever added to'
    for (const table of ['moves', 'hand_ins']) {
      const change = () => db.run(`update ${table} set at = 0`)
      const remove = () => db.run(`delete from ${table}`)
      await expect(db.write(change)).rejects.toThrow(refusal)
      await expect(db.write(remove)).rejects.toThrow(refusal)
    }
  })
})

it('what the lists show of every submission equals its moves replayed', async () => {
  const recorded = await allMoves(on.school.world.db)
  const bySubmission = new Map<string, typeof recorded>()
  for (const move of recorded) {
    const key = `${move.workId} ${move.placeId}`
    bySubmission.set(key, [...(bySubmission.get(key) ?? []), move])
  }
  const shown = await on.school.world.db.rows<Record<string, unknown>>('select * from submissions')
  expect(shown.length).toBe(bySubmission.size)
  expect(bySubmission.size).toBeGreaterThan(5)
  for (const row of shown) {
    const moves = (bySubmission.get(`${row.work_id} ${row.place_id}`) ?? []).map(
      ({ kind, at, mark, tryAgainBy, pressedAt }) => ({ kind, at, mark, by: tryAgainBy, pressedAt }) as Move,
    )
    expect(statusOf(row)).toEqual(replay(moves))
    expect(row.moves).toBe(moves.length)
  }
})

const statusOf = (row: Record<string, unknown>) => ({
  phase: row.phase,
  phaseBefore: row.phase_before,
  handIns: row.hand_ins,
  firstHandedInAt: row.first_handed_in_at,
  handedInAt: row.handed_in_at,
  handedBackAt: row.handed_back_at,
  receivedAt: row.received_at,
  mark: row.mark,
  tryAgainBy: row.try_again_by,
})
