import type { QuizDetails } from '@oppen/contract'
import type { FileId, WorkId } from '@oppen/core/ids'
import type { Answer, Question } from '@oppen/core/questions'
import {
  buildWork,
  WHY as LONG,
  type Person,
  quizWith,
  submissionOf,
  type TwoGroups,
  twoGroups,
} from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { endOverdue } from '../../work/ending.js'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

const said = { ifRight: '', ifWrong: '', working: '' }
const exact = { tolerance: { is: 'exact', by: '' }, unit: null, form: 'any', figures: null } as const
/** How many tides a day, with the key that the teacher believes in. */
const tides = (value: string): Question => ({
  id: 'q1',
  kind: 'number',
  prompt: '<p>How many high tides a day?</p>',
  hint: null,
  points: 200,
  draws: [],
  ask: { unit: null },
  key: { value, ...exact, ...said },
})
/** What a teacher marks. */
const WHY: Question = { ...LONG, id: 'q5' }
const SPOKEN: Question = {
  ...tides('0'),
  id: 'q9',
  kind: 'recording',
  ask: { most: 60 },
  key: { example: '', ...said },
}

const make = (questions: Question[], rules: Partial<QuizDetails> = {}) =>
  buildWork(school.world, school.built, {
    kind: 'quiz',
    title: 'Tides',
    due: '2026-10-15T17:00',
    closes: '2026-10-16T17:00',
    quiz: quizWith(questions, rules),
  })
const of = (workId: WorkId, name = 'Anna Reyes') => submissionOf(school.built, workId, name)
const whole = (workId: WorkId) => ({ classId: school.built.classId, workId })
const number = (text: string): Answer => ({ kind: 'number', text })
const given = (questionId: string, answer: Answer, waited = 0) => ({
  questionId,
  answer,
  version: 0,
  flagged: false,
  waited,
})

/** Answers the quiz and hands it in. */
async function sit(who: Person, at: ReturnType<typeof of>, answers: ReturnType<typeof given>[]) {
  await who.get('beginAttempt', at, { number: 1 })
  await who.get('saveAnswers', at, { attempt: 1, answers })
  return who.get('handIn', at, { version: answers.length, ink: null })
}

/** Changes the questions of the quiz as its teacher does in the form. */
async function change(workId: WorkId, questions: Question[], quiz: Partial<QuizDetails> = {}) {
  const page = await school.teacher.get('seeWork', whole(workId))
  const details = { quiz: { ...quizWith(questions), ...quiz } }
  return school.teacher.ask('changeWork', whole(workId), {
    form: { ...page.form, details },
    version: page.version,
    tell: false,
    post: false,
    alsoIn: [],
  })
}
const statusOf = async (workId: WorkId, who: Person = school.anna, name = 'Anna Reyes') =>
  who.get('seeSubmission', of(workId, name))

/** Anna in the results. */
const lineOf = async (workId: WorkId) =>
  (await school.teacher.get('seeQuizResults', whole(workId))).pupils.find(({ name }) => name === 'Anna Reyes')

