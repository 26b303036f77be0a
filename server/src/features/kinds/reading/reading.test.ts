import type { OwnWordId, ReadingMarkId, WorkId } from '@oppen/core/ids'
import { anchorAt, passageText } from '@oppen/core/passage'
import type { Answer, Question } from '@oppen/core/questions'
import { READING_LIMITS } from '@oppen/core/work/kinds/reading'
import {
  buildWork,
  type PlainWork,
  readingWith,
  submissionOf,
  type TwoGroups,
  twoGroups,
  WHY,
} from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

/** A recording of nothing: the head of a WAVE file (Multimedia Programming Interface, IBM and Microsoft 1991), and no samples. */
const SOUND = Buffer.concat([
  Buffer.from('RIFF\x24\0\0\0WAVEfmt \x10\0\0\0\x01\0\x01\0', 'latin1'),
  Buffer.from([0x40, 0x1f, 0, 0, 0x40, 0x1f, 0, 0, 1, 0, 8, 0]),
  Buffer.from('data\0\0\0\0', 'latin1'),
])

const HTML =
  '<h2>The crab</h2><p>The crab digs a hole. It waits there until the tide is back.</p><p>Then it eats.</p>'
const TEXT = passageText(HTML)
const at = (words: string) =>
  anchorAt(TEXT, { from: TEXT.indexOf(words), to: TEXT.indexOf(words) + words.length })
const said = { ifRight: '', ifWrong: '', working: '' }
const WHERE: Question = {
  ...WHY,
  kind: 'one',
  prompt: '<p>Where does it wait?</p>',
  ask: {
    choices: [
      { id: 'a', text: 'In a hole' },
      { id: 'b', text: 'On a stone' },
    ],
    mixed: false,
  },
  key: { right: 'a', notes: {}, ...said },
}
const ALOUD = {
  ...WHY,
  id: 'q2',
  kind: 'recording',
  prompt: '<p>Read it aloud.</p>',
  ask: { most: 60 },
} as Question

const make = (questions: Question[] = [WHERE], passage = {}, change: PlainWork = {}) =>
  buildWork(school.world, school.built, {
    kind: 'reading',
    title: 'The crab',
    due: '2026-10-15T17:00',
    reading: readingWith({ html: HTML, about: { q1: at('It waits there') }, ...passage }, questions),
    ...change,
  })
const anna = (workId: WorkId) => submissionOf(school.built, workId, 'Anna Reyes')
const mark = (id: string, words: string, change = {}) => ({
  id: id as ReadingMarkId,
  body: { colour: 'sun' as const, anchor: at(words), note: '', ...change },
})
const marksOf = async (workId: WorkId) => (await school.anna.get('seeReadingMarks', anna(workId))).marks
const answer = (questionId: string, given: Answer) => ({
  attempt: 1,
  answers: [{ questionId, answer: given, version: 0, flagged: false, waited: 0 }],
})

