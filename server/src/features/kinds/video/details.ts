import type { Details, VideoDetails } from '@oppen/contract'
import { type Cue, inOrder } from '@oppen/core/captions'
import type { Question } from '@oppen/core/questions'
import { checkSections, questionsOf, USUAL_RULES } from '@oppen/core/work/kinds/quiz'
import {
  type Chapter,
  checkVideo,
  EMPTY_VIDEO,
  type GuidedVideo,
  questionsInOrder,
  VIDEO_LIMITS,
  type VideoStop,
} from '@oppen/core/work/kinds/video'
import { readHtml } from '../../../html.js'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { ownFile } from '../ownFile.js'
import { readAsked } from '../quiz/details.js'

const GUIDED = 'details.video.guided'

/**
 * A guided video as it is stored, as JSON: how its questions run, under `key` the questions in the order of their stops, and the video
 * with its stops. Refuses as `readQuiz` does, and what `checkVideo` refuses; a draft may lack anything.
 */
export async function readVideo(world: World, { video }: Details, draft: boolean): Promise<string> {
  const { guided, ...asked } = video ?? {
    ...USUAL_RULES,
    key: undefined,
    note: undefined,
    guided: EMPTY_VIDEO,
  }
  const path = 'details.video.key.sections'
  const questions = atStops(guided, asked.key?.sections ?? [])
  const sections = [{ id: 's1', title: '', pick: null, questions }]
  if (!draft) {
    take(checkVideo({ ...guided, address: ownFile(guided.address) }), GUIDED)
    if (questions.length) take(checkSections(sections), path)
  }
  // each question comes at its stop: not mixed, and not against time
  const rules = { ...asked, mixed: false, pages: 'all', minutes: null } as const
  const read = await readAsked(world, { ...rules, key: { sections } as VideoDetails['key'] }, { path, draft })
  return JSON.stringify({ ...read, guided: await readGuided(world, guided, questions) })
}

/** The questions that belong to a stop, in the order in which they are met. */
function atStops(guided: GuidedVideo, sections: NonNullable<VideoDetails['key']>['sections']): Question[] {
  const byId = new Map(questionsOf<Question>(sections).map(one => [one.id, one]))
  return [...new Set(questionsInOrder(guided.stops))].flatMap(id => byId.get(id) ?? [])
}

async function readGuided(
  world: World,
  guided: GuidedVideo,
  questions: readonly Question[],
): Promise<GuidedVideo> {
  const asked = new Set(questions.map(({ id }) => id))
  const stops: VideoStop[] = []
  for (const stop of [...guided.stops].sort((one, other) => one.at - other.at))
    stops.push(await readStop(world, stop, asked))
  return {
    ...guided,
    address: ownFile(guided.address),
    poster: ownFile(guided.poster),
    stops,
    captions: inOrder(guided.captions).map(tidyCue),
    chapters: [...guided.chapters].sort((one, other) => one.at - other.at).map(tidyChapter),
  }
}

async function readStop(world: World, stop: VideoStop, asked: ReadonlySet<string>): Promise<VideoStop> {
  const clean = (html: string) => (html.trim() ? readHtml(world, 'note', html, `${GUIDED}.stops`) : '')
  switch (stop.kind) {
    case 'note':
      return { ...stop, html: await clean(stop.html) }
    case 'questions':
      return { ...stop, questions: stop.questions.filter(id => asked.has(id)) }
    case 'choice':
      return {
        ...stop,
        html: await clean(stop.html),
        ways: stop.ways.map(way => ({ ...way, text: short(way.text, VIDEO_LIMITS.way) })),
      }
  }
}

const tidyCue = ({ from, to, text }: Cue): Cue => ({ from, to, text: text.trim() })
const tidyChapter = ({ at, title }: Chapter): Chapter => ({ at, title: short(title, VIDEO_LIMITS.chapter) })

function short(typed: string, most: number): string {
  const text = typed.trim()
  if (text.length > most) throw new Refused('text_long', { what: 'title', most, got: text.length }, GUIDED)
  return text
}
