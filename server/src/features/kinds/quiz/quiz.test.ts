import type { QuizDetails } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import type { Answer, Question } from '@oppen/core/questions'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import { buildWork, type Person, type PlainWork, submissionOf, type TwoGroups, twoGroups } from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

const said = { ifRight: '<p>Well seen.</p>', ifWrong: '<p>Look again.</p>', working: '<p>Twice a day.</p>' }
const head = { prompt: '<p>?</p>', hint: null, points: 200, draws: [] }
const RIVER: Question = {
  ...head,
  id: 'q1',
  kind: 'one',
  prompt: '<p>Which is a river?</p>',
  ask: {
    choices: [
      { id: 'a', text: 'Alder' },
      { id: 'b', text: 'Brook' },
    ],
    mixed: true,
  },
  key: { right: 'b', notes: { a: 'That is a tree.' }, ...said },
}
const HEIGHT: Question = {
  ...head,
  id: 'q2',
  kind: 'number',
  prompt: '<p>Half of {a} metres?</p>',
  draws: [{ name: 'a', from: '2', to: '40', step: '2', not: '' }],
  ask: { unit: null },
  key: { value: 'a/2', unit: 'm', tolerance: { is: 'exact', by: '' }, form: 'any', figures: null, ...said },
}
const WHY: Question = {
  ...head,
  id: 'q3',
  kind: 'long',
  prompt: '<p>Why?</p>',
  ask: {},
  key: { example: 'The secret example.', ...said },
}

const RULES: QuizDetails = {
  checks: 2,
  checkCost: 25,
  attempts: 2,
  counted: 'best',
  shown: 'afterHandIn',
  mixed: false,
  pages: 'all',
  minutes: null,
}
const make = (
  rules: Partial<QuizDetails> = {},
  questions: Question[] = [RIVER, HEIGHT],
  change: PlainWork = {},
) =>
  buildWork(school.world, school.built, {
    kind: 'quiz',
    title: 'Tides',
    due: '2026-10-15T17:00',
    closes: '2026-10-16T17:00',
    quiz: { ...RULES, ...rules, key: { sections: [{ id: 's1', title: '', pick: null, questions }] } },
    ...change,
  })
const anna = (workId: WorkId) => submissionOf(school.built, workId, 'Anna Reyes')
const choice = (id: string | null): Answer => ({ kind: 'one', choice: id })
const metres = (text: string): Answer => ({ kind: 'number', text })
const given = (questionId: string, answer: Answer, version = 0) => ({
  questionId,
  answer,
  version,
  flagged: false,
  waited: 0,
})

async function begun(workId: WorkId, who: Person = school.anna) {
  await who.get('beginAttempt', anna(workId), { number: 1 })
  return anna(workId)
}
const check = (workId: WorkId, answer: Answer, at = 1, questionId = 'q1', version = 0) =>
  school.anna.ask('checkAnswer', anna(workId), { attempt: 1, questionId, answer, version, check: at })
const drawnOf = async (workId: WorkId) => {
  const page = await school.anna.get('seeQuiz', anna(workId))
  const prompt =
    questionsOf(page.sections).find(({ question }) => question.id === 'q2')?.question.prompt ?? ''
  return Number(/\d+/.exec(prompt)?.[0])
}