describe('a key that is put right', () => {
  it('shows first whose score it changes, and lets every score and mark follow, with a note', async () => {
    const workId = await make([tides('1')])
    await sit(school.anna, of(workId), [given('q1', number('2'))])
    await sit(school.bo, of(workId, 'Bo Lund'), [given('q1', number('1'))])
    expect((await statusOf(workId)).status).toMatchObject({ phase: 'handedBack', mark: 0 })
    const { changes } = await school.teacher.get('tryQuiz', whole(workId), { quiz: quizWith([tides('2')]) })
    expect(changes.map(({ name, before, after, kept }) => [name, before, after, kept])).toEqual([
      ['Anna Reyes', 0, 200, false],
      ['Bo Lund', 200, 0, false],
    ])
    // looking changes nothing
    expect((await statusOf(workId)).status.mark).toBe(0)
    const reply = await change(workId, [tides('2')], { note: 'The answer to question 1 was put right.' })
    expect(reply.status).toBe(200)
    const anna = await statusOf(workId)
    expect(anna.status).toMatchObject({ phase: 'handedBack', mark: 200 })
    expect(anna.feedback).toBe('The answer to question 1 was put right. (0 → 2)')
    expect((await statusOf(workId, school.bo, 'Bo Lund')).status.mark).toBe(0)
    // what was said of a change is not stored with the quiz
    const { form } = await school.teacher.get('seeWork', whole(workId))
    expect(form.details.quiz?.note).toBeUndefined()
  })

  it('makes the recorded checks again: what was right in truth ends the question and costs no more', async () => {
    const rules = { checks: null, checkCost: 50, shown: 'never' as const }
    const workId = await make([tides('1')], rules)
    const at = of(workId)
    await school.anna.get('beginAttempt', at, { number: 1 })
    for (const [check, text] of ['2', '3', '1'].entries())
      await school.anna.get('checkAnswer', at, {
        attempt: 1,
        questionId: 'q1',
        answer: number(text),
        version: check,
        check: check + 1,
      })
    await school.anna.get('handIn', at, { version: 3, ink: null })
    const scoreOf = () => lineOf(workId)
    expect(await scoreOf()).toMatchObject({ score: 0, answers: [{ answer: '1', checks: 3 }] })
    await change(workId, [tides('2')], rules)
    expect(await scoreOf()).toMatchObject({ score: 200, answers: [{ answer: '2', checks: 1, points: 200 }] })
    await change(workId, [tides('1')], rules)
    // the right one is put back: the checks were recorded as they were made
    expect(await scoreOf()).toMatchObject({ score: 0 })
  })

  it('leaves a mark that a teacher gave otherwise, and says so', async () => {
    const workId = await make([tides('1')])
    await sit(school.anna, of(workId), [given('q1', number('2'))])
    await school.teacher.get('handBack', of(workId), { number: 1, mark: '1.5', feedback: 'Well argued.' })
    const { changes } = await school.teacher.get('tryQuiz', whole(workId), { quiz: quizWith([tides('2')]) })
    expect(changes).toMatchObject([{ before: 0, after: 200, kept: true }])
    await change(workId, [tides('2')], { note: 'Put right.' })
    expect(await statusOf(workId)).toMatchObject({ status: { mark: 150 }, feedback: 'Well argued.' })
  })

  it('keeps the questions of an attempt that was begun, and drops what was taken out', async () => {
    const second = { ...tides('4'), id: 'q2' }
    const workId = await make([tides('2'), second])
    await sit(school.anna, of(workId), [given('q1', number('2')), given('q2', number('4'))])
    expect((await statusOf(workId)).status.mark).toBe(400)
    await change(workId, [tides('2'), { ...tides('8'), id: 'q3' }])
    const page = await school.anna.get('seeQuiz', of(workId))
    expect(page.sections.flatMap(({ questions }) => questions.map(({ question }) => question.id))).toEqual([
      'q1',
    ])
    expect((await statusOf(workId)).status.mark).toBe(200)
  })

  it('is refused where a question would have other numbers than those that were answered', async () => {
    const draws = [{ name: 'a', from: '1', to: '9', step: '1', not: '' }]
    const drawn = (to: string): Question =>
      ({ ...tides('a'), draws: draws.map(one => ({ ...one, to })) }) as Question
    const workId = await make([drawn('9')])
    await sit(school.anna, of(workId), [given('q1', number('1'))])
    const reply = await change(workId, [drawn('20')])
    expect(reply).toMatchObject({
      error: { code: 'draws_answered', path: 'details.quiz.key.sections.0.questions.0' },
    })
    expect((await change(workId, [drawn('9')])).status).toBe(200)
  })

  it('is not tried on work of another class or another kind', async () => {
    const workId = await buildWork(school.world, school.built, { title: 'Essay' })
    const reply = await school.teacher.ask('tryQuiz', whole(workId), { quiz: quizWith([tides('2')]) })
    expect(reply.status).toBe(404)
  })
})

