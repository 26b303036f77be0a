import type { ReadingDetails } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { anchorAt, passageText } from '@oppen/core/passage'
import type { Viewer } from '@oppen/core/permissions'
import type { Answer, Question } from '@oppen/core/questions'
import type { fixedClock } from '@oppen/server/clock'
import { beginAttempt, saveAnswers } from '@oppen/server/features/kinds/quiz/service'
import { countReading } from '@oppen/server/features/kinds/reading/counting'
import { saveReadingMark } from '@oppen/server/features/kinds/reading/marks'
import { handBack } from '@oppen/server/features/marking/service'
import { handIn } from '@oppen/server/features/work/handIn'
import { saveMaterial } from '@oppen/server/features/work/materials'
import { changeWork, seeWork } from '@oppen/server/features/work/posting'
import type { World } from '@oppen/server/world'
import { addBytes, at, buildWork, submissionOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { readingWith } from './forms.js'
import { CRAB, picture } from './pictures.js'
import { hum } from './sounds.js'

const said = { ifRight: '', ifWrong: '', working: '' }
const head = { hint: null, points: 100, draws: [] }

const BELL = `<p>Every evening at six the ferry bell rings twice. The first time it says: come now. The second time it says: too late. Nobody in Tern Hollow owns a watch that is as strict as the bell.</p>
<p>One evening it rang three times. People stood at their windows and counted again. Then they ran down to the landing, some with soup still on their spoons.</p>`

const MUD = `<h2>The crab that waited</h2>
<p>When the tide goes out, the estuary turns into a wide brown plain. From the sea wall it looks empty. It is not. Under every step there are a hundred small doors, and behind each of them somebody waits.</p>
<p>One of them was a shore crab no wider than a bottle cap. She had lost a claw to a gull in spring, and since then she had become careful. While the others ran about in the puddles, she sat in her burrow and listened. Water has a voice long before it can be seen. It clicks in the sand, it sighs in the reeds, and at last it hums.</p>
<p>That afternoon it did not hum. The sun stood high, the mud grew a skin, and the puddles shrank until they were warm as tea. The others dug deeper. The small crab did something else: she climbed out, walked to the old post that stands in the channel, and sat down in its shadow.</p>
<p>A heron saw her. It put one foot in front of the other, as slowly as only herons can. The crab saw the heron as well. She lifted the claw that she still had and did not move. A claw that does not run away is a puzzle, and herons do not like puzzles before supper. It stood for a while and went to look for something simpler.</p>
<p>When the water came at last, it came from behind the post, where nobody had been listening. It touched the small crab first. By the time the others had dug their way out, she had eaten, washed and gone to bed.</p>
<p>Her new claw grew in summer. It is smaller than the old one. She does not seem to mind.</p>`

const TEXT = passageText(MUD)
const lines = (words: string) => {
  const from = TEXT.indexOf(words)
  return anchorAt(TEXT, { from, to: from + words.length })
}

const ALOUD: Question = {
  ...head,
  id: 'q9',
  kind: 'recording',
  prompt: '<p>Read this aloud and record yourself. Take your time.</p>',
  ask: { most: 180 },
  key: { example: '', ...said },
}

const QUESTIONS: readonly Question[] = [
  {
    ...head,
    id: 'q1',
    kind: 'one',
    prompt: '<p>Why had the small crab become careful?</p>',
    ask: {
      mixed: true,
      choices: [
        { id: 'k3', text: 'A gull had taken one of her claws.' },
        { id: 'd8', text: 'She was afraid of the water.' },
        { id: 'w1', text: 'The others had told her to.' },
      ],
    },
    key: { right: 'k3', notes: { d8: 'She waits for the water.' }, ...said },
  },
  {
    ...head,
    id: 'q2',
    kind: 'order',
    prompt: '<p>In which order can the water be heard?</p>',
    ask: {
      items: [
        { id: 'h1', text: 'It hums.' },
        { id: 'c5', text: 'It clicks in the sand.' },
        { id: 's2', text: 'It sighs in the reeds.' },
      ],
    },
    key: { order: ['c5', 's2', 'h1'], partial: true, ...said },
  },
  {
    ...head,
    id: 'q3',
    kind: 'text',
    prompt: '<p>Which bird goes away because of a puzzle?</p>',
    ask: {},
    key: {
      accepted: ['heron', 'a heron', 'the heron'],
      capitals: false,
      accents: true,
      spaces: false,
      slips: 1,
      ...said,
    },
  },
  ALOUD,
]

const ABOUT: ReadingDetails['passage']['about'] = {
  q1: lines('She had lost a claw to a gull in spring, and since then she had become careful.'),
  q2: lines('It clicks in the sand, it sighs in the reeds, and at last it hums.'),
  q3: lines('A claw that does not run away is a puzzle, and herons do not like puzzles before supper.'),
  q9: lines('Her new claw grew in summer. It is smaller than the old one. She does not seem to mind.'),
}

type Clock = ReturnType<typeof fixedClock>

/** A short reading aloud that came back in September, and the story that is to be read now. */
export async function readings(world: World, clock: Clock, school: DemoSchool): Promise<void> {
  await ferryBell(world, clock, school)
  await crab(world, clock, school)
}

/** How long pupils took for the ferry bell, and at which words they slipped. */
const READ_ALOUD = [
  ['Ada Moreno', 48, [3, 17, 40]],
  ['Bram Okoye', 71, [1, 9, 22, 23, 51]],
  ['Nia Falk', 39, [12]],
] as const

async function ferryBell(world: World, clock: Clock, { words, pupils, teachers }: DemoSchool): Promise<void> {
  clock.moveTo(at(world, '2026-09-21T09:00'))
  const workId = await buildWork(world, words, {
    kind: 'reading',
    title: 'The ferry bell, read aloud',
    week: '2026-09-21',
    lane: 'followUp',
    due: '2026-09-25T17:00',
    minutes: 10,
    reading: readingWith({ html: BELL, aloud: false }, [ALOUD]),
  })
  for (const [index, [name, seconds, slips]] of READ_ALOUD.entries()) {
    const pupil = pupils.get(name)
    if (!pupil) continue
    clock.moveTo(at(world, '2026-09-24T15:00') + index * 900_000)
    await readAloud(world, pupil, { ...submissionOf(words, workId, name) }, seconds)
    clock.moveTo(at(world, '2026-09-25T18:00') + index * 60_000)
    const address = submissionOf(words, workId, name)
    const counted = { attempt: 1, questionId: 'q9', slips: [...slips], last: 61, seconds }
    await countReading(world, teachers.varga, address, counted)
    await handBack(world, teachers.varga, address, {
      number: 1,
      mark: '1',
      feedback: '<p>I heard every word.</p>',
    })
  }
}

async function readAloud(
  world: World,
  pupil: Viewer,
  address: ReturnType<typeof submissionOf>,
  seconds: number,
): Promise<void> {
  await beginAttempt(world, pupil, address, 1)
  await addBytes(world, pupil, address, { name: 'reading.wav', bytes: hum(seconds) })
  await saveAnswers(world, address, given('q9', { kind: 'recording', file: 'reading.wav' }))
  await handIn(world, pupil, address, { version: 1 })
}

const given = (questionId: string, answer: Answer) => ({
  attempt: 1,
  answers: [{ questionId, answer, version: 0, flagged: false, waited: 0 }],
})

async function crab(world: World, clock: Clock, school: DemoSchool): Promise<void> {
  const { words, pupils } = school
  clock.moveTo(at(world, '2026-10-13T09:00'))
  const reading = readingWith(
    {
      html: MUD,
      asked: 'beside',
      about: ABOUT,
      words: [
        word('w1', 'burrow', 'A hole that an animal digs to live in.', 'The rabbit ran into its burrow.'),
        word('w2', 'channel', 'Where the water is deep, also when it is low.', 'Boats keep to the channel.'),
        word('w3', 'heron', 'A tall grey bird that waits for fish.', ''),
      ],
    },
    QUESTIONS,
    { checks: 1 },
  )
  const workId = await buildWork(world, words, {
    kind: 'reading',
    title: 'The crab that waited',
    week: '2026-10-19',
    lane: 'getReady',
    due: '2026-10-19T12:00',
    minutes: 25,
    directions: '<p>Look at the words first. Then read the story, and mark what you wonder about.</p>',
    reading,
  })
  await withPicture(world, school, workId)
  const ada = pupils.get('Ada Moreno')
  if (!ada) return
  clock.moveTo(at(world, '2026-10-13T18:40'))
  const address = submissionOf(words, workId, 'Ada Moreno')
  const mark = (markId: string, colour: 'sun' | 'leaf' | 'sky' | 'rose', of: string, note: string) =>
    saveReadingMark(world, ada, { ...address, markId: markId as never }, { colour, anchor: lines(of), note })
  await mark('m1', 'leaf', 'behind each of them somebody waits', 'I like this. It is a bit spooky.')
  await mark('m2', 'sky', 'Water has a voice long before it can be seen.', 'Can you really hear it?')
  await mark('m3', 'rose', 'the mud grew a skin', '')
}

const word = (id: string, text: string, meaning: string, example: string) => ({
  ...{ id, word: text, meaning, example, picture: null, sound: null },
})

/** Gives the story its picture, which is a file of the work. */
async function withPicture(world: World, { words, teachers }: DemoSchool, workId: WorkId): Promise<void> {
  const address = { classId: words.classId, workId }
  const bytes = await picture(CRAB)
  const hash = await world.files.keepBytes(bytes)
  const { id } = await saveMaterial(world, address, {
    name: 'crab.png',
    hash,
    type: 'image/png',
    size: bytes.length,
  })
  const source = `/api/classes/${words.classId}/works/${workId}/materials/${id}`
  const { form, version } = await seeWork(world, address)
  const { reading } = form.details
  if (!reading) return
  const passage = {
    ...reading.passage,
    html: `${reading.passage.html}<p><img src="${source}" alt="A small crab on the mud, with one claw larger than the other"></p>`,
    words: reading.passage.words.map(one => (one.word === 'burrow' ? { ...one, picture: source } : one)),
  }
  const details = { reading: { ...reading, passage } }
  const change = { form: { ...form, details }, version, tell: false, post: false, alsoIn: [] }
  await changeWork(world, teachers.varga, address, change)
}
