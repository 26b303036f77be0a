import { addressOf, routes, type Seen } from '@oppen/contract'
import type { AnnotationFileId, PhraseId, PlaceId, WorkId } from '@oppen/core/ids'
import type { Annotation } from '@oppen/core/marking'
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
import { clearExpired } from '../retention/clear.js'

let school: SmallSchool
let teacher: Person
let anna: Person
let family: Person
let workId: WorkId
const work = () => ({ classId: school.built.classId, workId })
const placeId = (name = 'Anna Reyes') => placeOf(school.built, name).placeId as PlaceId
const at = (name = 'Anna Reyes') => submissionOf(school.built, workId, name)
const later = (minutes = 1) => school.clock.moveTo(school.clock.now() + minutes * 60_000)

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna, family } = school)
  workId = await buildWork(school.world, school.built, {
    title: 'Rain log',
    due: '2026-10-16T10:00',
    points: '10',
  })
  await anna.get('saveDraft', at(), { html: '<p>It rained 14 mm.</p>', base: 0 })
  await anna.get('handIn', at(), { version: 1 } as never)
  return () => school.stop()
})

const colleague = async () => {
  const { accountId } = await buildAccount(school.world, 'teacher', 'Mr Plover')
  await school.world.db.write(() => addCoTeacher(school.world, school.built.classId, accountId))
  return school.person().signIn('mr.plover')
}
const seenBy = async (who: Person, writer = 'w', name = 'Anna Reyes'): Promise<Seen> => {
  const [{ moves }, { draft }] = await Promise.all([
    who.get('seeSubmission', at(name)),
    who.get('seeDesk', at(name)),
  ])
  return { moves: moves.length, draft: draft?.version ?? null, writer }
}
const verdict = { mark: '8', feedback: 'Well seen.', levels: {}, sticker: null }
const saving = (seen: Seen, more = {}) => ({ number: 1, seen, ready: false, ...verdict, ...more })
const status = async () => (await anna.get('seeSubmission', at())).status