describe('an answer that a teacher marks', () => {
  const why = (text: string): Answer => ({ kind: 'long', text })

  it('counts as its teacher says, with words to it, and makes the score whole', async () => {
    const workId = await make([tides('2'), WHY])
    const at = of(workId)
    await sit(school.anna, at, [given('q1', number('2')), given(WHY.id, why('The moon.'))])
    expect((await statusOf(workId)).status.phase).toBe('withTeacher')
    const mark = (points: string, note = '') =>
      school.teacher.ask('setAnswerMark', at, { attempt: 1, questionId: WHY.id, points, note })
    expect(await mark('99')).toMatchObject({ error: { path: 'points' } })
    expect((await mark('0,5', 'And the sun?')).status).toBe(200)
    const pupil = await lineOf(workId)
    expect(pupil).toMatchObject({ score: 250 })
    expect(pupil?.answers.find(({ questionId }) => questionId === WHY.id)).toMatchObject({
      points: 50,
      note: 'And the sun?',
    })
    expect(await school.teacher.get('handBackByKey', whole(workId))).toEqual({ handedBack: 1 })
    expect((await statusOf(workId)).status.mark).toBe(250)
    // thought over after it came back: the mark follows
    await mark('1')
    expect((await statusOf(workId)).status.mark).toBe(300)
    // and the pupil reads what was said to it
    await mark('1', 'And the sun.')
    const page = await school.anna.get('seeQuiz', at)
    const [, asked] = page.sections.flatMap(({ questions }) => questions)
    expect(asked?.result).toMatchObject({ share: 1, said: expect.arrayContaining(['<p>And the sun.</p>']) })
  })

  it('stays while the pupil leaves the answer as it is, and is gone with another answer', async () => {
    const workId = await make([WHY])
    const at = of(workId)
    await school.anna.get('beginAttempt', at, { number: 1 })
    const save = (text: string, version: number, flagged = false) =>
      school.anna.get('saveAnswers', at, {
        attempt: 1,
        answers: [{ ...given(WHY.id, why(text)), version, flagged }],
      })
    await save('The moon.', 0)
    await school.teacher.get('setAnswerMark', at, { attempt: 1, questionId: WHY.id, points: '1', note: '' })
    await save('The moon.', 1, true)
    expect((await lineOf(workId))?.answers[0]).toMatchObject({ points: 100 })
    await save('The sun.', 1)
    expect((await lineOf(workId))?.answers[0]).toMatchObject({ points: null })
  })

  it('of an earlier attempt counts too', async () => {
    const workId = await make([WHY], { attempts: 2 })
    const at = of(workId)
    await sit(school.anna, at, [given(WHY.id, why('The moon.'))])
    await school.anna.get('beginAttempt', at, { number: 2 })
    await school.anna.get('saveAnswers', at, { attempt: 2, answers: [given(WHY.id, why('The sun.'))] })
    await school.anna.get('handIn', at, { version: 1, ink: null })
    for (const [attempt, points] of [
      [1, '1'],
      [2, '0.5'],
    ] as const)
      await school.teacher.get('setAnswerMark', at, { attempt, questionId: WHY.id, points, note: '' })
    expect(await school.teacher.get('handBackByKey', whole(workId))).toEqual({ handedBack: 1 })
    expect((await statusOf(workId)).status.mark).toBe(100)
  })

  it('is one of this quiz, and none that has a key', async () => {
    const workId = await make([tides('2'), WHY])
    await sit(school.anna, of(workId), [given('q1', number('2'))])
    const mark = (questionId: string, attempt = 1) =>
      school.teacher.ask('setAnswerMark', of(workId), { attempt, questionId, points: '1', note: '' })
    expect(await mark('q1')).toMatchObject({ error: { code: 'marked_by_key' } })
    for (const [id, attempt] of [
      ['q7', 1],
      [WHY.id, 2],
      [WHY.id, 1],
    ] as const)
      expect((await mark(id, attempt)).status, `${id} ${attempt}`).toBe(404)
  })
})