describe('a quiz', () => {
  it('has the points of its questions, and is begun, answered, and comes back with its score', async () => {
    const workId = await make()
    const before = await school.anna.get('seeQuiz', anna(workId))
    expect(before).toMatchObject({ points: 400, count: 2, attempts: [], sections: [] })
    const at = await begun(workId)
    const half = (await drawnOf(workId)) / 2
    const reply = await school.anna.get('saveAnswers', at, {
      attempt: 1,
      answers: [given('q1', choice('b')), given('q2', metres(`${half * 100} cm`))],
    })
    expect(reply).toMatchObject({
      saved: [
        { questionId: 'q1', version: 1 },
        { questionId: 'q2', version: 1 },
      ],
      changed: [],
    })
    expect(await school.anna.get('handIn', at, { version: 2, ink: null })).toMatchObject({
      phase: 'handedBack',
      mark: 400,
      handIns: 1,
    })
    const after = await school.anna.get('seeQuiz', at)
    expect(after.attempts).toMatchObject([{ number: 1, score: 400 }])
    expect(
      questionsOf(after.sections).map(({ result }) => [result?.share, result?.points, result?.right]),
    ).toEqual([
      [1, 200, { answer: 'Brook', working: '<p>Twice a day.</p>' }],
      [1, 200, { answer: `${half} m`, working: '<p>Twice a day.</p>' }],
    ])
  })

  it('gives nothing away before it may be seen: not with the work, not with the questions, not with a check', async () => {
    const workId = await make({}, [RIVER, HEIGHT, WHY])
    const at = await begun(workId)
    await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('a'))] })
    const checked = await check(workId, choice('a'), 1, 'q1', 1)
    const seen = [
      await school.anna.get('seeSubmission', at),
      await school.anna.get('seeQuiz', at),
      await school.anna.get('seeTopics', { classId: at.classId }),
      checked.reply,
    ].map(page => JSON.stringify(page))
    for (const page of seen)
      for (const secret of ['"key"', 'secret example', 'Twice a day', '"right":{', 'a/2'])
        expect(page, secret).not.toContain(secret)
    // what was said to the choice that was checked is for whoever took it
    expect(checked.reply.result).toMatchObject({
      share: 0,
      said: ['That is a tree.', '<p>Look again.</p>'],
      right: null,
    })
    expect(JSON.stringify(await school.teacher.get('seeWork', { classId: at.classId, workId }))).toContain(
      'a/2',
    )
  })

  it('draws the same numbers for the same pupil again, and others for another attempt or pupil', async () => {
    const workId = await make({ attempts: null })
    await begun(workId)
    const first = await drawnOf(workId)
    expect(await drawnOf(workId)).toBe(first)
    const seen = new Set([first])
    for (let number = 2; number < 8; number++) {
      await school.anna.get('saveAnswers', anna(workId), {
        attempt: number - 1,
        answers: [given('q1', choice('a'))],
      })
      await school.anna.get('handIn', anna(workId), { version: 1, ink: null })
      await school.anna.get('beginAttempt', anna(workId), { number })
      seen.add(await drawnOf(workId))
    }
    expect(seen.size).toBeGreaterThan(2)
  })
})