describe('a draft of a mark', () => {
  it('is there for the teachers until it is handed back, and for nobody else', async () => {
    await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher)))
    const plover = await colleague()
    expect((await plover.get('seeDesk', at())).draft).toMatchObject({
      ...verdict,
      mark: 800,
      ready: false,
      mine: false,
    })
    const { rows } = await plover.get('seeMarking', work())
    expect(rows.find(row => row.placeId === placeId())?.draft).toMatchObject({ mark: 800, ready: false })
    const page = await anna.get('seeSubmission', at())
    expect([page.status.phase, page.status.mark, page.feedback]).toEqual(['withTeacher', null, null])
    expect(JSON.stringify(await family.get('seeOutcome', at()))).not.toContain('Well seen')
    await teacher.get('handBack', at(), { number: 1, ...verdict, seen: await seenBy(teacher) })
    expect((await teacher.get('seeDesk', at())).draft).toBeNull()
    expect(await status()).toMatchObject({ phase: 'handedBack', mark: 800 })
  })

  it('goes on being written by the same page, also where an answer was lost', async () => {
    const seen = await seenBy(teacher)
    await teacher.get('saveMarkDraft', at(), saving(seen))
    await teacher.get('saveMarkDraft', at(), saving(seen, { feedback: 'Well seen, and' }))
    expect((await teacher.get('seeDesk', at())).draft).toMatchObject({ feedback: 'Well seen, and' })
  })

  it('of one teacher is not written over by another who has not seen it, nor handed back under it', async () => {
    const plover = await colleague()
    const before = await seenBy(plover, 'plover')
    await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher, 'varga')))
    const changed = { status: 409, error: { code: 'mark_draft_changed' } }
    expect(await plover.ask('saveMarkDraft', at(), saving(before, { mark: '3' }))).toMatchObject(changed)
    expect(
      await plover.ask('handBack', at(), { number: 1, ...verdict, mark: '3', seen: before }),
    ).toMatchObject(changed)
    expect((await teacher.get('seeDesk', at())).draft).toMatchObject({ mark: 800 })
    // who has seen it may
    await plover.get('saveMarkDraft', at(), saving(await seenBy(plover, 'plover'), { mark: '9' }))
    expect((await teacher.get('seeDesk', at())).draft).toMatchObject({ mark: 900, by: 'Mr Plover' })
    // and what was handed back meanwhile is not handed back again by who has not seen that
    const stale = await seenBy(teacher, 'varga')
    await plover.get('handBack', at(), {
      number: 1,
      ...verdict,
      mark: '9',
      seen: await seenBy(plover, 'plover'),
    })
    expect(await teacher.ask('handBack', at(), { number: 1, ...verdict, seen: stale })).toMatchObject(changed)
    expect(await status()).toMatchObject({ mark: 900 })
  })

  it('with nothing in it is none; of what cannot be read nothing is saved', async () => {
    const { version } = await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher)))
    expect(version).not.toBeNull()
    const blank = { mark: null, feedback: '  ' }
    expect(await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher), blank))).toEqual({
      version: null,
    })
    expect(
      await teacher.ask('saveMarkDraft', at(), saving(await seenBy(teacher), { mark: '11' })),
    ).toMatchObject({ error: { code: 'mark_above_points', path: 'mark' } })
    expect(
      await teacher.ask(
        'saveMarkDraft',
        at(),
        saving(await seenBy(teacher), { feedback: 'x'.repeat(9_000) }),
      ),
    ).toMatchObject({ error: { code: 'text_long', path: 'feedback' } })
    expect((await teacher.get('seeDesk', at())).draft).toBeNull()
  })

  it('reads a word of the class’s scale', async () => {
    const { rules } = await teacher.get('seeMarkBook', { classId: school.built.classId })
    const scale = [
      { label: 'Secure', from: 800 },
      { label: 'On the way', from: 400 },
      { label: 'Begun', from: 0 },
    ]
    await teacher.get('setMarkRules', { classId: school.built.classId }, { ...rules, scale })
    await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher), { mark: 'on the way' }))
    expect((await teacher.get('seeDesk', at())).draft?.mark).toBe(400)
    await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher), { mark: 'SECURE' }))
    expect((await teacher.get('seeDesk', at())).draft?.mark).toBe(1000)
    await teacher.get('handBack', at(), { number: 1, ...verdict, mark: 'Secure' })
    expect((await anna.get('seeSubmission', at())).scale).toEqual(scale)
  })

  it('typed in the mark book keeps the words of the desk, and takes levels that are not its own', async () => {
    await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher), { sticker: 'kite' }))
    const cell = { workId, placeId: placeId(), mark: '7', was: 800 }
    const book = { classId: school.built.classId }
    await teacher.get('setDraftMarks', book, { cells: [cell] })
    expect((await teacher.get('seeDesk', at())).draft).toMatchObject({
      ...{ mark: 700, feedback: 'Well seen.', sticker: 'kite', ready: true },
    })
    await teacher.get('handBackDrafts', book, { cells: [cell] })
    expect(await anna.get('seeSubmission', at())).toMatchObject({ feedback: 'Well seen.', sticker: 'kite' })
  })

  it('that is still being written is not handed back from the mark book', async () => {
    await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher)))
    const cells = [{ workId, placeId: placeId() }]
    expect(await teacher.get('handBackDrafts', { classId: school.built.classId }, { cells })).toMatchObject({
      handedBack: 0,
    })
    expect((await status()).phase).toBe('withTeacher')
  })
})

describe('what is kept back', () => {
  const ready = async (name: string, mark: string) =>
    teacher.get('saveMarkDraft', at(name), {
      ...saving(await seenBy(teacher, 'w', name), { mark, ready: true }),
      number: name === 'Anna Reyes' ? 1 : 0,
    })

  it('is handed back together, received where it was on paper, and once', async () => {
    await teacher.get('setKeepBack', work(), { keepBack: true })
    expect((await teacher.get('seeMarking', work())).work.keepBack).toBe(true)
    await ready('Anna Reyes', '8')
    await ready('Bo Lund', '6')
    const all = [placeId(), placeId('Bo Lund')]
    const answers = await Promise.all(
      [1, 2].map(() => teacher.get('handBackReady', work(), { placeIds: all })),
    )
    expect(answers.flatMap(one => one.handedBack).sort()).toEqual([...all].sort())
    const { rows } = await teacher.get('seeMarking', work())
    const marks = rows
      .filter(row => all.includes(row.placeId))
      .map(row => [row.status.phase, row.status.mark])
    expect(marks).toEqual([
      ['handedBack', 800],
      ['handedBack', 600],
    ])
  })

  it('leaves out what is not ready, what is excused and what is of another class', async () => {
    await teacher.get('saveMarkDraft', at(), saving(await seenBy(teacher)))
    await ready('Bo Lund', '6')
    await teacher.get('excuse', at('Bo Lund'), { excused: true })
    const reply = await teacher.get('handBackReady', work(), {
      placeIds: [placeId(), placeId('Bo Lund'), 'elsewhere' as PlaceId],
    })
    expect(reply).toEqual({
      handedBack: [],
      refused: [{ placeId: placeId('Bo Lund'), code: 'mark_excused' }],
    })
  })
})

