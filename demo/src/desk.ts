import type { PhraseId } from '@oppen/core/ids'
import { type InkPoint, pack } from '@oppen/core/ink'
import type { Annotation } from '@oppen/core/marking'
import type { Rubric } from '@oppen/core/marks'
import { saveAnnotations } from '@oppen/server/features/marking/annotations'
import { saveMarkDraft } from '@oppen/server/features/marking/drafts'
import { savePhrase } from '@oppen/server/features/marking/phrases'
import { setKeepBack, setRubric } from '@oppen/server/features/work/rubric'
import type { World } from '@oppen/server/world'
import { at, submissionOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'

const level = (id: string, name: string, points: number) => ({ id, name, points: points * 100 })

const SOIL_RUBRIC: Rubric = [
  {
    id: 'layers',
    name: 'Layers',
    levels: [
      level('all', 'All four, labelled', 4),
      level('most', 'Three', 3),
      level('some', 'One or two', 1),
    ],
  },
  {
    id: 'measures',
    name: 'Measures',
    levels: [
      level('all', 'In mm, every layer', 4),
      level('most', 'Most layers', 2),
      level('none', 'None yet', 0),
    ],
  },
  {
    id: 'words',
    name: 'Words',
    levels: [level('clear', 'Clear sentences', 2), level('notes', 'Notes', 1), level('none', 'None yet', 0)],
  },
]

const PHRASES = [
  'Clear and complete, {name}. Well observed!',
  'Label the unit of every number.',
  'Good start, {name}. Now say why you think so.',
  'Read your last sentence aloud: what is missing?',
]

/** A ring drawn by hand around a place of a page. */
function ring(x: number, y: number, wide: number, high: number): string {
  const points: InkPoint[] = Array.from({ length: 41 }, (_, step) => {
    const angle = (step / 40) * 2.1 * Math.PI - 1.9
    const slip = 1 + step / 400
    return {
      x: x + wide * slip * Math.cos(angle),
      y: y + high * slip * Math.sin(angle),
      pressure: 0.4 + 0.3 * Math.sin(step / 6),
    }
  })
  return pack(points)
}

/** What Ms Varga has on her desk: phrases, a rubric, marks that are kept back, and what she wrote over Ada's work. */
export async function desk(
  world: World,
  clock: { moveTo(at: number): void },
  school: DemoSchool,
): Promise<void> {
  const { garden, work, teachers } = school
  const { varga } = teachers
  const jar = { classId: garden.classId, workId: work('Soil jar drawing') }
  clock.moveTo(at(world, '2026-10-13T17:40'))
  for (const [index, text] of PHRASES.entries()) {
    clock.moveTo(at(world, '2026-10-13T17:40') + index * 1000)
    await savePhrase(world, varga, `phrase-${index + 1}` as PhraseId, text)
  }
  await setRubric(world, jar, SOIL_RUBRIC)
  await setKeepBack(world, jar, true)
  clock.moveTo(at(world, '2026-10-14T15:30'))
  await saveMarkDraft(world, varga, submissionOf(garden, jar.workId, 'Kit Solano'), {
    ...{ number: 0, ready: true, mark: '8', levels: { layers: 'all', measures: 'most', words: 'clear' } },
    ...{ feedback: 'Clear and complete, Kit. Well observed!', sticker: 'compass' },
    seen: { moves: 1, draft: null, writer: 'demo' },
  })
}

const PASSAGE = 'The line bends upwards, so it grows faster every day.'
const BEANS = 'Day 1: 2 mm, day 3: 9 mm, day 5: 21 mm, day 7: 40 mm. '

/** What stands over Ada's bean chart when it comes back. */
export async function overBeans(world: World, school: DemoSchool): Promise<void> {
  const { garden, work, teachers } = school
  const beans = submissionOf(garden, work('Bean height chart'), 'Ada Moreno')
  const put: Annotation[] = [
    {
      ...{ kind: 'passage', id: 'beans-1', page: 'text 1', look: 'underline', fileId: null },
      text: 'Yes! How do you know it from the numbers: what do you compare?',
      quote: {
        exact: 'it grows faster every day',
        prefix: BEANS.slice(-20) + PASSAGE.slice(0, 28),
        suffix: '.',
        start: BEANS.length + 28,
      },
    },
    {
      ...{ kind: 'stroke', id: 'beans-2', page: 'text 1', tool: 'pen', colour: 'red', width: 3 },
      points: ring(120, 28, 95, 30),
    },
    {
      ...{ kind: 'note', id: 'beans-3', page: 'text 1', x: 250, y: 14, fileId: null },
      text: 'Measured from the soil or from the seed?',
    },
  ]
  await saveAnnotations(world, teachers.varga, beans, { put, drop: [] })
}