describe('a check', () => {
  it('sent twice counts once, and so do two at the same moment', async () => {
    const workId = await make()
    await begun(workId)
    const both = await Promise.all([check(workId, choice('a')), check(workId, choice('a'))])
    expect(both.map(({ status }) => status)).toEqual([200, 200])
    expect(both.map(({ reply }) => reply.checks)).toEqual([1, 1])
    expect(await check(workId, choice('b'), 1)).toMatchObject({ error: { code: 'answer_changed' } })
    expect((await check(workId, choice('b'), 2, 'q1', 1)).reply).toMatchObject({
      checks: 2,
      wrongChecks: 1,
      solved: true,
    })
    expect(await school.world.db.row('select count(*) as n from quiz_checks')).toEqual({ n: 2 })
  })

  it('tells nothing of what was changed after it', async () => {
    const workId = await make({ checks: 1, shown: 'atOnce' })
    const at = await begun(workId)
    const result = async () => questionsOf((await school.anna.get('seeQuiz', at)).sections)[1]?.result
    await check(workId, metres('9999 m'), 1, 'q2')
    expect(await result()).toMatchObject({ share: 0, right: { answer: expect.stringContaining('m') } })
    // its right answer was shown: it stays as it was
    const again = { attempt: 1, answers: [given('q2', metres('1 m'), 1)] }
    expect(await school.anna.ask('saveAnswers', at, again)).toMatchObject({ error: { code: 'checks_used' } })
    const other = await make({ checks: 2 })
    await begun(other)
    await check(other, choice('a'))
    await school.anna.get('saveAnswers', anna(other), { attempt: 1, answers: [given('q1', choice('b'), 1)] })
    const page = await school.anna.get('seeQuiz', anna(other))
    expect(questionsOf(page.sections)[0]?.result).toBeNull()
  })

  it('costs its part of the points, ends once it was right, and there are only so many', async () => {
    const workId = await make({ checks: 2 })
    const at = await begun(workId)
    await check(workId, choice('a'))
    await check(workId, choice('b'), 2, 'q1', 1)
    expect(await check(workId, choice('b'), 3, 'q1', 2)).toMatchObject({ error: { code: 'already_right' } })
    expect(
      await school.anna.ask('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('a'), 2)] }),
    ).toMatchObject({ error: { code: 'already_right' } })
    await check(workId, metres('9999 m'), 1, 'q2')
    await check(workId, metres('9998 m'), 2, 'q2', 1)
    expect(await check(workId, metres('1 m'), 3, 'q2', 2)).toMatchObject({ error: { code: 'checks_used' } })
    expect(await school.anna.get('handIn', at, { version: 4, ink: null })).toMatchObject({ mark: 150 })
  })

  it('of what cannot be read is refused with the reason and costs nothing', async () => {
    const workId = await make()
    await begun(workId)
    for (const [text, code] of [
      ['many', 'number_unreadable'],
      ['3 bananas', 'unit_unknown'],
      ['9'.repeat(1000), 'number_long'],
    ])
      expect(await check(workId, metres(text ?? ''), 1, 'q2')).toMatchObject({ error: { code } })
    expect(await check(workId, choice('z'))).toMatchObject({ error: { code: 'answer_choice' } })
    expect(await check(workId, choice('b'), 1, 'none')).toMatchObject({ error: { code: 'answer_part' } })
    expect(await check(workId, metres('1'), 1, 'q1')).toMatchObject({ error: { code: 'answer_kind' } })
    expect((await check(workId, choice('b'))).reply).toMatchObject({ checks: 1 })
  })

  it('is not there where the quiz has none, or a teacher marks', async () => {
    const workId = await make({ checks: 0 }, [RIVER, WHY])
    await begun(workId)
    expect(await check(workId, choice('b'))).toMatchObject({ error: { code: 'no_checks' } })
    const other = await make({}, [WHY])
    await begun(other)
    expect(await check(other, { kind: 'long', text: 'x' }, 1, 'q3')).toMatchObject({
      error: { code: 'no_checks' },
    })
  })
})

describe('answers', () => {
  it('that were changed elsewhere are given back, and nothing is written over', async () => {
    const workId = await make()
    const at = await begun(workId)
    await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('a'))] })
    const late = await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('b'))] })
    expect(late).toMatchObject({
      saved: [],
      changed: [{ questionId: 'q1', answer: choice('a'), version: 1 }],
    })
    // the same once more is no change
    expect(
      (await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('a'))] })).saved,
    ).toEqual([{ questionId: 'q1', version: 1 }])
  })

  it('count by the moment at which they were given, whatever was lost on the way', async () => {
    const workId = await make({ minutes: 10 })
    const at = await begun(workId)
    const now = school.clock.now()
    school.clock.moveTo(now + 11 * 60_000)
    const late = await school.anna.ask('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('b'))] })
    expect(late).toMatchObject({ error: { code: 'attempt_over', params: { at: now + 600_000 } } })
    const waited = { ...given('q1', choice('b')), waited: 2 * 60_000 }
    expect((await school.anna.get('saveAnswers', at, { attempt: 1, answers: [waited] })).saved).toHaveLength(
      1,
    )
    // what came in the same request and was too late is left out of it, and said
    const mixed = { attempt: 1, answers: [{ ...waited, version: 1 }, given('q2', metres('1'))] }
    expect(await school.anna.get('saveAnswers', at, mixed)).toMatchObject({
      saved: [{ questionId: 'q1' }],
      over: ['q2'],
    })
    // what was given in time can be handed in after it
    expect(await school.anna.get('handIn', at, { version: 1, ink: null })).toMatchObject({ mark: 200 })
  })

  it('count longer for whoever has more time, also in the attempt that is open', async () => {
    const workId = await make({ minutes: 10 })
    const at = await begun(workId)
    await school.teacher.get('setMoreTime', at, { minutes: 5 })
    const page = await school.anna.get('seeQuiz', at)
    expect(page).toMatchObject({ moreMinutes: 5, attempts: [{ endsAt: school.clock.now() + 15 * 60_000 }] })
    school.clock.moveTo(school.clock.now() + 14 * 60_000)
    expect(
      (await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('b'))] })).saved,
    ).toHaveLength(1)
    await school.teacher.get('setMoreTime', at, { minutes: 0 })
    expect(
      await school.anna.ask('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('a'), 1)] }),
    ).toMatchObject({ error: { code: 'attempt_over' } })
  })

  it('of 100 kB are refused, and an unreadable one is saved as it is and worth nothing', async () => {
    const workId = await make()
    const at = await begun(workId)
    const save = (answer: Answer, questionId = 'q2') =>
      school.anna.ask('saveAnswers', at, { attempt: 1, answers: [given(questionId, answer)] })
    expect((await save(metres('x'.repeat(100_000)))).status).toBe(422)
    expect((await save(metres('about three'))).status).toBe(200)
    const page = await school.anna.get('seeQuiz', at)
    expect(questionsOf(page.sections)[1]).toMatchObject({ answer: { text: 'about three' }, version: 1 })
    expect(await school.anna.get('handIn', at, { version: 1, ink: null })).toMatchObject({ mark: 0 })
  })
})