describe('undo', () => {
  it('brings a submission back with all that was said, out of the pupil’s sight', async () => {
    await teacher.get('handBack', at(), { number: 1, ...verdict, sticker: 'shell' })
    expect(await anna.get('seeSubmission', at())).toMatchObject({ sticker: 'shell', feedback: 'Well seen.' })
    expect(await teacher.get('undoHandBack', work(), { placeIds: [placeId()] })).toEqual({
      undone: [placeId()],
      refused: [],
    })
    const page = await anna.get('seeSubmission', at())
    expect(page).toMatchObject({
      feedback: null,
      sticker: null,
      status: { phase: 'withTeacher', mark: null, handedBackAt: null },
    })
    expect(page.moves.map(move => move.kind)).toEqual(['start', 'handIn', 'handBack', 'recall'])
    expect((await teacher.get('seeDesk', at())).draft).toMatchObject({
      mark: 800,
      sticker: 'shell',
      ready: false,
    })
    const { pupils } = await teacher.get('seeMarkBook', { classId: school.built.classId })
    expect(pupils.find(one => one.placeId === placeId())?.cells[0]).not.toHaveProperty('mark')
  })

  it('of a change stands by what was said before it, and the average with it', async () => {
    await teacher.get('handBack', at(), { number: 1, ...verdict })
    later()
    await teacher.get('handBack', at(), { number: 1, ...verdict, mark: '3', feedback: 'Hm.' })
    await teacher.get('undoHandBack', work(), { placeIds: [placeId()] })
    expect(await anna.get('seeSubmission', at())).toMatchObject({
      feedback: 'Well seen.',
      status: { phase: 'handedBack', mark: 800 },
    })
    const own = { classId: school.built.classId, placeId: placeId() }
    expect(JSON.stringify(await anna.get('seeProgress', own))).not.toContain('300')
  })

  it('of asking to try again gives back the deadline there was', async () => {
    await teacher.get('tryAgain', at(), { number: 1, by: '2026-10-20T10:00', feedback: 'Once more' })
    await teacher.get('undoHandBack', work(), { placeIds: [placeId()] })
    expect(await status()).toMatchObject({ phase: 'withTeacher', tryAgainBy: null })
  })

  it('is refused once something has followed, and does nothing twice', async () => {
    await teacher.get('tryAgain', at(), { number: 1, by: null, feedback: 'Once more' })
    await anna.get('handIn', at(), { version: 1 } as never)
    expect(await teacher.get('undoHandBack', work(), { placeIds: [placeId()] })).toMatchObject({ undone: [] })
    expect((await status()).phase).toBe('withTeacher')
    await teacher.get('handBack', at(), { number: 2, ...verdict })
    const twice = await Promise.all(
      [1, 2].map(() => teacher.get('undoHandBack', work(), { placeIds: [placeId(), placeId()] })),
    )
    expect(twice.flatMap(one => one.undone)).toEqual([placeId()])
  })
})

