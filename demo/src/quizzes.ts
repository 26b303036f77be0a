import type { WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Answer, Question } from '@oppen/core/questions'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import type { fixedClock } from '@oppen/server/clock'
import { setAnswerMark } from '@oppen/server/features/kinds/quiz/scores'
import { beginAttempt, checkAnswer, saveAnswers, seeQuiz } from '@oppen/server/features/kinds/quiz/service'
import { handBack } from '@oppen/server/features/marking/service'
import { handIn } from '@oppen/server/features/work/handIn'
import { saveMaterial } from '@oppen/server/features/work/materials'
import { changeWork, seeWork } from '@oppen/server/features/work/posting'
import type { World } from '@oppen/server/world'
import { at, buildWork, submissionOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { quizWith } from './forms.js'
import { PUPILS } from './people.js'
import { picture, RULER } from './pictures.js'
import { Seeded } from './random.js'

const head = { hint: null, points: 100, draws: [] }
const said = { ifRight: '', ifWrong: '', working: '' }
const exact = { tolerance: { is: 'exact', by: '' }, unit: null, form: 'any', figures: null } as const

/** The questions of the check; the one on a picture has the address of its file. */
const questions = (ruler: string): Question[] => [
  {
    ...head,
    id: 'q1',
    kind: 'one',
    prompt: '<p>Which of these would you measure with a ruler?</p>',
    ask: {
      mixed: true,
      choices: [
        { id: 'k3', text: 'The length of a leaf' },
        { id: 'd8', text: 'The time to boil an egg' },
        { id: 'w1', text: 'How heavy a bag of seeds is' },
      ],
    },
    key: {
      right: 'k3',
      notes: { d8: 'A ruler knows nothing of time.', w1: 'That is what scales are for.' },
      ...said,
    },
  },
  {
    ...head,
    id: 'q2',
    kind: 'place',
    prompt: '<p>Show on the ruler where the leaf ends.</p>',
    hint: '<p>It begins at nought.</p>',
    ask: { picture: ruler, shows: 'A leaf above a ruler that is marked in centimetres and millimetres' },
    key: {
      areas: [{ is: 'box', from: { x: 425, y: 180 }, to: { x: 475, y: 860 } }],
      ...said,
      ifWrong: '<p>Go straight down from the tip of the leaf.</p>',
    },
  },
  {
    ...head,
    id: 'q3',
    kind: 'number',
    prompt: '<p>A path is {a} m long. How many centimetres are that?</p>',
    draws: [{ name: 'a', from: '1.2', to: '4.8', step: '0.2', not: '2 3 4' }],
    ask: { unit: null },
    key: {
      ...exact,
      ...said,
      value: '100*a',
      unit: 'cm',
      working: '<p>A metre has a hundred centimetres: {a} × 100.</p>',
    },
  },
  {
    ...head,
    id: 'q4',
    kind: 'order',
    prompt: '<p>Put them in order, the shortest first.</p>',
    ask: {
      items: [
        { id: 'm7', text: '8 mm' },
        { id: 'b2', text: '3 cm' },
        { id: 'z5', text: '0.4 m' },
        { id: 'h1', text: '65 cm' },
      ],
    },
    key: { order: ['m7', 'b2', 'z5', 'h1'], partial: true, ...said },
  },
  {
    ...head,
    id: 'q5',
    kind: 'table',
    points: 200,
    prompt: '<p>Fill in what is missing.</p>',
    ask: {
      rows: [
        ['Bed', 'Length', 'Width', 'Area'],
        ['North', '3 m', '2 m', '[[p1]]'],
        ['South', '4 m', '[[p2]]', '6 m²'],
      ],
      blanks: [
        { id: 'p1', is: 'text' },
        { id: 'p2', is: 'text' },
      ],
    },
    key: {
      partial: true,
      blanks: {
        p1: {
          is: 'text',
          accepted: ['6 m²', '6 m2'],
          capitals: false,
          accents: true,
          spaces: false,
          slips: 0,
        },
        p2: {
          is: 'text',
          accepted: ['1.5 m', '1,5 m'],
          capitals: false,
          accents: true,
          spaces: false,
          slips: 0,
        },
      },
      ...said,
      working: '<p>Area is length times width.</p>',
    },
  },
  {
    ...head,
    id: 'q6',
    kind: 'long',
    points: 200,
    prompt: '<p>You and a friend measure the same bed and get 3.1 m and 3.3 m. What could have happened?</p>',
    ask: {},
    key: { example: '<p>The tape was not straight, or one of us began at the end of the tape.</p>', ...said },
  },
]

const REASONS = [
  'One of us did not pull the tape straight.',
  'My friend began at 1 and not at 0.',
  'The bed is not the same length on both sides.',
  'We counted steps and my steps are longer.',
  'I do not know.',
]

type Clock = ReturnType<typeof fixedClock>

/** A check of measures that the class has sat, marked but for the last who handed in. */
export async function quizzes(world: World, clock: Clock, school: DemoSchool): Promise<void> {
  const { numbers, teachers, pupils } = school
  clock.moveTo(at(world, '2026-10-05T10:00'))
  const workId = await buildWork(world, numbers, {
    kind: 'quiz',
    title: 'Measures: a check',
    week: '2026-10-05',
    lane: 'lesson',
    due: '2026-10-09T12:00',
    minutes: 15,
    directions: '<p>Take your time. You can check each answer once before you hand in.</p>',
    quiz: quizWith(questions('').filter(({ kind }) => kind !== 'place')),
  })
  await withPicture(world, school, workId)
  const seeded = new Seeded(14)
  for (const [index, name] of PUPILS.entries()) {
    const pupil = pupils.get(name)
    if (!pupil || !numbers.places.has(name) || index % 8 === 7) continue
    clock.moveTo(at(world, '2026-10-09T11:05') + index * 40_000)
    await sit(world, clock, { school, workId, name, pupil, seeded })
  }
  clock.moveTo(at(world, '2026-10-09T17:30'))
  for (const [index, name] of PUPILS.entries()) {
    if (!pupils.has(name) || !numbers.places.has(name) || index % 8 === 7 || index > 19) continue
    const address = submissionOf(numbers, workId, name)
    const points = seeded.pick(['0.5', '1', '1.5', '2'])
    const note = points === '0.5' ? 'What do you do with the end of the tape?' : ''
    await setAnswerMark(world, teachers.bell, address, { attempt: 1, questionId: 'q6', points, note })
    const [attempt] = (await seeQuiz(world, address)).attempts
    if (attempt?.score === null || !attempt) continue
    await handBack(world, teachers.bell, address, {
      number: 1,
      mark: String(attempt.score / 100),
      feedback: '',
    })
  }
}

/** Gives the quiz its picture, which is a file of the work. */
async function withPicture(world: World, { numbers, teachers }: DemoSchool, workId: WorkId): Promise<void> {
  const address = { classId: numbers.classId, workId }
  const bytes = await picture(RULER)
  const hash = await world.files.keepBytes(bytes)
  const file = { name: 'ruler.png', hash, type: 'image/png', size: bytes.length }
  const { id } = await saveMaterial(world, address, file)
  const ruler = `/api/classes/${numbers.classId}/works/${workId}/materials/${id}`
  const { form, version } = await seeWork(world, address)
  const quiz = quizWith(questions(ruler), { attempts: 2 })
  const change = { form: { ...form, details: { quiz } }, version, tell: false, post: false, alsoIn: [] }
  await changeWork(world, teachers.bell, address, change)
}

type Sitting = {
  readonly school: DemoSchool
  readonly workId: WorkId
  readonly name: string
  readonly pupil: Viewer
  readonly seeded: Seeded
}

/** One pupil answers the quiz, some with a check that finds the first answer wrong, and hands it in. */
async function sit(
  world: World,
  clock: Clock,
  { school, workId, name, pupil, seeded }: Sitting,
): Promise<void> {
  const address = submissionOf(school.numbers, workId, name)
  await beginAttempt(world, pupil, address, 1)
  const asked = questionsOf((await seeQuiz(world, address)).sections)
  const ability = 0.45 + 0.5 * seeded.next()
  for (const { question } of asked) {
    clock.moveTo(clock.now() + seeded.whole(20, 110) * 1_000)
    const answer = answerTo(question.id, question.prompt, seeded.next() < ability, seeded)
    const at = { attempt: 1, questionId: question.id, answer, version: 0 }
    const checked =
      question.kind !== 'long' &&
      seeded.next() < 0.4 &&
      (await checkAnswer(world, address, { ...at, check: 1 }))
    if (checked && (checked.solved || seeded.next() < 0.4)) continue
    clock.moveTo(clock.now() + 15_000)
    const given = checked ? answerTo(question.id, question.prompt, true, seeded) : answer
    await saveAnswers(world, address, {
      attempt: 1,
      answers: [
        {
          questionId: question.id,
          answer: given,
          version: checked ? checked.version : 0,
          flagged: false,
          waited: 0,
        },
      ],
    })
  }
  clock.moveTo(clock.now() + 20_000)
  const answered = questionsOf((await seeQuiz(world, address)).sections)
  await handIn(world, pupil, address, { version: answered.reduce((sum, one) => sum + one.version, 0) })
}

/** What somebody answers who knows it, or does not. */
function answerTo(id: string, prompt: string, knows: boolean, seeded: Seeded): Answer {
  switch (id) {
    case 'q1':
      return { kind: 'one', choice: knows ? 'k3' : seeded.pick(['d8', 'w1']) }
    case 'q2':
      return {
        kind: 'place',
        point: { x: (knows ? 450 : seeded.whole(480, 640)) + seeded.whole(-9, 9), y: 470 },
      }
    case 'q3': {
      const metres = Number(/\d+(\.\d+)?/.exec(prompt)?.[0])
      return { kind: 'number', text: `${Math.round(metres * (knows ? 100 : seeded.pick([10, 1000])))} cm` }
    }
    case 'q4': {
      const order = ['m7', 'b2', 'z5', 'h1']
      return {
        kind: 'order',
        order: knows
          ? order
          : seeded.pick([
              ['z5', 'b2', 'm7', 'h1'],
              ['m7', 'z5', 'b2', 'h1'],
            ]),
      }
    }
    case 'q5':
      return {
        kind: 'table',
        blanks: { p1: knows ? '6 m²' : '5 m', p2: seeded.next() < 0.6 ? '1.5 m' : '2 m' },
      }
    default:
      return { kind: 'long', text: seeded.pick(REASONS) }
  }
}
