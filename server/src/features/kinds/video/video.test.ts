import type { ViewingId, WorkId } from '@oppen/core/ids'
import type { Answer } from '@oppen/core/questions'
import type { GuidedVideo, VideoStop } from '@oppen/core/work/kinds/video'
import {
  buildWork,
  type PlainWork,
  submissionOf,
  type TwoGroups,
  twoGroups,
  videoWith,
  WHY,
} from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

const note: VideoStop = { id: 'n', at: 10, kind: 'note', html: '<p>Look.</p>' }
const choice: VideoStop = {
  id: 'c',
  at: 20,
  kind: 'choice',
  html: '',
  ways: [
    { id: 'a', text: 'On', to: 21 },
    { id: 'b', text: 'Ahead', to: 45 },
  ],
}
const asks: VideoStop = { id: 'q', at: 30, kind: 'questions', questions: ['q1'] }

const make = (guided: Partial<GuidedVideo> = {}, change: PlainWork = {}) =>
  buildWork(school.world, school.built, {
    kind: 'video',
    title: 'The worm',
    due: '2026-10-15T17:00',
    video: videoWith({ stops: [asks, note, choice], ...guided }, [WHY]),
    ...change,
  })
const anna = (workId: WorkId) => submissionOf(school.built, workId, 'Anna Reyes')
const viewing = (name = 'tab') => ({ viewingId: name as ViewingId })
const batch = (number: number, stretches: readonly (readonly [number, number])[], change = {}) => ({
  number,
  position: stretches.at(-1)?.[1] ?? 0,
  stretches: stretches.map(([from, to]) => ({ from, to })),
  stopped: [],
  back: [],
  passed: [],
  ...change,
})
const save = (workId: WorkId, body: ReturnType<typeof batch>, name = 'tab') =>
  school.anna.get('saveWatched', { ...anna(workId), ...viewing(name) }, body)
const once = (from: number, to: number) => ({ from, to, times: 1 })

describe('a guided video', () => {
  it('has its stops in their order, its questions without a key, and files of the work alone', async () => {
    const poster = 'https://evil.example/x.png'
    const note = {
      id: 'n',
      at: 10,
      kind: 'note' as const,
      html: '<p onclick="x()">Look.</p><script>x()</script>',
    }
    const workId = await make({ stops: [asks, note], poster })
    const { work } = await school.anna.get('seeSubmission', anna(workId))
    const guided = work.details.video?.guided
    expect(guided?.stops.map(({ id }) => id)).toEqual(['n', 'q'])
    expect(guided?.poster).toBeNull()
    expect(JSON.stringify(work.details)).not.toMatch(/script|onclick|example/)
  })

  it('is answered, handed in and marked as a quiz is', async () => {
    const workId = await make()
    await school.anna.get('beginAttempt', anna(workId), { number: 1 })
    const answer: Answer = { kind: 'long', text: 'Because.' }
    await school.anna.get('saveAnswers', anna(workId), {
      attempt: 1,
      answers: [{ questionId: 'q1', answer, version: 0, flagged: false, waited: 0 }],
    })
    await school.anna.get('handIn', anna(workId), { version: 1 })
    expect((await school.anna.get('seeSubmission', anna(workId))).status.phase).toBe('withTeacher')
  })

  it('that asks nothing is handed in once it was watched', async () => {
    const workId = await make({ stops: [note] }, { video: videoWith({ stops: [note] }) })
    await school.anna.get('beginAttempt', anna(workId), { number: 1 })
    await school.anna.get('handIn', anna(workId), { version: 0 })
    // nothing waits for a mark
    expect((await school.anna.get('seeSubmission', anna(workId))).status.phase).toBe('handedBack')
  })

  it.each([
    [{ address: null }, 'video_none'],
    [{ address: 'https://evil.example/v.mp4' }, 'video_none'],
    [{ stops: [{ ...note, at: 61 }] }, 'stop_outside'],
    [{ captions: [{ from: 4, to: 2, text: 'x' }] }, 'caption_backward'],
  ])('%#: is not posted where it lacks something, and a draft is', async (part, code) => {
    const form = {
      ...(await school.teacher.get('seeWork', { classId: school.built.classId, workId: await make() })).form,
      details: { video: videoWith({ stops: [], ...part }) },
    }
    const post = (draft: boolean) =>
      school.teacher.ask('postWork', { classId: school.built.classId }, { form, draft, alsoIn: [] })
    expect((await post(false)).error?.code).toBe(code)
    expect((await post(true)).status).toBe(200)
  })
})