describe('what is put over the work', () => {
  const note = (id: string, text = 'Which unit?'): Annotation => ({
    ...{ kind: 'note', id, page: 'text 1', x: 100, y: 40, text, fileId: null },
  })
  const passage: Annotation = {
    ...{ kind: 'passage', id: 'p1', page: 'text 1', look: 'underline', text: 'Since when?', fileId: null },
    quote: { exact: '14 mm', prefix: 'It rained ', suffix: '.', start: 10 },
  }
  const put = (items: Annotation[], drop: string[] = []) =>
    teacher.get('saveAnnotations', at(), { put: items, drop })

  it('is shown to the pupil with what is handed back, and gone again with undo', async () => {
    await put([note('n1'), passage])
    await put([note('n1')])
    expect(await anna.get('seeAnnotations', at())).toEqual([])
    expect(await teacher.get('seeAnnotations', at())).toHaveLength(2)
    expect((await anna.get('seeSubmission', at())).annotations).toBe(0)
    later()
    await teacher.get('handBack', at(), { number: 1, ...verdict })
    expect(await anna.get('seeAnnotations', at())).toEqual([note('n1'), passage])
    expect((await anna.get('seeSubmission', at())).annotations).toBe(2)
    // the pupil’s own layer is as it was
    expect((await anna.get('seeSubmission', at())).handIns[0]?.html).toBe('<p>It rained 14 mm.</p>')
    // what comes after is seen once that is handed back too
    await put([note('n2', 'Later')], ['n1'])
    expect(await anna.get('seeAnnotations', at())).toEqual([passage])
    await teacher.get('undoHandBack', work(), { placeIds: [placeId()] })
    expect(await anna.get('seeAnnotations', at())).toEqual([])
    expect(await teacher.get('seeAnnotations', at())).toHaveLength(2)
  })

  it('goes by ids: what two teachers put there is all there, and undo brings back what was taken off', async () => {
    const plover = await colleague()
    await Promise.all([
      put([note('n1')]),
      plover.get('saveAnnotations', at(), { put: [note('n2', 'And I')], drop: [] }),
    ])
    await put([], ['n1', 'unknown'])
    expect(await teacher.get('seeAnnotations', at())).toEqual([note('n2', 'And I')])
    await put([note('n1')])
    expect(await teacher.get('seeAnnotations', at())).toHaveLength(2)
  })

  it('is refused where it is none of ours, too long or too much', async () => {
    const refused = (item: unknown) =>
      teacher.ask('saveAnnotations', at(), { put: [item as Annotation], drop: [] })
    const stroke = {
      kind: 'stroke',
      id: 's',
      page: 'text 1',
      tool: 'pen',
      colour: 'red',
      width: 3,
      points: '%',
    }
    expect(await refused(stroke)).toMatchObject({ error: { code: 'ink_unreadable' } })
    expect(await refused(note('n', 'x'.repeat(5_000)))).toMatchObject({ error: { code: 'text_long' } })
    expect(await refused({ ...note('n'), page: '' })).toMatchObject({ status: 422 })
    expect(
      await refused({ kind: 'sticker', id: 's', page: 'text 1', x: 1, y: 1, sticker: 'star' }),
    ).toMatchObject({ status: 422 })
    for (let from = 0; from < 2_000; from += 200)
      await put(Array.from({ length: 200 }, (_, n) => note(`m${from + n}`, '.')))
    expect(await refused(note('more'))).toMatchObject({ error: { code: 'annotations_many' } })
  })

  it('can be spoken: only recordings, heard by the pupil once they came back, and cleared where no note has them', async () => {
    const send = async (type: string, name: string, bytes: Uint8Array) => {
      const body = new FormData()
      body.append('file', new File([bytes as BlobPart], name, { type }))
      const answer = await teacher.fetch(addressOf(routes.addAnnotationFile, at()), { method: 'POST', body })
      return { status: answer.status, id: ((await answer.json()) as { id: AnnotationFileId }).id }
    }
    const wav = new Uint8Array([
      ...new TextEncoder().encode('RIFF'),
      38,
      0,
      0,
      0,
      ...new TextEncoder().encode('WAVEfmt '),
      16,
      0,
      0,
      0,
      1,
      0,
      1,
      0,
      64,
      31,
      0,
      0,
      128,
      62,
      0,
      0,
      2,
      0,
      16,
      0,
      ...new TextEncoder().encode('data'),
      2,
      0,
      0,
      0,
      0,
      0,
    ])
    expect((await send('text/plain', 'a.txt', new TextEncoder().encode('hello'))).status).toBe(422)
    const [used, loose] = [await send('audio/wav', 'a.wav', wav), await send('audio/wav', 'b.wav', wav)]
    const hear = async (who: Person, annotationFileId: AnnotationFileId) => {
      const answer = await who.fetch(addressOf(routes.seeAnnotationFile, { ...at(), annotationFileId }))
      await answer.arrayBuffer()
      return answer.status
    }
    await put([{ ...note('n1', ''), fileId: used.id } as Annotation])
    expect([await hear(teacher, used.id), await hear(anna, used.id)]).toEqual([200, 404])
    await teacher.get('handBack', at(), { number: 1, ...verdict })
    expect([await hear(anna, used.id), await hear(anna, loose.id), await hear(family, used.id)]).toEqual([
      200, 404, 404,
    ])
    later(60 * 24 * 40)
    await clearExpired(school.world)
    expect([await hear(teacher, used.id), await hear(teacher, loose.id)]).toEqual([200, 404])
  })
})