describe('a reading', () => {
  it('is a passage that its pupil has with its lines and words, and questions that come back with their score', async () => {
    const words = [
      {
        id: 'w1',
        word: 'tide',
        meaning: 'Water that comes and goes.',
        example: '',
        picture: 'https://evil.example/x.png',
        sound: null,
      },
    ]
    const workId = await make([WHERE], { words })
    const { work } = await school.anna.get('seeSubmission', anna(workId))
    expect(work.details.reading).toMatchObject({
      passage: {
        html: HTML,
        about: { q1: { exact: 'It waits there' } },
        words: [{ word: 'tide', picture: null }],
      },
    })
    expect(JSON.stringify(work.details)).not.toContain('right')
    await school.anna.get('beginAttempt', anna(workId), { number: 1 })
    const quiz = await school.anna.get('seeQuiz', anna(workId))
    expect(JSON.stringify(quiz.rules)).not.toContain('crab')
    await school.anna.get('saveAnswers', anna(workId), answer('q1', { kind: 'one', choice: 'a' }))
    await school.anna.get('handIn', anna(workId), { version: 1 })
    expect((await school.anna.get('seeSubmission', anna(workId))).status).toMatchObject({
      phase: 'handedBack',
      mark: 100,
    })
  })

  it('that asks nothing is handed in once it was read', async () => {
    const workId = await make([])
    await school.anna.get('beginAttempt', anna(workId), { number: 1 })
    await school.anna.get('handIn', anna(workId), { version: 0 })
    const { status, work } = await school.anna.get('seeSubmission', anna(workId))
    expect([status.phase, work.points]).toEqual(['handedBack', null])
  })

  it.each([
    [{ html: ' ' }, 'passage_empty', 'details.reading.passage'],
    [{ html: `<p>${'long '.repeat(50_000)}</p>` }, 'text_long', 'details.reading.passage'],
    [
      { words: [{ id: 'w', word: 'x'.repeat(61), meaning: '', example: '', picture: null, sound: null }] },
      'text_long',
      'details.reading.passage.words.0',
    ],
    [
      { meanings: { sun: 'x'.repeat(99), leaf: '', sky: '', rose: '' } },
      'text_long',
      'details.reading.passage.meanings',
    ],
  ])('%#: is refused with its field: %s', async (passage, code, path) => {
    await expect(make([WHERE], passage)).rejects.toMatchObject({ code, path })
  })

  it('keeps nothing that runs, of whatever was pasted into it', async () => {
    const html =
      '<p onclick="x()">Mud</p><script>alert(1)</script><iframe src="https://evil.example"></iframe>'
    const workId = await make([], { html, about: {} })
    expect((await school.anna.get('seeSubmission', anna(workId))).work.details.reading?.passage.html).toBe(
      '<p>Mud</p>',
    )
  })

  it('is found by the words of its passage, by those who may open it', async () => {
    await make()
    await expect
      .poll(async () => (await school.anna.get('search', {}, { words: 'crab digs' })).found.length)
      .toBeGreaterThan(0)
  })
})

describe('what a pupil marks', () => {
  it('is kept once however often it is sent, changed and removed, and begins the submission', async () => {
    const workId = await make()
    const { id, body } = mark('m1', 'digs a hole')
    const params = { ...anna(workId), markId: id }
    await Promise.all([1, 2, 3].map(() => school.anna.get('saveReadingMark', params, body)))
    expect(await marksOf(workId)).toMatchObject([
      { id, colour: 'sun', anchor: { exact: 'digs a hole' }, note: '' },
    ])
    expect((await school.anna.get('seeSubmission', anna(workId))).status.phase).toBe('started')
    await school.anna.get('saveReadingMark', params, { ...body, colour: 'rose', note: ' Why? ' })
    expect(await marksOf(workId)).toMatchObject([{ colour: 'rose', note: 'Why?' }])
    await Promise.all([1, 2].map(() => school.anna.get('removeReadingMark', params)))
    expect(await marksOf(workId)).toEqual([])
  })

  it('is seen by its pupil and teachers, and by nobody else', async () => {
    const workId = await make()
    const { id, body } = mark('m1', 'digs')
    await school.anna.get('saveReadingMark', { ...anna(workId), markId: id }, body)
    expect((await school.teacher.get('seeReadingMarks', anna(workId))).marks).toHaveLength(1)
    expect((await school.bo.ask('seeReadingMarks', anna(workId))).status).toBe(404)
  })

  it('is refused before the work opens, in other work, without end and in a note without end', async () => {
    const { id, body } = mark('m1', 'digs')
    const save = (workId: WorkId, change = {}) =>
      school.anna.ask('saveReadingMark', { ...anna(workId), markId: id }, { ...body, ...change })
    const later = await make([WHERE], {}, { opens: '2026-10-15T09:00' })
    expect(await save(later)).toMatchObject({ error: { code: 'work_not_open' } })
    const other = await buildWork(school.world, school.built, { title: 'Plain' })
    expect((await save(other)).status).toBe(404)
    const workId = await make()
    expect(await save(workId, { note: 'x'.repeat(READING_LIMITS.note + 1) })).toMatchObject({
      error: { code: 'text_long', path: 'note' },
    })
    expect(await save(workId, { anchor: { ...body.anchor, to: 1 } })).toMatchObject({
      error: { code: 'shape_wrong' },
    })
    await school.world.db.write(() =>
      school.world.db.run(
        `with recursive many (n) as (select 1 union all select n + 1 from many where n < ${READING_LIMITS.marks})
         insert into reading_marks select $workId, $placeId, 'k' || n, 'sun', '{}', '', 1 from many`,
        { workId, placeId: anna(workId).placeId },
      ),
    )
    expect(await save(workId)).toMatchObject({ error: { code: 'marks_many' } })
  })
})