describe('attempts', () => {
  it('are begun once, one after the other, and the best counts', async () => {
    const workId = await make()
    const at = anna(workId)
    const both = await Promise.all([1, 1].map(number => school.anna.ask('beginAttempt', at, { number })))
    expect(both.map(({ status }) => status)).toEqual([200, 200])
    expect(await school.anna.ask('beginAttempt', at, { number: 2 })).toMatchObject({
      error: { code: 'attempt_not_newest' },
    })
    await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('b'))] })
    await school.anna.get('handIn', at, { version: 1, ink: null })
    expect(
      await school.anna.ask('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('a'), 1)] }),
    ).toMatchObject({ error: { code: 'attempt_handed_in' } })
    await school.anna.get('beginAttempt', at, { number: 2 })
    await school.anna.get('saveAnswers', at, { attempt: 2, answers: [given('q1', choice('a'))] })
    expect(await school.anna.get('handIn', at, { version: 1, ink: null })).toMatchObject({
      phase: 'handedBack',
      mark: 200,
      handIns: 2,
    })
    expect(await school.anna.ask('beginAttempt', at, { number: 3 })).toMatchObject({
      error: { code: 'attempts_used' },
    })
  })

  it('are not taken back, and whoever is asked to try again has one more', async () => {
    const workId = await make({ attempts: 1, shown: 'never' })
    const at = await begun(workId)
    await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('a'))] })
    await school.anna.get('handIn', at, { version: 1, ink: null })
    expect(await school.anna.ask('takeBack', at)).toMatchObject({ error: { code: 'attempt_handed_in' } })
    expect(await school.anna.ask('beginAttempt', at, { number: 2 })).toMatchObject({
      error: { code: 'attempts_used' },
    })
    await school.teacher.get('tryAgain', at, { number: 1, by: null, feedback: 'Once more.' })
    expect(await school.anna.get('beginAttempt', at, { number: 2 })).toMatchObject({ phase: 'tryAgain' })
    await school.anna.get('saveAnswers', at, { attempt: 2, answers: [given('q1', choice('b'))] })
    expect(await school.anna.get('handIn', at, { version: 1, ink: null })).toMatchObject({
      phase: 'withTeacher',
    })
    // by key: the best of both, by one press
    const all = { classId: at.classId, workId }
    expect(await school.teacher.get('handBackByKey', all)).toEqual({ handedBack: 1 })
    expect((await school.anna.get('seeSubmission', at)).status).toMatchObject({ mark: 200 })
  })

  it('with a part that a teacher marks lie with the teacher', async () => {
    const workId = await make({}, [RIVER, WHY])
    const at = await begun(workId)
    const why: Answer = { kind: 'long', text: 'The moon.' }
    await school.anna.get('saveAnswers', at, {
      attempt: 1,
      answers: [given('q1', choice('b')), given('q3', why)],
    })
    expect(await school.anna.get('handIn', at, { version: 2, ink: null })).toMatchObject({
      phase: 'withTeacher',
    })
    const page = await school.anna.get('seeSubmission', at)
    expect(page.handIns[0]?.html).toContain('The moon.')
  })

  it('are not handed in with nothing in them, nor as another version than was looked at', async () => {
    const workId = await make()
    const at = await begun(workId)
    expect(await school.anna.ask('handIn', at, { version: 0, ink: null })).toMatchObject({
      error: { code: 'nothing_to_hand_in' },
    })
    await school.anna.get('saveAnswers', at, { attempt: 1, answers: [given('q1', choice('b'))] })
    expect(await school.anna.ask('handIn', at, { version: 0, ink: null })).toMatchObject({
      error: { code: 'answer_changed' },
    })
  })

  it('do not begin before the quiz opens or after it has closed', async () => {
    const early = await make({}, [RIVER], { opens: '2026-10-15T09:00' })
    expect(await school.anna.ask('beginAttempt', anna(early), { number: 1 })).toMatchObject({
      error: { code: 'work_not_open' },
    })
    const workId = await make()
    school.clock.moveTo(school.clock.now() + 9 * 24 * 3_600_000)
    expect(await school.anna.ask('beginAttempt', anna(workId), { number: 1 })).toMatchObject({
      error: { code: 'work_closed' },
    })
  })
})