describe('a rubric', () => {
  const level = (id: string, name: string, points: number) => ({ id, name, points })
  const rubric = [
    { id: 'c1', name: 'Readings', levels: [level('a', 'All', 400), level('b', 'Some', 200)] },
    { id: 'c2', name: 'Words', levels: [level('a', 'Clear', 200), level('b', 'Not yet', 0)] },
  ]

  it('gives the work its points, and comes back with the levels that were chosen', async () => {
    await teacher.get('setRubric', work(), { rubric })
    const page = await anna.get('seeSubmission', at())
    expect([page.work.points, page.work.rubric]).toEqual([600, rubric])
    const levels = { c1: 'b', c2: 'a', gone: 'a' }
    await teacher.get('handBack', at(), { number: 1, mark: '4', feedback: '', levels, sticker: null })
    expect((await anna.get('seeSubmission', at())).levels).toEqual({ c1: 'b', c2: 'a' })
    expect(await family.get('seeOutcome', at())).toMatchObject({
      levels: { c1: 'b', c2: 'a' },
      work: { rubric },
    })
    await teacher.get('setRubric', work(), { rubric: null })
    expect((await anna.get('seeSubmission', at())).status.mark).toBe(400)
  })

  it('is refused without names, levels or points, and where the kind has points of its own', async () => {
    const refused = { error: { code: 'rubric_unreadable' } }
    for (const wrong of [
      [],
      [{ ...rubric[0], name: ' ' }],
      [{ ...rubric[0], levels: [level('a', 'x', 1)] }],
      [rubric[0], rubric[0]],
    ])
      expect(await teacher.ask('setRubric', work(), { rubric: wrong as never })).toMatchObject(refused)
    const { classId } = school.built
    const handout = await buildWork(school.world, school.built, { title: 'Read', kind: 'handout' })
    expect(await teacher.ask('setRubric', { classId, workId: handout }, { rubric })).toMatchObject({
      error: { code: 'rubric_without_points' },
    })
  })
})

describe('phrases', () => {
  it('are a teacher’s own: saved, changed, removed and put back', async () => {
    const put = (id: string, text: string, who = teacher) =>
      who.ask('savePhrase', { phraseId: id as PhraseId }, { text })
    await put('one', ' Well done, {name}! ')
    later()
    await put('two', 'Label the unit.')
    await put('one', 'Well done!')
    expect(await teacher.get('seePhrases', {})).toEqual([
      { id: 'one', text: 'Well done!' },
      { id: 'two', text: 'Label the unit.' },
    ])
    expect(await (await colleague()).get('seePhrases', {})).toEqual([])
    await teacher.get('removePhrase', { phraseId: 'one' as PhraseId })
    await teacher.get('removePhrase', { phraseId: 'one' as PhraseId })
    expect(await teacher.get('seePhrases', {})).toHaveLength(1)
    expect(await put('three', '  ')).toMatchObject({ error: { code: 'text_empty' } })
    expect(await put('three', 'x'.repeat(401))).toMatchObject({ error: { code: 'text_long' } })
    for (let n = 0; n < 59; n++) await put(`n${n}`, `Phrase ${n}`)
    expect(await put('over', 'One more')).toMatchObject({ error: { code: 'phrases_many' } })
    expect(await put('two', 'Label each unit.')).toMatchObject({ status: 200 })
  })
})