describe('an attempt whose time is over', () => {
  const minute = 60_000
  const later = (minutes: number) => school.clock.moveTo(school.clock.now() + minutes * minute)

  it('is handed in as it was then, once, and takes what was answered in time without a network', async () => {
    const workId = await make([tides('2'), { ...tides('3'), id: 'q2' }], { minutes: 10 })
    const at = of(workId)
    await school.anna.get('beginAttempt', at, { number: 1 })
    await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', number('2'))] })
    const begun = school.clock.now()
    later(10)
    expect(await endOverdue(school.world)).toBe(0)
    later(2)
    // looked at twice at the same time
    const counts = await Promise.all([endOverdue(school.world), endOverdue(school.world)])
    expect(counts.reduce((sum, count) => sum + count, 0)).toBe(1)
    expect(await endOverdue(school.world)).toBe(0)
    // more of it may be on its way: nothing is told of it until that cannot be
    expect((await statusOf(workId)).status).toMatchObject({ phase: 'withTeacher', mark: null, handIns: 1 })
    expect(JSON.stringify(await school.anna.get('seeQuiz', at))).not.toMatch(/"share"|"score":\d/)
    expect(await lineOf(workId)).toMatchObject({
      ended: true,
      handedInAt: begun + 10 * minute - 1,
    })
    later(60)
    const save = (waited: number) =>
      school.anna.ask('saveAnswers', at, { attempt: 1, answers: [given('q2', number('3'), waited)] })
    expect(await save(30 * minute)).toMatchObject({ error: { code: 'attempt_over' } })
    expect((await save(64 * minute)).status).toBe(200)
    expect(await lineOf(workId)).toMatchObject({ score: 400 })
    later(24 * 60)
    expect(await endOverdue(school.world)).toBe(0)
    expect((await statusOf(workId)).status).toMatchObject({ phase: 'handedBack', mark: 400 })
    // what is right is told now, and nothing more is taken
    expect(await save(25 * 60 * minute)).toMatchObject({ error: { code: 'attempt_handed_in' } })
  })

  it('in which nothing was answered ends with no points and hands nothing in', async () => {
    const workId = await make([tides('2')], { minutes: 10, attempts: 2 })
    const at = of(workId)
    await school.anna.get('beginAttempt', at, { number: 1 })
    later(12)
    expect(await endOverdue(school.world)).toBe(0)
    expect((await statusOf(workId)).status).toMatchObject({ phase: 'started', handIns: 0 })
    expect((await school.anna.get('seeQuiz', at)).attempts).toMatchObject([{ number: 1 }])
    expect((await school.anna.ask('beginAttempt', at, { number: 2 })).status).toBe(200)
  })

  it('and whose quiz has closed is handed in as it was, and comes back then where the answers are told then', async () => {
    const workId = await make([tides('2')], { shown: 'afterClosing', attempts: 2 })
    const at = of(workId)
    await school.anna.get('beginAttempt', at, { number: 1 })
    await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', number('2'))] })
    await sit(school.bo, of(workId, 'Bo Lund'), [given('q1', number('1'))])
    expect(await endOverdue(school.world)).toBe(0)
    expect((await statusOf(workId, school.bo, 'Bo Lund')).status.phase).toBe('withTeacher')
    school.clock.moveTo(Date.UTC(2026, 9, 16, 16, 5))
    expect(await endOverdue(school.world)).toBe(1)
    expect((await statusOf(workId)).status).toMatchObject({ phase: 'withTeacher', handIns: 1 })
    expect((await statusOf(workId, school.bo, 'Bo Lund')).status).toMatchObject({
      phase: 'handedBack',
      mark: 0,
    })
    later(25 * 60)
    expect(await endOverdue(school.world)).toBe(0)
    expect((await statusOf(workId)).status).toMatchObject({ phase: 'handedBack', mark: 200 })
  })

  it('one that cannot be ended does not keep the others open', async () => {
    const workId = await make([tides('2')], { minutes: 10 })
    for (const [who, name] of [
      [school.anna, 'Anna Reyes'],
      [school.bo, 'Bo Lund'],
    ] as const) {
      await who.get('beginAttempt', of(workId, name), { number: 1 })
      await who.get('saveAnswers', of(workId, name), { attempt: 1, answers: [given('q1', number('2'))] })
    }
    await school.teacher.get('excuse', of(workId), { excused: true })
    later(12)
    expect(await endOverdue(school.world)).toBe(1)
    expect((await statusOf(workId, school.bo, 'Bo Lund')).status.phase).toBe('withTeacher')
    expect((await statusOf(workId)).status.phase).toBe('excused')
  })

  it('is left to whoever has more of it', async () => {
    const workId = await make([tides('2')], { minutes: 10 })
    const at = of(workId)
    await school.teacher.get('setMoreTime', at, { minutes: 30 })
    await school.anna.get('beginAttempt', at, { number: 1 })
    await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', number('2'))] })
    later(38)
    expect(await endOverdue(school.world)).toBe(0)
    later(4)
    expect(await endOverdue(school.world)).toBe(1)
  })
})