describe('what a teacher sees of a quiz', () => {
  it('is everybody’s newest attempt with each answer, and the figures of those who handed in', async () => {
    const workId = await make({ attempts: 1 }, [RIVER, WHY])
    const at = { classId: school.built.classId, workId }
    const empty = await school.teacher.get('seeQuizResults', at)
    expect(empty.pupils).toHaveLength(3)
    expect(empty).toMatchObject({ points: 400, alpha: null, few: true, questions: [{ earned: null }, {}] })
    await begun(workId)
    await check(workId, choice('a'))
    await school.anna.get('saveAnswers', anna(workId), { attempt: 1, answers: [given('q1', choice('b'), 1)] })
    const live = await school.teacher.get('seeQuizResults', at)
    expect(live.pupils.find(({ name }) => name === 'Anna Reyes')).toMatchObject({
      attempt: 1,
      handedInAt: null,
      answers: [{ questionId: 'q1', answer: 'Brook', share: 1, checks: 1 }],
    })
    await school.anna.get('handIn', anna(workId), { version: 2, ink: null })
    const bo = submissionOf(school.built, workId, 'Bo Lund')
    await school.bo.get('beginAttempt', bo, { number: 1 })
    await school.bo.get('saveAnswers', bo, { attempt: 1, answers: [given('q1', choice('a'))] })
    await school.bo.get('handIn', bo, { version: 1, ink: null })
    const [river] = (await school.teacher.get('seeQuizResults', at)).questions
    expect(river).toMatchObject({
      earned: 0.5,
      taken: [
        { text: 'Alder', right: false, count: 1 },
        { text: 'Brook', right: true, count: 1 },
      ],
    })
  })

  it('is not there for work that is no quiz', async () => {
    const at = { classId: school.built.classId, workId: '' as WorkId }
    expect(
      await school.teacher.ask('seeQuizResults', {
        ...at,
        workId: await buildWork(school.world, school.built, { title: 'A page' }),
      }),
    ).toMatchObject({
      error: { code: 'not_found' },
    })
  })
})

describe('a form', () => {
  const refusal = async (questions: Question[]) => {
    const error = await make({}, questions).catch(problem => problem)
    return [error.code, error.path]
  }
  it('is refused with the question that lacks something', async () => {
    const noRight = { ...RIVER, key: { ...RIVER.key, right: 'z' } } as Question
    expect(await refusal([RIVER, noRight])).toEqual(['quiz_twice', 'details.quiz.key.sections'])
    expect(await refusal([HEIGHT, noRight])).toEqual([
      'question_no_right',
      'details.quiz.key.sections.0.questions.1',
    ])
    expect(await refusal([])).toEqual(['quiz_empty', 'details.quiz.key.sections'])
  })

  it('shows twenty drawings before it is posted', async () => {
    const { drawings } = await school.teacher.get(
      'drawQuestion',
      { classId: school.built.classId },
      { question: HEIGHT },
    )
    expect(drawings).toHaveLength(20)
    for (const { prompt, answers } of drawings)
      expect(Number(/\d+/.exec(prompt)?.[0]) / 2).toBe(Number(answers[0]))
  })

  it('cleans what is written in it', async () => {
    const bad = { ...RIVER, prompt: '<p onclick="x()">Which?<script>x()</script></p>' }
    const workId = await make({}, [bad])
    const seen = JSON.stringify(
      await school.teacher.get('seeWork', { classId: school.built.classId, workId }),
    )
    expect(seen).not.toMatch(/script|onclick/)
  })

  it('shows and plays files of its work, and nothing from elsewhere', async () => {
    const own = '/api/classes/c1/works/w1/materials/m1'
    const heard = {
      '*': { picture: 'https://elsewhere.example/a.png', sound: own },
      a: { picture: own, sound: '//x' },
    }
    const workId = await make({}, [{ ...RIVER, media: heard }])
    const page = await school.teacher.get('seeWork', { classId: school.built.classId, workId })
    const question = page.form.details.quiz?.key?.sections[0]?.questions[0]
    expect(question?.media).toEqual({
      '*': { picture: null, sound: own },
      a: { picture: own, sound: null },
    })
    const area = { is: 'box', from: { x: 1, y: 1 }, to: { x: 9, y: 9 } } as const
    const map = (picture: string): Question => ({
      ...head,
      id: 'q1',
      kind: 'place',
      ask: { picture, shows: 'A map' },
      key: { areas: [area], ...said },
    })
    expect((await make({}, [map(own)])).length).toBeGreaterThan(0)
    await expect(make({}, [map('https://elsewhere.example/a.png')])).rejects.toThrow('question_no_picture')
  })
})