describe('reading aloud', () => {
  /** Anna reads aloud and hands in. */
  async function read(passage = {}) {
    const workId = await make([ALOUD], { about: {}, ...passage })
    const submission = anna(workId)
    await school.anna.get('beginAttempt', submission, { number: 1 })
    expect(await school.anna.upload(submission, SOUND, 'reading.wav', 'audio/wav')).toMatchObject({
      status: 200,
    })
    await school.anna.get('saveAnswers', submission, answer('q2', { kind: 'recording', file: 'reading.wav' }))
    await school.anna.get('handIn', submission, { version: 1 })
    return submission
  }
  const heard = { attempt: 1, questionId: 'q2', slips: [2, 5, 2], last: 14, seconds: 30 }

  it('waits for the teacher, who counts it; the pupil sees it once it is handed back', async () => {
    const submission = await read()
    const { classId, placeId } = submission
    expect((await school.anna.get('seeSubmission', submission)).status.phase).toBe('withTeacher')
    // the heading, and all of the first paragraph but one word: 15 words in half a minute, two of them slips
    const counted = await school.teacher.get('countReading', submission, heard)
    expect(counted).toEqual({ read: 15, slips: 2, correct: 13, perMinute: 26 })
    const seenBy = async (who: typeof school.anna) =>
      (await who.get('seeFluency', { classId, placeId })).readings
    expect(await seenBy(school.teacher)).toMatchObject([
      { title: 'The crab', tapped: [2, 5], last: 14, ...counted },
    ])
    expect(await seenBy(school.anna)).toEqual([])
    expect((await school.bo.ask('seeFluency', { classId, placeId })).status).toBe(404)
    await school.teacher.get('handBack', submission, { number: 1, mark: '1', feedback: 'Well read.' })
    expect(await seenBy(school.anna)).toMatchObject([counted])
    // counted anew, it takes the place of the first
    await school.teacher.get('countReading', submission, { ...heard, slips: [] })
    expect(await seenBy(school.teacher)).toMatchObject([{ correct: 15 }])
  })

  it('is counted within what was read aloud, and nowhere else', async () => {
    const submission = await read({ about: { q2: at('Then it eats.') } })
    const count = (change: object) =>
      school.teacher.ask('countReading', submission, { ...heard, slips: [], last: 2, ...change })
    expect(await count({ last: 3 })).toMatchObject({
      error: { code: 'listening_words', params: { words: 3 } },
    })
    expect(await count({ seconds: -1 })).toMatchObject({ error: { code: 'listening_time' } })
    expect((await count({ questionId: 'q9' })).status).toBe(404)
    expect((await count({ attempt: 2 })).status).toBe(404)
    expect(await count({})).toMatchObject({ status: 200 })
    expect((await school.anna.ask('countReading', submission, heard)).status).toBe(404)
  })
})

describe('the words that somebody keeps', () => {
  const save = (id: string, word: string, change = {}) =>
    school.anna.ask(
      'saveOwnWord',
      { ownWordId: id as OwnWordId },
      { word, context: '', sentence: '', ...change },
    )
  const words = async () => (await school.anna.get('seeOwnWords', {})).words

  it('are there once, with what was said of them last, and for nobody else', async () => {
    await Promise.all([save('a', 'Tide', { context: 'The tide is back.' }), save('b', ' tide ')])
    await save('c', 'TIDE', { sentence: 'I wait for the tide.' })
    expect(await words()).toMatchObject([{ context: 'The tide is back.', sentence: 'I wait for the tide.' }])
    await save('d', 'crab')
    expect((await words()).map(({ word }) => word)).toHaveLength(2)
    for (const who of [school.teacher, school.bo, school.family])
      expect((await who.get('seeOwnWords', {})).words).toEqual([])
    const [{ id } = { id: '' as OwnWordId }] = await words()
    await school.anna.get('removeOwnWord', { ownWordId: id })
    await school.anna.get('removeOwnWord', { ownWordId: id })
    expect(await words()).toHaveLength(1)
  })

  it('are refused where there is none, or too much', async () => {
    expect(await save('a', ' ')).toMatchObject({ error: { code: 'text_empty', path: 'word' } })
    expect(await save('a', 'x'.repeat(61))).toMatchObject({ error: { code: 'text_long' } })
    expect(await save('a', 'mud', { sentence: 'x'.repeat(301) })).toMatchObject({
      error: { code: 'text_long', path: 'sentence' },
    })
  })
})
