import { EMPTY_WORK } from '@oppen/contract'
import type { Question } from '@oppen/core/questions'
import { Person, quizWith, WHY } from '@oppen/demo'
import type { Browser } from '@playwright/test'
import { contextOf, launch } from './browser.js'
import { quantile } from './quantile.js'

const QUESTIONS = 60
const ROUNDS = 5
/** A processor so many times slower: what a school's older tablet is to this machine. */
const SLOWED = 4

const said = { ifRight: '', ifWrong: '', working: '' }
const pick = (index: number): Question => ({
  ...WHY,
  id: `q${index}`,
  kind: 'one',
  prompt: `<p>Which of these is number ${index}?</p>`,
  ask: { mixed: true, choices: ['a', 'b', 'c', 'd'].map(id => ({ id, text: `The answer called ${id}` })) },
  key: { right: 'a', notes: {}, ...said },
})
const fill = (index: number): Question => ({
  ...WHY,
  id: `q${index}`,
  kind: 'gaps',
  prompt: '<p>Fill the gaps.</p>',
  ask: {
    text: 'The [[p1]] comes [[p2]] times a day.',
    blanks: [
      { id: 'p1', is: 'text' },
      { id: 'p2', is: 'number' },
    ],
  },
  key: {
    partial: true,
    blanks: {
      p1: { is: 'text', accepted: ['tide'], capitals: false, accents: true, spaces: true, slips: 0 },
      p2: {
        is: 'number',
        value: '2',
        unit: null,
        tolerance: { is: 'exact', by: '' },
        form: 'any',
        figures: null,
      },
    },
    ...said,
  },
})
const ofMany = Array.from({ length: QUESTIONS }, (_, index) => (index % 3 === 2 ? fill(index) : pick(index)))

export type QuizPageFigures = {
  /** From the address to an answer that stands, slowed; milliseconds. */
  readonly many: number
  /** The same for a quiz of one question. */
  readonly one: number
  /** Compressed bytes of script that a quiz brings along, beyond what a handout has. */
  readonly script: number
}

/** A quiz of sixty questions to the first answer, against one of a single question, and what it brings along. */
export async function quizPage(address: string): Promise<QuizPageFigures> {
  const teacher = await new Person(address).signIn('ms.varga')
  const pupil = await new Person(address).signIn('ada.moreno')
  const { ties } = await teacher.get('me', {})
  const classId = ties.find(tie => !tie.archived)?.classId
  const placeId = (await pupil.get('me', {})).ties.find(tie => tie.classId === classId)?.placeId
  if (!classId || !placeId) throw new Error('Ms Varga has no class with Ada in it')
  const post = async (questions: readonly Question[] | null) => {
    const details = questions ? { quiz: quizWith(questions) } : {}
    const kind = questions ? ('quiz' as const) : ('handout' as const)
    const form = { ...EMPTY_WORK, kind, title: 'For the bench', directions: '<p>Look.</p>', details }
    const { workId } = await teacher.get('postWork', { classId }, { form, draft: false, alsoIn: [] })
    if (questions) await pupil.get('beginAttempt', { classId, workId, placeId }, { number: 1 })
    return `${address}/c/${classId}/work/${workId}`
  }
  const [many, one, handout] = [await post(ofMany), await post(ofMany.slice(0, 1)), await post(null)]
  const browser = await launch()
  const rounds = []
  for (let round = 0; round < ROUNDS; round++)
    rounds.push({
      many: await firstAnswer(browser, address, pupil.cookie, many),
      one: await firstAnswer(browser, address, pupil.cookie, one),
    })
  const script =
    (await scriptOf(browser, address, pupil.cookie, one)) -
    (await scriptOf(browser, address, pupil.cookie, handout))
  await browser.close()
  return {
    many: quantile(
      rounds.map(round => round.many),
      0.5,
    ),
    one: quantile(
      rounds.map(round => round.one),
      0.5,
    ),
    script,
  }
}

/** When the first choice has been taken and stands so on the screen, counted by the page from its address on. */
async function firstAnswer(browser: Browser, address: string, cookie: string, url: string): Promise<number> {
  const context = await contextOf(browser, address, cookie)
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
  await page.goto(url)
  const choice = page.getByRole('radio').first()
  await choice.waitFor()
  const at = await choice.evaluate(
    input =>
      new Promise<number>(resolve => {
        // pressed until the page answers: what is seen may come before it can be used
        const timer = setInterval(() => {
          ;(input as HTMLInputElement).click()
          if (!Object.keys(localStorage).some(key => key.startsWith('oppen quiz '))) return
          clearInterval(timer)
          resolve(performance.now())
        }, 16)
      }),
  )
  await context.close()
  return at
}

/** Compressed bytes of script of a page. */
async function scriptOf(browser: Browser, address: string, cookie: string, url: string): Promise<number> {
  const context = await contextOf(browser, address, cookie)
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Network.enable')
  const scripts = new Set<string>()
  let bytes = 0
  session.on('Network.responseReceived', ({ requestId, type }) => {
    if (type === 'Script') scripts.add(requestId)
  })
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength
  })
  await page.goto(url)
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.waitForLoadState('networkidle')
  await context.close()
  return bytes
}
