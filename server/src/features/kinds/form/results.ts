import type { FormDetails, FormResults } from '@oppen/contract'
import type { Instant, PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Answer } from '@oppen/core/questions'
import { countsOf, type FormAnswers, type Side, shownBatches } from '@oppen/core/work/kinds/form'
import { localAt } from '@oppen/core/zone'
import { Refused } from '../../../refusal.js'
import { sayIn } from '../../../words/index.js'
import type { World } from '../../../world.js'
import { languageOf } from '../../accounts/service.js'
import type { WorkAddress } from '../../submissions/address.js'
import { textsOf } from './page.js'
import { resultsJsonOf } from './queries.js'

type Read = {
  readonly className: string
  readonly title: string
  readonly details: FormDetails
  readonly closesAt: Instant | null
  readonly open: boolean
  readonly people: readonly Omit<FormResults['people'][number], 'answers'>[]
  readonly answers: readonly {
    readonly placeId: PlaceId | null
    readonly by: string | null
    readonly at: Instant | null
    readonly side: Side
    readonly batch: number
    readonly answers: FormAnswers
  }[]
}

async function read(world: World, address: WorkAddress) {
  const json = await resultsJsonOf(world.db, address)
  if (json === undefined) throw new Refused('not_found')
  const found: Read = JSON.parse(json)
  const { details, closesAt, open, answers } = found
  const closed = !open && closesAt !== null && closesAt <= world.clock.now()
  const batches = details.named ? Number.MAX_SAFE_INTEGER : shownBatches(answers.length, closed)
  return { ...found, shown: answers.filter(({ batch }) => batch < batches) }
}

const answersTo = (id: string, answers: readonly { readonly answers: FormAnswers }[]): Answer[] =>
  answers.flatMap(one => one.answers[id] ?? [])

/**
 * All of a form for its teachers: what the answers come to, who has answered, and with names who answered what. Without names
 * the answers are counted in batches: the last few are not in it until there are enough of them, or the form has closed.
 */
export async function seeFormResults(world: World, address: WorkAddress): Promise<FormResults> {
  const { className, title, details, people, answers, shown } = await read(world, address)
  const { named, answeredBy, questions } = details
  return {
    className,
    title,
    named,
    answeredBy,
    shown: shown.length,
    total: answers.length,
    questions: questions.map(question => ({
      question,
      counts: countsOf(question, answersTo(question.id, shown)) as FormResults['questions'][number]['counts'],
    })),
    people: people.map(person => ({
      ...person,
      answers: answers.flatMap(({ placeId, side, by, at, answers: given }) =>
        named && placeId === person.placeId
          ? [{ side, by: by ?? '', at: at ?? 0, texts: textsOf(details, given) }]
          : [],
      ),
    })),
  }
}

/** All answers as a table, a line each; without names in no order, and only those that may be seen. */
export async function formTable(world: World, viewer: Viewer, address: WorkAddress): Promise<string[][]> {
  const say = sayIn(await languageOf(world, viewer.accountId))
  const { details, people, shown } = await read(world, address)
  const names = new Map(people.map(({ placeId, name }) => [placeId, name]))
  const head = details.questions.map((_, index) => say('form_table_answer', { number: index + 1 }))
  const who = details.named
    ? [say('quiz_table_pupil'), say('form_table_by'), say('form_table_at')]
    : [say('form_table_side')]
  return [
    [...who, ...head],
    ...shown.map(({ placeId, by, at, side, answers }) => {
      const texts = textsOf(details, answers)
      const whose =
        details.named && placeId !== null
          ? [names.get(placeId) ?? '', by ?? '', at === null ? '' : localAt(at, world.school.zone)]
          : [say(side === 'family' ? 'form_side_family' : 'form_side_pupil')]
      return [...whose, ...details.questions.map(({ id }) => texts[id] ?? '')]
    }),
  ]
}
