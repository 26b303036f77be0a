import { readFile } from 'node:fs/promises'
import type { WatchedBatch } from '@oppen/contract'
import type { ViewingId, WorkId } from '@oppen/core/ids'
import type { Answer, Question } from '@oppen/core/questions'
import type { Chapter, VideoStop } from '@oppen/core/work/kinds/video'
import type { fixedClock } from '@oppen/server/clock'
import { beginAttempt, saveAnswers } from '@oppen/server/features/kinds/quiz/service'
import { saveWatched } from '@oppen/server/features/kinds/video/watching'
import { handIn } from '@oppen/server/features/work/handIn'
import { saveMaterial } from '@oppen/server/features/work/materials'
import { changeWork, seeWork } from '@oppen/server/features/work/posting'
import type { World } from '@oppen/server/world'
import { at, buildWork, submissionOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { videoWith } from './forms.js'

type Clock = ReturnType<typeof fixedClock>

const said = { ifRight: '', ifWrong: '', working: '' }
const head = { hint: null, points: 100, draws: [] }

const QUESTIONS: readonly Question[] = [
  {
    ...head,
    id: 'q1',
    kind: 'one',
    prompt: '<p>What does the worm pull down into its tunnel?</p>',
    ask: {
      mixed: false,
      choices: [
        { id: 'k3', text: 'Leaves' },
        { id: 'd8', text: 'Stones' },
        { id: 'p1', text: 'Water' },
      ],
    },
    key: {
      right: 'k3',
      notes: {},
      ...said,
      ifRight: '<p>Yes: it eats them once they are soft.</p>',
      ifWrong: '<p>Go back ten seconds and look at the top.</p>',
    },
  },
  {
    ...head,
    id: 'q2',
    kind: 'number',
    prompt: '<p>On which day does the last leaf begin to sink?</p>',
    ask: { unit: null },
    key: { value: '7', unit: null, tolerance: { is: 'exact', by: '' }, form: 'any', figures: null, ...said },
  },
]

const STOPS: readonly VideoStop[] = [
  {
    id: 's1',
    at: 6,
    kind: 'note',
    html: '<p>The dark line is the <strong>tunnel</strong>. Air and rain go down in it, to the roots.</p>',
  },
  { id: 's2', at: 16, kind: 'questions', questions: ['q1'] },
  {
    id: 's3',
    at: 24,
    kind: 'choice',
    html: '<p>What do you want to look at next?</p>',
    ways: [
      { id: 'a', text: 'How the tunnel goes on', to: 25 },
      { id: 'b', text: 'What becomes of the leaves', to: 30 },
    ],
  },
  { id: 's4', at: 40, kind: 'questions', questions: ['q2'] },
]

const CAPTIONS = [
  { from: 0.5, to: 3.8, text: 'This is a jar of soil, seen from the side.' },
  { from: 4, to: 7.5, text: 'A worm begins to dig. Each chime is a day.' },
  { from: 8, to: 12, text: 'Day three. A leaf lies on the grass.' },
  { from: 12.4, to: 15.8, text: 'Look: it sinks, a little every hour.' },
  { from: 16.5, to: 20, text: 'The soil behind the worm is finer than before.' },
  { from: 20.4, to: 24, text: 'The second leaf goes the same way.' },
  { from: 25, to: 29, text: 'The tunnel bends where the soil is hard.' },
  { from: 30, to: 35, text: 'Leaves below the ground turn soft and dark.' },
  { from: 36, to: 40, text: 'Nobody watered this jar. The rain found the way by itself.' },
  { from: 41, to: 46, text: 'In spring the same jar will hold a bean.' },
]

const CHAPTERS: readonly Chapter[] = [
  { at: 0, title: 'The jar' },
  { at: 8, title: 'Leaves' },
  { at: 25, title: 'Deeper' },
]

/** The length of the video in `media`, in seconds. */
export const WORM_SECONDS = 48

/** The bytes of the video that the demo has: drawn by `media/draw.mjs`. */
export const wormVideo = (): Promise<Buffer> => readFile(new URL('../media/worm.webm', import.meta.url))

/** A guided video that some have watched, one is in the middle of, and others have not begun. */
export async function videos(world: World, clock: Clock, school: DemoSchool): Promise<void> {
  const { garden } = school
  clock.moveTo(at(world, '2026-10-12T09:30'))
  const workId = await buildWork(world, garden, {
    kind: 'video',
    title: 'Twelve days in a jar',
    week: '2026-10-12',
    lane: 'followUp',
    due: '2026-10-16T17:00',
    minutes: 8,
    directions: '<p>Watch how the worm digs. It stops by itself where there is something to do.</p>',
    video: videoWith(
      { seconds: WORM_SECONDS, stops: STOPS, captions: CAPTIONS, chapters: CHAPTERS },
      QUESTIONS,
      { checks: 2, shown: 'atOnce' },
    ),
  })
  await withVideo(world, school, workId)
  for (const [index, watcher] of WATCHERS.entries())
    await watch(world, clock, school, { workId, index, watcher })
}

type Watcher = {
  readonly name: string
  readonly batch: Omit<WatchedBatch, 'number'>
  /** What was answered to the questions, as far as they were reached. */
  readonly answers: readonly Answer[]
}

const stretches = (...all: readonly (readonly [number, number])[]) => all.map(([from, to]) => ({ from, to }))
const leaf = (choice: string): Answer => ({ kind: 'one', choice })
const day = (text: string): Answer => ({ kind: 'number', text })
const by = (wayId: string) => [
  { stopId: 's1', wayId: null },
  { stopId: 's3', wayId },
]

const WATCHERS: readonly Watcher[] = [
  {
    name: 'Nia Falk',
    batch: {
      position: 48,
      stretches: stretches([0, 16], [6, 16], [16, 24], [25, 48], [36, 41]),
      stopped: [12, 36],
      back: [16, 41],
      passed: by('a'),
    },
    answers: [leaf('k3'), day('7')],
  },
  {
    name: 'Bram Okoye',
    batch: {
      position: 48,
      stretches: stretches([0, 16], [8, 16], [8, 24], [30, 48]),
      stopped: [14, 16],
      back: [16, 16],
      passed: by('b'),
    },
    answers: [leaf('d8'), day('6')],
  },
  {
    name: 'Goran Pell',
    batch: {
      position: 20,
      stretches: stretches([0, 20], [2, 9]),
      stopped: [20],
      back: [12],
      passed: by('a').slice(0, 1),
    },
    answers: [leaf('k3')],
  },
  {
    name: 'Ada Moreno',
    batch: {
      position: 12.5,
      stretches: stretches([0, 12]),
      stopped: [12],
      back: [],
      passed: by('a').slice(0, 1),
    },
    answers: [],
  },
]

type Watch = { readonly workId: WorkId; readonly index: number; readonly watcher: Watcher }

async function watch(
  world: World,
  clock: Clock,
  { garden, pupils }: DemoSchool,
  { workId, index, watcher: { name, batch, answers } }: Watch,
): Promise<void> {
  const pupil = pupils.get(name)
  if (!pupil) return
  clock.moveTo(at(world, '2026-10-13T16:10') + index * 1_200_000)
  const address = submissionOf(garden, workId, name)
  await beginAttempt(world, pupil, address, 1)
  await saveWatched(world, pupil, { ...address, viewingId: 'demo' as ViewingId }, { ...batch, number: 1 })
  for (const [number, answer] of answers.entries())
    await saveAnswers(world, address, {
      attempt: 1,
      answers: [{ questionId: `q${number + 1}`, answer, version: 0, flagged: false, waited: 0 }],
    })
  if (answers.length === QUESTIONS.length) await handIn(world, pupil, address, { version: answers.length })
}

/** Puts the video beside the work, and into it. */
async function withVideo(world: World, { garden, teachers }: DemoSchool, workId: WorkId): Promise<void> {
  const address = { classId: garden.classId, workId }
  const bytes = await wormVideo()
  const hash = await world.files.keepBytes(bytes)
  const file = { name: 'twelve days.webm', hash, type: 'video/webm', size: bytes.length }
  const { id } = await saveMaterial(world, address, file)
  const { form, version } = await seeWork(world, address)
  const { video } = form.details
  if (!video) return
  const source = `/api/classes/${garden.classId}/works/${workId}/materials/${id}`
  const details = { video: { ...video, guided: { ...video.guided, address: source } } }
  const change = { form: { ...form, details }, version, tell: false, post: false, alsoIn: [] }
  await changeWork(world, teachers.varga, address, change)
}
