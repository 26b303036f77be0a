import type { PlaceId, WorkId } from '@oppen/core/ids'
import {
  type BuiltClass,
  buildAccount,
  buildClass,
  buildTopic,
  buildWork,
  follow,
  type Person,
  placeOf,
  submissionOf,
  takePlace,
  testServer,
  writeDraft,
} from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { writeNotice } from '../talk/notices.js'

/** A class with so many pupils, works and notices, everything moved. */
async function schoolOf(size: number) {
  const statements: string[] = []
  const school = await testServer({ onStatement: sql => statements.push(sql) })
  const { world } = school
  const owner = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const names = Array.from({ length: size }, (_, n) => `Pupil ${String(n).padStart(3, '0')}`)
  const built = await buildClass(world, {
    name: 'Tides',
    yearLabel: '',
    teacher: owner,
    groups: { All: names },
  })
  const anna = await buildAccount(world, 'pupil', 'Anna Reyes')
  await takePlace(world, built, 'Pupil 000', anna)
  await follow(world, built, 'Pupil 000', await buildAccount(world, 'family', 'Mr Reyes'))
  await world.db.write(async () => {
    const topicId = await buildTopic(world, built, 'Topic')
    for (let n = 0; n < size; n++) {
      const workId = await buildWork(world, built, { topicId, title: `Work ${n}`, due: '2026-10-16T17:00' })
      await writeDraft(world, anna, submissionOf(built, workId, 'Pupil 000'), {
        html: `<p>${n}</p>`,
        handInToo: true,
      })
      await writeNotice(world, owner, built.classId, { html: `<p>${n}</p>` })
    }
  })
  const people = {
    teacher: await school.person().signIn('ms.kestrel'),
    pupil: await school.person().signIn('anna.reyes'),
    family: await school.person().signIn('mr.reyes'),
  }
  // texts that are new are made ready by the first search
  await people.pupil.get('search', {}, { words: 'work' })
  return { school, built, people, statements }
}

type Made = Awaited<ReturnType<typeof schoolOf>>
type Read = readonly [
  string,
  'teacher' | 'pupil' | 'family',
  (person: Person, built: BuiltClass, ids: Ids) => Promise<unknown>,
]
type Ids = { readonly placeId: PlaceId; readonly workId: WorkId }

const MONTH = { from: '2026-09-28', to: '2026-11-01' }

const READS: readonly Read[] = [
  ['Today', 'teacher', person => person.get('seeToday', {})],
  ['Today', 'pupil', person => person.get('seeToday', {})],
  ['Today', 'family', person => person.get('seeToday', {})],
  ['news', 'teacher', person => person.get('seeNews', {})],
  ['news', 'pupil', person => person.get('seeNews', {})],
  ['news', 'family', person => person.get('seeNews', {})],
  ['me', 'pupil', person => person.get('me', {})],
  ['topics', 'teacher', (person, { classId }) => person.get('seeTopics', { classId })],
  ['topics', 'pupil', (person, { classId }) => person.get('seeTopics', { classId })],
  ['week', 'teacher', (person, { classId }) => person.get('seeWeek', { classId, week: 'now' })],
  ['week', 'pupil', (person, { classId }) => person.get('seeWeek', { classId, week: 'now' })],
  ['calendar', 'teacher', person => person.get('seeDays', MONTH)],
  ['calendar', 'pupil', person => person.get('seeDays', MONTH)],
  ['calendar', 'family', person => person.get('seeDays', MONTH)],
  ['about', 'pupil', (person, { classId }) => person.get('seeAbout', { classId })],
  ['members', 'pupil', (person, { classId }) => person.get('seeMembers', { classId })],
  ['search', 'pupil', person => person.get('search', {}, { words: 'work' })],
  ['talk', 'pupil', (person, { classId }) => person.get('seeTalk', { spaceId: classId })],
  ['register', 'teacher', (person, { classId }) => person.get('seeRegister', { classId })],
  ['overview', 'teacher', (person, { classId }) => person.get('seeOverview', { classId })],
  [
    'progress',
    'pupil',
    (person, { classId }, { placeId }) => person.get('seeProgress', { classId, placeId }),
  ],
  ['marking', 'teacher', (person, { classId }, { workId }) => person.get('seeMarking', { classId, workId })],
  ['submission', 'pupil', (person, { classId }, ids) => person.get('seeSubmission', { classId, ...ids })],
]

const all: { small?: Made; large?: Made } = {}

beforeAll(async () => {
  all.small = await schoolOf(5)
  all.large = await schoolOf(200)
})
afterAll(async () => {
  await all.small?.school.stop()
  await all.large?.school.stop()
})

async function statementsOf(made: Made | undefined, [, who, read]: Read): Promise<string[]> {
  if (!made) throw new Error('not made')
  const { school, built, people, statements } = made
  const { placeId } = placeOf(built, 'Pupil 000')
  const work = await school.world.db.row<{ id: WorkId }>('select id from works limit 1')
  const ids = { placeId, workId: work?.id as WorkId }
  // what times are worked out from is read once and kept
  await read(people[who], built, ids)
  statements.length = 0
  await read(people[who], built, ids)
  return [...statements]
}

describe('a read asks the database as often for 200 as for 5', () => {
  it.each(READS)('%s, %s', async (...read) => {
    const small = await statementsOf(all.small, read)
    const large = await statementsOf(all.large, read)
    // the statements themselves are compared, so that a failure says which one came to it
    expect(large).toEqual(small)
    expect(large.length).toBeLessThanOrEqual(3)
  })
})
