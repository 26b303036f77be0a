import type { PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import { LIMITS } from '@oppen/core/texts'
import { type Move, replay, UNTOUCHED } from '@oppen/core/work'
import {
  type BuiltClass,
  buildClass,
  buildTopic,
  buildWork,
  formOf,
  type Person,
  type PlainWork,
  pieceOf,
  placeOf,
  type SmallSchool,
  smallSchool,
} from '@oppen/demo'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { allMoves } from './queries.js'

const HOUR = 3_600_000

let school: SmallSchool
let built: BuiltClass
let topicId: TopicId
let teacher: Person
let anna: Person
let workId: WorkId

beforeAll(async () => {
  school = await smallSchool()
  ;({ built, teacher, anna } = school)
  topicId = await buildTopic(school.world, built, 'High water')
})
afterAll(() => school.stop())

beforeEach(async () => {
  workId = await buildWork(school.world, built, {
    topicId,
    title: 'Read a table',
    due: '2026-10-16T17:00',
    points: '10',
    template: '<p>High water: </p>',
  })
})

const piece = () => pieceOf(built, workId, 'Anna Reyes')
const post = (change: PlainWork) =>
  teacher.ask('postWork', { classId: built.classId }, { form: formOf(change), draft: false, alsoIn: [] })

describe('posting', () => {
  it('keeps formatting and lets no script, style or running address through', async () => {
    const directions =
      '<p onclick="x()">Read <b>this</b><script>alert(1)</script><img src=x onerror=alert(1)> <a href="javascript:alert(1)">a</a><a href="https://example.org/tides">b</a></p><iframe src="//x"></iframe>'
    const { reply } = await post({ directions })
    const page = await teacher.get('seePiece', { ...piece(), workId: reply.workId })
    expect(page.work.directions).toBe('<p>Read this <a>a</a><a href="https://example.org/tides">b</a></p>')
  })

  it.each([
    [{ title: '  ' }, 'text_empty', 'title'],
    [{ title: 'x'.repeat(LIMITS.title + 1) }, 'text_long', 'title'],
    [{ directions: `<p>${'x'.repeat(100_000)}</p>` }, 'text_long', 'directions'],
    [{ due: '2026-10-14T16:20' }, 'time_past', 'rules.due'],
    [{ due: 'Friday' }, 'time_unreadable', 'rules.due'],
    [{ due: '2027-03-28T01:30' }, 'time_skipped', 'rules.due'],
    [{ due: '2026-10-16T17:00', closes: '2026-10-16T16:59' }, 'closes_before_due', 'rules.closes'],
    [{ points: '0' }, 'points_unreadable', 'points'],
    [{ points: 'ten' }, 'points_unreadable', 'points'],
  ])('%j is refused as %s at %s', async (change, code, path) => {
    expect(await post(change)).toMatchObject({ status: 422, error: { code, path } })
  })

  it('takes the later of a time that comes twice, and says so', async () => {
    const { reply } = await post({ due: '2026-10-25T01:30' })
    const trial = { ...formOf({ due: '2026-10-25T01:30' }), workId: null }
    expect((await teacher.get('tryWork', { classId: built.classId }, trial)).twice).toEqual(['due'])
    const page = await teacher.get('seePiece', { ...piece(), workId: reply.workId })
    expect(page.work.dueAt).toBe(Date.UTC(2026, 9, 25, 1, 30))
  })

  it('takes no topic of another class', async () => {
    const other = await buildClass(school.world, {
      name: 'Other',
      yearLabel: '',
      teacher: built.teacher,
      groups: { All: [] },
    })
    const elsewhere = await buildTopic(school.world, other, 'Elsewhere')
    expect(await post({ topicId: elsewhere })).toMatchObject({ status: 404 })
  })

  it('shows a pupil the own standing, a teacher the counts', async () => {
    const own = await anna.get('seeTopics', { classId: built.classId })
    const line = own.topics.find(topic => topic.id === topicId)?.works.find(work => work.id === workId)
    expect(line).toMatchObject({ mine: UNTOUCHED, counts: null })
    const taught = await teacher.get('seeTopics', { classId: built.classId })
    const counted = taught.topics.find(topic => topic.id === topicId)?.works.find(work => work.id === workId)
    expect(counted).toMatchObject({ mine: null, counts: { in: 0, toMark: 0, of: 2 } })
  })
})

describe('the own copy', () => {
  it('begins with the template, starts with the first save, and is not made by looking', async () => {
    const before = await anna.get('seePiece', piece())
    expect(before).toMatchObject({
      copy: null,
      work: { template: '<p>High water: </p>' },
      standing: { phase: 'untouched' },
    })
    const saved = await anna.get('saveCopy', piece(), { html: '<p>High water: 05:42</p>', base: 0 })
    expect(saved.version).toBe(1)
    const after = await anna.get('seePiece', piece())
    expect(after).toMatchObject({
      copy: { html: '<p>High water: 05:42</p>', version: 1 },
      standing: { phase: 'started' },
    })
    expect(after.moves.map(move => move.kind)).toEqual(['start'])
  })

  it('written in two tabs is never written over: the second is handed the other text', async () => {
    await anna.get('saveCopy', piece(), { html: '<p>one</p>', base: 0 })
    await anna.get('saveCopy', piece(), { html: '<p>tab one</p>', base: 1 })
    const refused = await anna.ask('saveCopy', piece(), { html: '<p>tab two</p>', base: 1 })
    expect(refused).toMatchObject({
      status: 409,
      error: { code: 'copy_changed', params: { version: 2, html: '<p>tab one</p>' } },
    })
    await anna.get('saveCopy', piece(), { html: '<p>tab two</p>', base: 2, chosen: true })
    expect(await textsKept()).toEqual(['2 choice <p>tab one</p>', '1 pause <p>one</p>'])
  })

  /** The kept versions, the newest first, as the pupil finds them. */
  async function textsKept() {
    const list = await anna.get('seeVersions', piece())
    const whole = await Promise.all(
      list.map(one => anna.get('seeVersion', { ...piece(), number: String(one.version) })),
    )
    return whole.map(one => `${one.version} ${one.why} ${one.html}`)
  }

  it('from a run that the server has forgotten is a text of its own, whatever its number', async () => {
    const one = await anna.get('saveCopy', piece(), { html: '<p>one</p>', base: 0 })
    const refused = await anna.ask('saveCopy', piece(), { html: '<p>two</p>', base: 1, run: 'gone' })
    expect(refused).toMatchObject({ status: 409, error: { code: 'copy_changed' } })
    const { trail } = one
    expect(trail).toEqual([{ run: school.world.run, from: 1 }])
    const run = school.world.run
    expect((await anna.ask('saveCopy', piece(), { html: '<p>two</p>', base: 1, run })).status).toBe(200)
  })

  it('keeps what the writer held and did not go on with, each text once', async () => {
    await anna.get('saveCopy', piece(), { html: '<p>one</p>', base: 0 })
    const aside = ['<p>from the bus</p>', '<p>from the bus</p>', '<p>from <script>x</script>home</p>']
    const { version } = await anna.get('saveCopy', piece(), { html: '<p>one</p>', base: 1, aside })
    expect(version).toBe(4)
    await anna.get('saveCopy', piece(), { html: '<p>one</p>', base: 4, aside })
    expect(await textsKept()).toEqual([
      '3 choice <p>from home</p>',
      '2 choice <p>from the bus</p>',
      '1 pause <p>one</p>',
    ])
  })

  it('keeps what stood for a while and what was cut, and not every letter', async () => {
    const start = school.clock.now()
    let base = 0
    const write = async (html: string, seconds: number) => {
      school.clock.moveTo(start + seconds * 1000)
      base = (await anna.get('saveCopy', piece(), { html, base })).version
    }
    for (let second = 0; second < 400; second += 20) await write(`<p>${'word '.repeat(second)}</p>`, second)
    await write('<p>oh</p>', 401)
    await write('<p>oh no</p>', 402)
    expect((await anna.get('seeVersions', piece())).map(one => [one.why, one.words])).toEqual([
      ['cut', 380],
      ['pause', 360],
      ['pause', 180],
      ['pause', 0],
    ])
    school.clock.moveTo(start)
  })

  it('is brought back by its pupil, or by a teacher when the time is over; what was there is kept', async () => {
    await anna.get('saveCopy', piece(), { html: '<p>the story</p>', base: 0 })
    await anna.get('saveCopy', piece(), { html: '<p>gone</p>', base: 1 })
    const back = await anna.get('bringBack', { ...piece(), number: '1' })
    expect(back).toMatchObject({ html: '<p>the story</p>', version: 3 })
    expect(await textsKept()).toEqual(['2 back <p>gone</p>', '1 pause <p>the story</p>'])
    const now = school.clock.now()
    school.clock.moveTo(Date.UTC(2027, 0, 10))
    await teacher.get('bringBack', { ...piece(), number: '2' })
    expect((await anna.get('seePiece', piece())).copy).toMatchObject({ html: '<p>gone</p>', versions: 3 })
    expect((await teacher.get('seeVersions', piece()))[0]).toMatchObject({
      why: 'back',
      keptBy: 'Ms Kestrel',
    })
    school.clock.moveTo(now)
    await anna.get('handIn', piece(), { version: 4 })
    for (const who of [anna, teacher])
      expect(await who.ask('bringBack', { ...piece(), number: '1' })).toMatchObject({
        error: { code: 'not_yours_to_change' },
      })
    expect(await anna.ask('bringBack', { ...piece(), number: '77' })).toMatchObject({ status: 409 })
  })

  it('saved twice with the same text is one version', async () => {
    await anna.get('saveCopy', piece(), { html: '<p>same</p>', base: 0 })
    expect(await anna.get('saveCopy', piece(), { html: '<p>same</p>', base: 0 })).toMatchObject({
      version: 1,
    })
  })

  it('takes 100 kB, says how long is too long, and cleans what would run', async () => {
    expect(
      (await anna.ask('saveCopy', piece(), { html: `<p>${'x'.repeat(100_000)}</p>`, base: 0 })).status,
    ).toBe(200)
    expect(await anna.ask('saveCopy', piece(), { html: 'x'.repeat(LIMITS.copy + 1), base: 1 })).toMatchObject(
      { error: { code: 'text_long', params: { most: LIMITS.copy } } },
    )
    expect(
      (
        await anna.get('saveCopy', piece(), {
          html: '<p>a</p><script>x</script><p style="position:fixed">b</p>',
          base: 1,
        })
      ).html,
    ).toBe('<p>a</p><p>b</p>')
  })

  it('waits for the opening and ends with the closing', async () => {
    workId = await buildWork(school.world, built, {
      title: 'Later',
      opens: '2026-10-15T09:00',
      due: '2026-10-15T10:00',
      closes: '2026-10-15T11:00',
    })
    expect(await anna.ask('saveCopy', piece(), { html: 'early', base: 0 })).toMatchObject({
      error: { code: 'work_not_open' },
    })
    const now = school.clock.now()
    school.clock.moveTo(Date.UTC(2026, 9, 15, 10))
    expect(await anna.ask('saveCopy', piece(), { html: 'late', base: 0 })).toMatchObject({
      error: { code: 'work_closed', params: { at: Date.UTC(2026, 9, 15, 10) } },
    })
    school.clock.moveTo(now)
  })
})

describe('handing in', () => {
  const write = async (html: string) =>
    (
      await anna.get('saveCopy', piece(), {
        html,
        base: (await anna.get('seePiece', piece())).copy?.version ?? 0,
      })
    ).version

  it('needs something: not an empty page, not the template alone', async () => {
    expect(await anna.ask('handIn', piece(), { version: 0 })).toMatchObject({
      status: 422,
      error: { code: 'nothing_to_hand_in' },
    })
    const version = await write('<p>High water: </p>')
    expect(await anna.ask('handIn', piece(), { version })).toMatchObject({
      error: { code: 'nothing_to_hand_in' },
    })
    expect(await anna.ask('handIn', piece(), { version: await write('<p> </p>') })).toMatchObject({
      error: { code: 'nothing_to_hand_in' },
    })
  })

  it('freezes what was looked at, is counted, and stays what it was', async () => {
    const version = await write('<p>first</p>')
    expect(await anna.get('handIn', piece(), { version })).toMatchObject({ phase: 'withTeacher', handIns: 1 })
    expect(await anna.ask('saveCopy', piece(), { html: '<p>more</p>', base: version })).toMatchObject({
      error: { code: 'not_yours_to_change' },
    })
    await anna.get('takeBack', piece())
    await anna.get('handIn', piece(), { version: await write('<p>second</p>') })
    const page = await teacher.get('seePiece', piece())
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

  it('is refused where the copy is another than was looked at, and where it was done already', async () => {
    await write('<p>looked at</p>')
    const version = await write('<p>changed since</p>')
    expect(await anna.ask('handIn', piece(), { version: version - 1 })).toMatchObject({
      error: { code: 'copy_changed' },
    })
    await anna.get('handIn', piece(), { version })
    expect(await anna.ask('handIn', piece(), { version })).toMatchObject({
      status: 409,
      error: { code: 'illegal_move', params: { move: 'handIn', phase: 'withTeacher' } },
    })
  })

  it('pressed while nothing could be sent counts from the press, and the teacher sees both times', async () => {
    const saved = await anna.get('saveCopy', piece(), { html: '<p>in time</p>', base: 0 })
    const now = school.clock.now()
    const due = Date.UTC(2026, 9, 16, 16)
    school.clock.moveTo(due + 10 * HOUR)
    // the clock of the device is years off; it waited eleven hours
    const press = { pressedAt: 5_000, sentAt: 5_000 + 11 * HOUR }
    const standing = await anna.get('handIn', piece(), { version: saved.version, press })
    expect(standing.handedInAt).toBe(due - HOUR)
    const page = await teacher.get('seePiece', piece())
    expect(page.handIns[0]).toMatchObject({ at: due + 10 * HOUR, pressedAt: due - HOUR })
    expect(page.moves.at(-1)).toMatchObject({ kind: 'handIn', at: due + 10 * HOUR, pressedAt: due - HOUR })
    school.clock.moveTo(now)
  })

  it('pressed before it closed is taken after, but never from before the words were there', async () => {
    workId = await buildWork(school.world, built, {
      title: 'Closes',
      due: '2026-10-16T17:00',
      closes: '2026-10-16T18:00',
    })
    const saved = await anna.get('saveCopy', piece(), { html: '<p>words</p>', base: 0 })
    const now = school.clock.now()
    const closes = Date.UTC(2026, 9, 16, 17)
    school.clock.moveTo(closes + HOUR)
    const { version } = saved
    const late = { pressedAt: 0, sentAt: HOUR / 2 }
    expect(await anna.ask('handIn', piece(), { version, press: late })).toMatchObject({
      error: { code: 'work_closed' },
    })
    const press = { pressedAt: 0, sentAt: 1000 * HOUR }
    expect(await anna.get('handIn', piece(), { version, press })).toMatchObject({ handedInAt: saved.savedAt })
    school.clock.moveTo(now)
  })

  it('as another child than the page’s is refused', async () => {
    const version = await write('<p>whose?</p>')
    const bo = placeOf(built, 'Bo Lund').placeId
    expect(await anna.ask('handIn', piece(), { version, as: bo })).toMatchObject({
      error: { code: 'not_your_page' },
    })
    expect((await anna.get('handIn', piece(), { version, as: piece().placeId })).handIns).toBe(1)
  })

  it('pressed twice at once is one hand-in', async () => {
    const version = await write('<p>eager</p>')
    const answers = await Promise.all([1, 2, 3].map(() => anna.ask('handIn', piece(), { version })))
    expect(answers.map(one => one.status).sort()).toEqual([200, 409, 409])
  })

  it('is a record that the database itself does not let be changed', async () => {
    await anna.get('handIn', piece(), { version: await write('<p>on record</p>') })
    const { db } = school.world
    const refusal = { parent: { message: expect.stringContaining('are only ever added to') } }
    for (const table of ['moves', 'hand_ins']) {
      const change = () => db.sequelize.query(`update ${table} set at = 0`)
      const remove = () => db.sequelize.query(`delete from ${table}`)
      await expect(db.write(change)).rejects.toMatchObject(refusal)
      await expect(db.write(remove)).rejects.toMatchObject(refusal)
    }
  })
})

describe('words taken away', () => {
  it('leave that they were there and who took them; the teachers can still read them', async () => {
    const { id: noteId } = await anna.get('writeNote', piece(), { text: 'I hate this' })
    expect(await teacher.ask('removeNote', { ...piece(), noteId })).toMatchObject({
      error: { code: 'words_not_own' },
    })
    await anna.get('removeNote', { ...piece(), noteId })
    const gone = { removedBy: 'Anna Reyes', by: 'Anna Reyes' }
    expect((await anna.get('seePiece', piece())).notes).toMatchObject([{ ...gone, text: '' }])
    expect((await teacher.get('seePiece', piece())).notes).toMatchObject([{ ...gone, text: 'I hate this' }])
    expect((await anna.ask('removeNote', { ...piece(), noteId })).status).toBe(404)
  })
})

describe('the class thread', () => {
  const thread = () => ({ classId: built.classId, workId })

  it('is seen by everybody of whom the work is asked, and is new until it is looked at', async () => {
    await anna.get('writeInThread', thread(), { text: ' Which table is it? ' })
    const news = async (who: Person, placeId = piece().placeId) =>
      (await who.get('seePiece', { ...piece(), placeId })).thread
    const bos = placeOf(built, 'Bo Lund').placeId
    expect(await news(school.bo, bos)).toEqual({ count: 1, fresh: 1 })
    expect(await news(anna)).toEqual({ count: 1, fresh: 0 })
    await school.bo.get('look', {}, { what: `thread:${workId}` })
    expect(await news(school.bo, bos)).toEqual({ count: 1, fresh: 0 })
    school.clock.moveTo(school.clock.now() + 1000)
    await teacher.get('writeInThread', thread(), { text: 'The one on the harbour wall.' })
    expect((await school.bo.get('seeThread', thread())).notes).toMatchObject([
      { by: 'Anna Reyes', mine: false, text: 'Which table is it?' },
      { by: 'Ms Kestrel', byTeacher: true, text: 'The one on the harbour wall.' },
    ])
  })

  it('words are taken out by who wrote them or by a teacher, and by nobody else', async () => {
    const { id: noteId } = await school.bo.get('writeInThread', thread(), { text: 'rude' })
    const address = { ...thread(), noteId }
    expect(await anna.ask('removeFromThread', address)).toMatchObject({ error: { code: 'words_not_own' } })
    await teacher.get('removeFromThread', address)
    expect((await anna.get('seeThread', thread())).notes).toMatchObject([
      { by: 'Bo Lund', text: '', removedBy: 'Ms Kestrel' },
    ])
    expect((await teacher.get('seeThread', thread())).notes).toMatchObject([{ text: 'rude' }])
    expect((await anna.get('seePiece', piece())).thread.count).toBe(0)
  })

  it('is not there for who is not asked', async () => {
    workId = await buildWork(school.world, built, {
      title: 'For Bo',
      forWhom: 'pupils',
      placeIds: [placeOf(built, 'Bo Lund').placeId],
    })
    expect(await anna.ask('seeThread', thread())).toMatchObject({ status: 404 })
    expect(await anna.ask('writeInThread', thread(), { text: 'x' })).toMatchObject({ status: 404 })
  })
})

describe('the side note', () => {
  it('is between the pupil and the teachers, and is new until it is looked at', async () => {
    await anna.get('writeNote', piece(), { text: ' Is it summer time? ' })
    const counted = async () =>
      (await teacher.get('seeMarking', { classId: built.classId, workId })).rows.find(
        row => row.name === 'Anna Reyes',
      )?.newNotes
    expect(await counted()).toBe(1)
    await teacher.get('look', {}, { what: `piece:${workId}:${piece().placeId}` })
    expect(await counted()).toBe(0)
    school.clock.moveTo(school.clock.now() + 1000)
    await teacher.get('writeNote', piece(), { text: 'Yes.' })
    const page = await anna.get('seePiece', piece())
    expect(page.notes).toMatchObject([
      { by: 'Anna Reyes', mine: true, byTeacher: false, text: 'Is it summer time?' },
      { by: 'Ms Kestrel', mine: false, byTeacher: true, text: 'Yes.' },
    ])
  })

  it('says how long is too long, and keeps script as the text it is', async () => {
    expect(await anna.ask('writeNote', piece(), { text: 'x'.repeat(100_000) })).toMatchObject({
      error: { code: 'text_long', path: 'text', params: { most: LIMITS.note } },
    })
    expect(await anna.ask('writeNote', piece(), { text: ' \n ' })).toMatchObject({
      error: { code: 'text_empty' },
    })
    await anna.get('writeNote', piece(), { text: '<script>alert(1)</script>' })
    expect((await anna.get('seePiece', piece())).notes.at(-1)?.text).toBe('<script>alert(1)</script>')
  })
})

it('a piece is only found where work, place and class belong together', async () => {
  const other = await buildClass(school.world, {
    name: 'Other',
    yearLabel: '',
    teacher: built.teacher,
    groups: { All: ['Zoe Quay'] },
  })
  const foreignWork = await buildWork(school.world, other, { title: 'Foreign' })
  const foreignPlace = placeOf(other, 'Zoe Quay').placeId as PlaceId
  for (const address of [
    { ...piece(), workId: foreignWork },
    { ...piece(), placeId: foreignPlace },
    { classId: other.classId, workId, placeId: foreignPlace },
  ]) {
    expect(await teacher.ask('seePiece', address)).toMatchObject({
      status: 404,
      error: { code: 'not_found' },
    })
    expect(await teacher.ask('excuse', address, { excused: true })).toMatchObject({ status: 404 })
  }
})

it('what the lists show of every piece equals its moves replayed', async () => {
  const recorded = await allMoves(school.world.db)
  const byPiece = new Map<string, typeof recorded>()
  for (const move of recorded) {
    const key = `${move.workId} ${move.placeId}`
    byPiece.set(key, [...(byPiece.get(key) ?? []), move])
  }
  const shown = await school.world.db.rows<Record<string, unknown>>('select * from pieces')
  expect(shown.length).toBe(byPiece.size)
  expect(byPiece.size).toBeGreaterThan(5)
  for (const row of shown) {
    const moves = (byPiece.get(`${row.work_id} ${row.place_id}`) ?? []).map(
      ({ kind, at, mark, tryAgainBy, pressedAt }) => ({ kind, at, mark, by: tryAgainBy, pressedAt }) as Move,
    )
    expect(standingOf(row)).toEqual(replay(moves))
    expect(row.moves).toBe(moves.length)
  }
})

const standingOf = (row: Record<string, unknown>) => ({
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