it('a recording is handed in with its answer once it has arrived, and not before', async () => {
  const workId = await make([SPOKEN])
  const at = of(workId)
  await school.anna.get('beginAttempt', at, { number: 1 })
  const answer: Answer = { kind: 'recording', file: 'q9-abc.webm' }
  await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q9', answer)] })
  const handIn = () => school.anna.ask('handIn', at, { version: 1, ink: null })
  expect(await handIn()).toMatchObject({ error: { code: 'recording_missing' } })
  const hash = await school.world.files.keepBytes(Buffer.from('sound'))
  const { workId: work, placeId } = at
  await school.world.db.write(() =>
    school.world.db.run(
      `insert into files (id, work_id, place_id, name, type, size, hash, added_at, added_by)
       values ('f1', $work, $placeId, 'q9-abc.webm', 'audio/webm', 5, $hash, $now, (select id from accounts limit 1))`,
      { work, placeId, hash, now: school.clock.now() },
    ),
  )
  expect(await handIn()).toMatchObject({ reply: { phase: 'withTeacher' } })
  const { answers } = await school.teacher.get('seeAnswersTo', { ...whole(workId), questionId: 'q9' })
  expect(answers).toMatchObject([{ answer, fileId: 'f1' as FileId }])
})

it('all answers go into a table that a spreadsheet reads', async () => {
  const workId = await make([tides('2'), WHY])
  await sit(school.anna, of(workId), [
    given('q1', number('2')),
    given(WHY.id, { kind: 'long', text: '=1+1' }),
  ])
  const answer = await school.teacher.fetch(
    `/api/classes/${school.built.classId}/works/${workId}/quiz/answers.csv`,
    { method: 'GET' },
  )
  expect(answer.headers.get('content-type')).toMatch(/text\/csv/)
  const lines = (await answer.text()).trim().split('\r\n')
  expect(lines[0]?.replace('\ufeff', '')).toBe(
    'Pupil,Attempt,Handed in,Minutes,Score,Answer 1,Points 1,Answer 2,Points 2',
  )
  expect(lines.find(line => line.startsWith('Anna'))).toMatch(
    /^Anna Reyes,1,2026-\d\d-\d\dT\d\d:\d\d,0,,2,2,"'=1\+1",$/,
  )
})
