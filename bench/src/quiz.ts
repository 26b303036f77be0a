import { join } from 'node:path'
import { addressOf, EMPTY_WORK, routes } from '@oppen/contract'
import { equalFormulas, type Formula, readFormula } from '@oppen/core/formula'
import type { Question } from '@oppen/core/questions'
import { figuresOf } from '@oppen/core/statistics'
import { Person, PUPILS, quizWith, WHY } from '@oppen/demo'
import { serve } from './child.js'
import { quantile } from './quantile.js'

/** Pairs of formulas, equal and unequal, as children write them. */
const PAIRS = [
  ['2(x+3)', '2x+6'],
  ['(x+1)^2', 'x^2+2x+1'],
  ['(x+y)(x-y)', 'x^2-y^2'],
  ['x/2+y/3', '(3x+2y)/6'],
  ['√(x^2)', '|x|'],
  ['sin(2x)', '2sin(x)cos(x)'],
  ['x^3-1', '(x-1)(x^2+x+1)'],
  ['2x+6', '2x+3'],
  ['(x+y)^2', 'x^2+y^2'],
  ['x', 'y'],
] as const
const TIMES = 1_000
const PLACES = 40

export type Ratio = { readonly ratio: number; readonly ours: number; readonly bare: number }

/** Comparing 10,000 formulas, against working out each of them at forty places in JavaScript; milliseconds. */
export function formulas(): Ratio {
  const read = PAIRS.map(pair => pair.map(text => parsed(text)) as [Formula, Formula])
  const ours = () => {
    for (let time = 0; time < TIMES; time++) for (const [a, b] of read) equalFormulas(a, b, ['x', 'y'])
  }
  const bare = () => {
    let sum = 0
    for (let time = 0; time < TIMES * PAIRS.length * 2; time++)
      for (let place = 0; place < PLACES; place++) {
        const x = place * 0.37 - 3
        sum += x * x + 2 * x + Math.sin(x)
      }
    return sum
  }
  return compared(ours, bare)
}

function parsed(text: string): Formula {
  const formula = readFormula(text, ['x', 'y'])
  if (!formula.ok) throw new Error(`${text}: ${formula.refusal.code}`)
  return formula.value
}

const PUPILS_OF_A_YEAR = 120
const QUESTIONS = 60

/** The figures of 120 pupils and 60 questions, against adding up all their points once for each question; milliseconds. */
export function figures(): Ratio {
  const scores = Array.from({ length: PUPILS_OF_A_YEAR }, (_, pupil) =>
    Array.from({ length: QUESTIONS }, (_, question) => ((pupil * 7 + question * 13) % 5) / 4),
  )
  const points = Array.from({ length: QUESTIONS }, () => 100)
  return compared(
    () => figuresOf(scores, points),
    () => points.map((most, item) => scores.reduce((sum, row) => sum + (row[item] ?? 0) * most, 0)),
  )
}

const ROUNDS = 9

/** Both in turn, at the median. */
export function compared(ours: () => unknown, bare: () => unknown): Ratio {
  const time = (run: () => unknown) => {
    const began = performance.now()
    run()
    return performance.now() - began
  }
  const rounds = Array.from({ length: ROUNDS }, () => ({ ours: time(ours), bare: time(bare) }))
  const own = quantile(
    rounds.map(one => one.ours),
    0.5,
  )
  const base = quantile(
    rounds.map(one => one.bare),
    0.5,
  )
  return { ratio: own / base, ours: own, bare: base }
}

const KEY = {
  value: '-1',
  unit: 'm',
  tolerance: { is: 'exact', by: '' },
  form: 'any',
  figures: null,
} as const
const HEIGHT: Question = { ...WHY, kind: 'number', ask: { unit: null }, key: { ...WHY.key, ...KEY } }
const QUIZ = quizWith([HEIGHT], { checks: null, shown: 'never' })

const CHECKING = 24
const CHECKS = 15
const CHECK_ROUNDS = 8

/** Pupils who check an answer at the same moment, against a bare insert asked for by the same client; milliseconds for one. */
export async function checksAtOnce(
  address: string,
  folder: string,
  out: string,
): Promise<Ratio & { pupils: number }> {
  const teacher = await new Person(address).signIn('ms.varga')
  const { ties } = await teacher.get('me', {})
  const classId = ties.find(tie => !tie.archived)?.classId
  if (!classId) throw new Error('Ms Varga has no class')
  const form = { ...EMPTY_WORK, kind: 'quiz' as const, title: 'Checked at once', details: { quiz: QUIZ } }
  const { workId } = await teacher.get('postWork', { classId }, { form, draft: false, alsoIn: [] })
  const names = PUPILS.slice(0, CHECKING).map(name => name.toLowerCase().replace(' ', '.'))
  const pupils = (
    await Promise.all(
      names.map(async name => {
        const person = await new Person(address).signIn(name)
        const { ties: own } = await person.get('me', {})
        const placeId = own.find(tie => tie.classId === classId)?.placeId
        if (!placeId) return []
        const submission = { classId, workId, placeId }
        await person.get('beginAttempt', submission, { number: 1 })
        return [{ person, url: `${address}${addressOf(routes.checkAnswer, submission)}` }]
      }),
    )
  ).flat()
  const bare = await serve(join(out, 'bareSave.mjs'), { BARE_COPY: join(folder, '..', 'bareCheck.sqlite') })
  const send = async (url: string, method: string, cookie: string, body: object) => {
    const headers = { cookie, origin: address, 'content-type': 'application/json' }
    const answer = await fetch(url, { method, headers, body: JSON.stringify(body) })
    const reply = await answer.json()
    if (!answer.ok) throw new Error(JSON.stringify(reply))
  }
  const bodyOf = (check: number) => ({
    attempt: 1,
    questionId: 'q1',
    answer: { kind: 'number', text: `${check} cm` },
    version: check - 1,
    check,
  })
  const rounds: { ours: number; bare: number }[] = []
  for (let round = 0; round < CHECK_ROUNDS; round++) {
    const time = async (act: (at: number, check: number) => Promise<void>) => {
      const began = performance.now()
      await Promise.all(
        pupils.map(async (_, at) => {
          for (let n = 1; n <= CHECKS; n++) await act(at, round * CHECKS + n)
        }),
      )
      return (performance.now() - began) / (pupils.length * CHECKS)
    }
    const ours = await time((at, check) => {
      const pupil = pupils[at]
      return pupil ? send(pupil.url, 'POST', pupil.person.cookie, bodyOf(check)) : Promise.resolve()
    })
    const base = await time((at, check) =>
      send(`http://127.0.0.1:${bare.port}/draft/${at}-${check}`, 'PUT', '', bodyOf(check)),
    )
    rounds.push({ ours, bare: base })
  }
  bare.stop()
  const warm = rounds.slice(2)
  const own = quantile(
    warm.map(one => one.ours),
    0.5,
  )
  const base = quantile(
    warm.map(one => one.bare),
    0.5,
  )
  return { pupils: pupils.length, ratio: own / base, ours: own, bare: base }
}
