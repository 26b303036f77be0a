import type { Answer } from '@oppen/core/questions'
import type { FormQuestion } from '@oppen/core/work/kinds/form'
import type { fixedClock } from '@oppen/server/clock'
import { answerForm } from '@oppen/server/features/kinds/form/service'
import type { World } from '@oppen/server/world'
import { at, buildWork, submissionOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { formWith } from './forms.js'
import { PUPILS } from './people.js'
import { Seeded } from './random.js'

const head = { hint: null, points: 0, draws: [], required: true }

const QUESTIONS: readonly FormQuestion[] = [
  {
    ...head,
    id: 'book',
    kind: 'one',
    prompt: '<p>Which book do we read aloud next?</p>',
    ask: {
      mixed: false,
      choices: [
        { id: 'lamp', text: 'The lamp on the sandbank' },
        { id: 'crow', text: 'Eleven crows' },
        { id: 'salt', text: 'Salt for the winter' },
      ],
    },
  },
  {
    ...head,
    id: 'where',
    kind: 'several',
    required: false,
    prompt: '<p>Where do you like to listen?</p>',
    ask: {
      mixed: false,
      choices: [
        { id: 'desk', text: 'At my desk' },
        { id: 'rug', text: 'On the rug' },
        { id: 'out', text: 'Outside' },
      ],
    },
  },
  {
    ...head,
    id: 'why',
    kind: 'text',
    required: false,
    prompt: '<p>What made the last one good, or not?</p>',
    ask: {},
  },
]

const REMARKS = ['The voices.', 'Too long in the middle.', 'I liked the storm.', 'I want to read it myself.']

/** A form without names that the class has answered, and that has closed. */
export async function forms(
  world: World,
  clock: ReturnType<typeof fixedClock>,
  { words, pupils }: DemoSchool,
): Promise<void> {
  clock.moveTo(at(world, '2026-09-21T09:00'))
  const workId = await buildWork(world, words, {
    kind: 'form',
    title: 'What do we read next?',
    week: '2026-09-21',
    lane: 'lesson',
    due: '2026-09-25T17:00',
    closes: '2026-09-28T08:00',
    minutes: 3,
    directions: '<p>Say what you think: nobody sees who said what.</p>',
    form: formWith(QUESTIONS, { named: false }),
  })
  const seeded = new Seeded(15)
  for (const [index, name] of PUPILS.entries()) {
    const pupil = pupils.get(name)
    if (!pupil || !words.places.has(name)) continue
    clock.moveTo(at(world, '2026-09-23T09:10') + index * 30_000)
    const remark: Record<string, Answer> =
      index % 5 === 2 ? { why: { kind: 'text', text: seeded.pick(REMARKS) } } : {}
    await answerForm(world, pupil, submissionOf(words, workId, name), {
      answers: {
        book: { kind: 'one', choice: seeded.pick(['lamp', 'lamp', 'crow', 'salt']) },
        where: { kind: 'several', choices: seeded.next() < 0.6 ? ['rug'] : ['rug', 'out'] },
        ...remark,
      },
      receipt: `receipt of the demo ${index}`.padEnd(40, '.'),
    })
  }
}
