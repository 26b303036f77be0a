import { type Cue, checkCues } from '../../../captions/index.js'
import { err, type Outcome, ok } from '../../../outcome/index.js'
import { checkStops, LONGEST_VIDEO, type Stop } from '../../../watching/index.js'

/** What the questions of a stop ask before it goes on: nothing, an answer, or the right one. */
export const MUST_ANSWER = ['nothing', 'answer', 'right'] as const
/** How fast a video can be played. */
export const SPEEDS = [0.5, 0.75, 1, 1.25, 1.5, 2] as const
export type Speed = (typeof SPEEDS)[number]

/** How a video is watched. */
export type VideoRules = {
  /** Whether a pupil may go ahead of what was seen. */
  readonly skipping: boolean
  /** Whether it stops where its page is left. */
  readonly pauses: boolean
  readonly mustAnswer: (typeof MUST_ANSWER)[number]
  /** The fastest that it can be played. */
  readonly fastest: Speed
}

/** A way on from a choice, to a moment of the video in seconds. */
export type Way = { readonly id: string; readonly text: string; readonly to: number }

/** Where a video stops by itself: with a note to read, questions to answer, or a choice of where to go on. */
export type VideoStop = Stop &
  (
    | { readonly kind: 'note'; readonly html: string }
    | { readonly kind: 'questions'; readonly questions: readonly string[] }
    | { readonly kind: 'choice'; readonly html: string; readonly ways: readonly Way[] }
  )

export const STOP_KINDS = ['note', 'questions', 'choice'] as const

/** A part of a video by its beginning. */
export type Chapter = { readonly at: number; readonly title: string }

/** A video and what stands on it. */
export type GuidedVideo = {
  /** Addresses of files of the work. */
  readonly address: string | null
  readonly poster: string | null
  /** How long it is, in seconds. */
  readonly seconds: number | null
  /** The language that is spoken in it (BCP 47). */
  readonly language: string
  readonly stops: readonly VideoStop[]
  readonly captions: readonly Cue[]
  readonly chapters: readonly Chapter[]
  readonly watching: VideoRules
}

export const VIDEO_LIMITS = { ways: 6, way: 80, chapters: 60, chapter: 80, questions: 10 } as const

export const EMPTY_VIDEO: GuidedVideo = {
  address: null,
  poster: null,
  seconds: null,
  language: 'en',
  stops: [],
  captions: [],
  chapters: [],
  watching: { skipping: false, pauses: true, mustAnswer: 'answer', fastest: 1.5 },
}

/**
 * Whether a video can be posted. Refuses `video_none`, `video_long` with `hours`, what `checkStops` and `checkCues` refuse, and with the `second`
 * of what is wrong `stop_empty`, `ways_few`, `way_empty`, `way_outside`, `chapter_empty` and `chapter_outside`.
 */
export function checkVideo(video: Omit<GuidedVideo, 'watching'>): Outcome<true> {
  const { address, seconds, stops, captions, chapters } = video
  if (address === null || seconds === null || !(seconds > 0)) return err('video_none')
  if (seconds > LONGEST_VIDEO) return err('video_long', { hours: LONGEST_VIDEO / 3600 })
  const placed = checkStops(stops, seconds)
  if (!placed.ok) return placed
  for (const stop of stops) {
    const checked = checkStop(stop, seconds)
    if (!checked.ok) return checked
  }
  for (const { at, title } of chapters) {
    if (!title.trim()) return err('chapter_empty', { second: at })
    if (!(at >= 0 && at < seconds)) return err('chapter_outside', { second: at })
  }
  return checkCues(captions)
}

function checkStop(stop: VideoStop, seconds: number): Outcome<true> {
  const { at } = stop
  switch (stop.kind) {
    case 'note':
      return stop.html.trim() ? ok(true) : err('stop_empty', { second: at })
    case 'questions':
      return stop.questions.length ? ok(true) : err('stop_empty', { second: at })
    case 'choice':
      if (stop.ways.length < 2) return err('ways_few', { second: at })
      if (stop.ways.some(({ text }) => !text.trim())) return err('way_empty', { second: at })
      // a way to the stop itself would never lead on
      return stop.ways.every(({ to }) => to >= 0 && to < seconds && to !== at)
        ? ok(true)
        : err('way_outside', { second: at })
  }
}

/** The questions of all stops, in the order in which they are met. */
export const questionsInOrder = (stops: readonly VideoStop[]): string[] =>
  [...stops]
    .sort((one, other) => one.at - other.at)
    .flatMap(stop => (stop.kind === 'questions' ? stop.questions : []))

/** How far an answer is. */
export type AnswerNow = {
  readonly answered: boolean
  readonly solved: boolean
  /** Whether it can be checked once more. */
  readonly checkable: boolean
}

/** Whether a question lets its pupil go on. What can be checked no more, or cannot be checked at all, need not be right. */
export function letsGoOn(
  rule: VideoRules['mustAnswer'],
  { answered, solved, checkable }: AnswerNow,
): boolean {
  switch (rule) {
    case 'nothing':
      return true
    case 'answer':
      return answered
    case 'right':
      return solved || (answered && !checkable)
  }
}

/** A stop that a pupil was at: with the way that was chosen, where it is a choice. */
export type Passed = { readonly stopId: string; readonly wayId: string | null }

/** Stops that do not hold any more: those that were passed, and those whose questions let go on. */
export function doneWith(
  stops: readonly VideoStop[],
  passed: readonly Passed[],
  rule: VideoRules['mustAnswer'],
  answers: ReadonlyMap<string, AnswerNow>,
): ReadonlySet<string> {
  const through = new Set(passed.map(({ stopId }) => stopId))
  return new Set(
    stops
      .filter(stop =>
        stop.kind === 'questions' && rule !== 'nothing'
          ? stop.questions.every(id => letsGoOn(rule, answers.get(id) ?? NOTHING_YET))
          : through.has(stop.id),
      )
      .map(({ id }) => id),
  )
}

const NOTHING_YET: AnswerNow = { answered: false, solved: false, checkable: true }

/** Where the choices that were made have led, in seconds. */
export const openedBy = (stops: readonly VideoStop[], passed: readonly Passed[]): number[] =>
  passed.flatMap(({ stopId, wayId }) => {
    const stop = stops.find(({ id }) => id === stopId)
    const way = stop?.kind === 'choice' && stop.ways.find(({ id }) => id === wayId)
    return way ? [way.to] : []
  })