describe('what was watched', () => {
  it('adds up over batches and devices, each batch once however often it comes', async () => {
    const workId = await make()
    const first = batch(1, [[0, 12]], { stopped: [12] })
    const answers = await Promise.all([save(workId, first), save(workId, first), save(workId, first)])
    expect(answers.map(({ watched }) => watched)).toEqual([[once(0, 12)], [once(0, 12)], [once(0, 12)]])
    await save(workId, batch(2, [[10, 20]]))
    const { watched, position } = await save(workId, batch(1, [[0, 4]]), 'tablet')
    expect(watched).toEqual([
      { from: 0, to: 4, times: 2 },
      once(4, 10),
      { from: 10, to: 12, times: 2 },
      once(12, 20),
    ])
    expect(position).toBe(4)
    // the first sent once more, after the second
    expect((await save(workId, first)).watched).toEqual(watched)
    expect(await school.anna.get('seeVideo', anna(workId))).toEqual({ watched, position: 4, passed: [] })
  })

  it('begins the work, and says where another page plays it', async () => {
    const workId = await make()
    expect((await save(workId, batch(1, [[0, 5]]))).elsewhere).toBe(false)
    expect((await school.anna.get('seeSubmission', anna(workId))).status.phase).toBe('started')
    expect((await save(workId, batch(1, [[0, 5]]), 'tablet')).elsewhere).toBe(true)
    school.clock.moveTo(school.clock.now() + 60_000)
    expect((await save(workId, batch(2, [[5, 9]]))).elsewhere).toBe(false)
  })

  it('holds where the clock of the server is set back', async () => {
    const workId = await make()
    await save(workId, batch(1, [[0, 5]]))
    school.clock.moveTo(school.clock.now() - 86_400_000)
    expect(await save(workId, batch(2, [[5, 9]]))).toMatchObject({ watched: [once(0, 9)], elsewhere: false })
  })

  it('does not count where it was jumped to, unless a choice leads there or skipping is allowed', async () => {
    const workId = await make()
    await save(
      workId,
      batch(1, [
        [0, 20],
        [45, 50],
      ]),
    )
    expect((await school.anna.get('seeVideo', anna(workId))).watched).toEqual([once(0, 20)])
    const passed = [{ stopId: 'c', wayId: 'b' }]
    expect((await save(workId, batch(2, [[45, 50]], { passed }))).watched).toEqual([
      once(0, 20),
      once(45, 50),
    ])
    const free = await make({
      watching: { skipping: true, pauses: false, mustAnswer: 'nothing', fastest: 2 },
    })
    expect((await save(free, batch(1, [[45, 50]]))).watched).toEqual([once(45, 50)])
  })

  it('names stops that are there: what was taken out, and ways that never were, are left out', async () => {
    const workId = await make()
    const passed = [
      { stopId: 'n', wayId: null },
      { stopId: 'gone', wayId: null },
      { stopId: 'c', wayId: 'x' },
      { stopId: 'c', wayId: 'a' },
    ]
    await save(workId, batch(1, [[0, 20]], { passed }))
    expect((await school.anna.get('seeVideo', anna(workId))).passed).toEqual([
      { stopId: 'c', wayId: 'a' },
      { stopId: 'n', wayId: null },
    ])
  })

  it('is refused before its time, in a shape that says nothing, and for work that is no video', async () => {
    const workId = await make({}, { opens: '2026-10-16T08:00', due: null })
    const at = { ...anna(workId), ...viewing() }
    expect((await school.anna.ask('saveWatched', at, batch(1, [[0, 5]]))).error?.code).toBe('work_not_open')
    const open = { ...anna(await make()), ...viewing() }
    const strange = (change: object) =>
      school.anna.ask('saveWatched', open, { ...batch(1, []), ...change } as never)
    for (const change of [
      { position: -1 },
      { position: 1e9 },
      { number: 0 },
      { stretches: Array.from({ length: 501 }, () => ({ from: 0, to: 1 })) },
    ])
      expect((await strange(change)).status).toBe(422)
    const assignment = await buildWork(school.world, school.built, { title: 'A page' })
    const other = { ...anna(assignment), ...viewing() }
    expect((await school.anna.ask('saveWatched', other, batch(1, [[0, 5]]))).status).toBe(404)
  })

  it('stays bounded, whoever presses without a pause', async () => {
    const workId = await make({
      seconds: 40_000,
      stops: [],
      watching: { skipping: true, pauses: false, mustAnswer: 'nothing', fastest: 2 },
    })
    // every other second of a very long video, so that no two runs touch
    for (let number = 1; number <= 12; number++) {
      const begin = (number - 1) * 1_000
      await save(
        workId,
        batch(
          number,
          Array.from({ length: 500 }, (_, at) => [begin + 2 * at, begin + 2 * at + 1] as const),
        ),
      )
    }
    const { watched } = await school.anna.get('seeVideo', anna(workId))
    expect(watched.length).toBeLessThanOrEqual(4_000)
    expect(
      (await school.teacher.get('seeWatching', { classId: school.built.classId, workId })).parts.length,
    ).toBeLessThanOrEqual(300)
  })
})

it('a class is seen by its teacher: each pupil with what was watched and done, and all of them second by second', async () => {
  const workId = await make()
  await save(
    workId,
    batch(
      1,
      [
        [0, 20],
        [8, 12],
      ],
      { stopped: [20], back: [20], passed: [{ stopId: 'n', wayId: null }] },
    ),
  )
  const page = await school.teacher.get('seeWatching', { classId: school.built.classId, workId })
  const [first] = page.pupils.filter(({ name }) => name === 'Anna Reyes')
  expect(first).toMatchObject({ position: 12, passed: [{ stopId: 'n', wayId: null }], answers: [] })
  expect(page.pupils.filter(({ watched }) => !watched.length).length).toBe(page.pupils.length - 1)
  expect(page.parts).toHaveLength(60)
  expect([page.parts[9], page.parts[20]]).toMatchObject([
    { seen: 1, again: 1, stopped: 0 },
    { seen: 0, stopped: 1, back: 1 },
  ])
})

it('a question that was taken out with its stop holds nobody who has answered it', async () => {
  const workId = await make()
  await school.anna.get('beginAttempt', anna(workId), { number: 1 })
  const { form, version } = await school.teacher.get('seeWork', { classId: school.built.classId, workId })
  const details = { video: videoWith({ stops: [note] }) }
  await school.teacher.get(
    'changeWork',
    { classId: school.built.classId, workId },
    { form: { ...form, details }, version, tell: false, post: true, alsoIn: [] },
  )
  expect(
    (await school.anna.get('seeQuiz', anna(workId))).sections.flatMap(({ questions }) => questions),
  ).toEqual([])
  await school.anna.get('handIn', anna(workId), { version: 0 })
  expect((await school.anna.get('seeSubmission', anna(workId))).status.phase).toBe('handedBack')
})
