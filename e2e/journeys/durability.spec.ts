import { EMPTY_WORK } from '@oppen/contract'
import type { Question } from '@oppen/core/questions'
import { Person, PUPILS, quizWith, WHY } from '@oppen/demo'
import type { SubmissionAddress } from '@oppen/server/features/submissions/moves'
import { expect, test } from '@playwright/test'
import { School } from '../school.js'

const ROUNDS = 3

/** The pupils' user names of the demo. */
const userNames = PUPILS.map(name => name.toLowerCase().replace(' ', '.'))

type Told = {
  readonly userName: string
  readonly submission: SubmissionAddress
  readonly html: string
  readonly handIns: number
}

test('a server killed hard in the middle of saves and hand-ins has every one that it acknowledged', async () => {
  const school = await School.open()
  for (let round = 0; round < ROUNDS; round++) {
    const told: Told[] = []
    const people = (await Promise.all(userNames.map(name => somebody(school.address, name))))
      .flat()
      .slice(0, 8)
    expect(people.length).toBe(8)
    const working = people.map((one, index) => work(one, told, `${round} ${index}`))
    await expect.poll(() => told.length, { intervals: [5] }).toBeGreaterThan(30 + 20 * round)
    await school.stop('SIGKILL')
    await Promise.all(working)
    await school.start()
    for (const last of lastOfEach(told)) await isThere(school.address, last)
  }
  await school.close()
})

type Working = { readonly userName: string; readonly person: Person; readonly submission: SubmissionAddress }

/** A pupil with a submission that nobody has touched; nothing where there is none. */
async function somebody(address: string, userName: string): Promise<Working[]> {
  const person = await new Person(address).signIn(userName)
  const { submissions } = await person.get('seeToday', {})
  const open = submissions.find(
    one => one.status.phase === 'untouched' && !one.work.opensAt && one.work.kind === 'assignment',
  )
  if (!open) return []
  return [
    { userName, person, submission: { classId: open.classId, workId: open.work.id, placeId: open.placeId } },
  ]
}

/** Saves and hands in without pause until the server is gone; notes only what was acknowledged. */
async function work({ userName, person, submission }: Working, told: Told[], mark: string): Promise<void> {
  try {
    let base = 0
    let handIns = 0
    for (let n = 0; ; n++) {
      const html = `<p>${mark} ${n}</p>`
      const saved = await person.get('saveDraft', submission, { html, base })
      base = saved.version
      told.push({ userName, submission, html, handIns })
      const status = await person.get('handIn', submission, { version: base })
      handIns = status.handIns
      told.push({ userName, submission, html, handIns })
      await person.get('takeBack', submission)
    }
  } catch (error) {
    // a server that is gone answers with a broken connection; anything else is a finding
    expect(String(error)).toMatch(/fetch failed|terminated|ECONNRE|socket|JSON/)
  }
}

const lastOfEach = (told: readonly Told[]): Told[] => [
  ...new Map(told.map(one => [one.userName, one])).values(),
]

async function isThere(address: string, last: Told): Promise<void> {
  const person = await new Person(address).signIn(last.userName)
  const page = await person.get('seeSubmission', last.submission)
  // one more save or hand-in may have been kept whose answer was cut off; never one fewer
  const numberOf = (html: string | undefined) => Number(/ (\d+)<\/p>$/.exec(html ?? '')?.[1] ?? -1)
  expect(numberOf(page.draft?.html)).toBeGreaterThanOrEqual(numberOf(last.html))
  expect(page.status.handIns).toBeGreaterThanOrEqual(last.handIns)
  expect(page.handIns.length).toBe(page.status.handIns)
  const handedIn = page.handIns.find(one => one.number === last.handIns)
  if (last.handIns) expect(numberOf(handedIn?.html)).toBeLessThanOrEqual(numberOf(page.draft?.html))
}

const ASKED: Question = {
  ...WHY,
  kind: 'text',
  points: 1000,
  ask: {},
  key: {
    ...WHY.key,
    accepted: ['never given'],
    capitals: true,
    accents: true,
    spaces: true,
    slips: 0 as const,
  },
}
const QUIZ = quizWith([ASKED], { checks: null, checkCost: 1, shown: 'never' })

test('a server killed hard in a stream of checks has every one that it acknowledged, and each once', async () => {
  const school = await School.open()
  const teacher = await new Person(school.address).signIn('ms.varga')
  const { ties } = await teacher.get('me', {})
  const classId = ties.find(tie => !tie.archived)?.classId
  if (!classId) throw new Error('Ms Varga has no class')
  const form = {
    ...EMPTY_WORK,
    kind: 'quiz' as const,
    title: 'Checked without pause',
    details: { quiz: QUIZ },
  }
  const { workId } = await teacher.get('postWork', { classId }, { form, draft: false, alsoIn: [] })
  const signedIn = await Promise.all(
    userNames.slice(0, 6).map(name => new Person(school.address).signIn(name)),
  )
  const people = await Promise.all(
    signedIn.map(async person => {
      const me = await person.get('me', {})
      const tie = me.ties.find(one => one.classId === classId)
      if (!tie?.placeId) throw new Error('not in the class')
      const submission = { classId, workId, placeId: tie.placeId }
      await person.get('beginAttempt', submission, { number: 1 })
      return { person, submission, told: 0 }
    }),
  )
  for (let round = 0; round < 2; round++) {
    const before = people.reduce((sum, { told }) => sum + told, 0)
    const working = people.map(one => checkOn(one))
    await expect
      .poll(() => people.reduce((sum, { told }) => sum + told, 0) - before, { intervals: [5] })
      .toBeGreaterThan(40)
    await school.stop('SIGKILL')
    await Promise.all(working)
    await school.start()
    for (const one of people) {
      const page = await one.person.get('seeQuiz', one.submission)
      const [asked] = page.sections.flatMap(section => section.questions)
      // one more may have been counted whose answer was cut off; never one fewer, and none twice
      expect(asked?.checks).toBeGreaterThanOrEqual(one.told)
      expect(asked?.checks).toBeLessThanOrEqual(one.told + 1)
      expect(asked?.wrongChecks).toBe(asked?.checks)
      one.told = asked?.checks ?? 0
    }
  }
  await school.close()
})

type Checking = { readonly person: Person; readonly submission: SubmissionAddress; told: number }

/** Checks without pause, each twice at once, until the server is gone; notes what was acknowledged. */
async function checkOn(one: Checking): Promise<void> {
  const { person, submission } = one
  try {
    let { version } = (await person.get('seeQuiz', submission)).sections[0]?.questions[0] ?? { version: 0 }
    for (;;) {
      const check = one.told + 1
      const answer = { kind: 'text', text: `answer ${check}` } as const
      const asked = { attempt: 1, questionId: 'q1', answer, version, check }
      const both = await Promise.all([1, 2].map(() => person.get('checkAnswer', submission, asked)))
      for (const { checks } of both) expect(checks).toBe(check)
      version = both[0]?.version ?? version
      one.told = check
    }
  } catch (error) {
    expect(String(error)).toMatch(/fetch failed|terminated|ECONNRE|socket|JSON/)
  }
}
