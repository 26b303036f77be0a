import type { ClassId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import { formOf, named, Person } from '@oppen/demo'
import type { School } from './school.js'

const NAMES = ['Anna Reyes', 'Bo Lund', 'Cara Iyer', 'Dan Oduya', 'Ella Novak', 'Finn Marsh']

/** A class of six on its first day, brought as far as a journey needs it. */
export type TideTables = {
  readonly bell: Person
  readonly classId: ClassId
  /** Where its pages are, "/c/…". */
  readonly address: string
  readonly topicId: TopicId
  readonly places: ReadonlyMap<string, PlaceId>
  readonly code: string
  readonly familyKey: string
}

/** Mr Bell's new class: six names, a topic, and the door open for an hour. */
export async function tideTables(school: School): Promise<TideTables> {
  const bell = await new Person(school.address).signIn('mr.bell')
  const { classId } = await bell.get(
    'makeClass',
    {},
    { name: 'Tide Tables', yearLabel: 'Year 5', groupName: 'Curlew' },
  )
  await bell.get('addPlaces', { classId }, { places: NAMES.map(name => named(name)) })
  const { topicId } = await bell.get('addTopic', { classId }, { name: 'High water' })
  const { door } = await bell.get('openDoor', { classId }, { span: { minutes: 60 }, admits: null })
  const register = await bell.get('seeRegister', { classId })
  const places = new Map(register.places.map(place => [place.name, place.id]))
  const anna = register.places.find(place => place.name === 'Anna Reyes')
  const familyKey = anna?.keys.find(key => key.kind === 'family')?.key ?? ''
  return { bell, classId, address: `/c/${classId}`, topicId, places, code: door?.code ?? '', familyKey }
}

/** A pupil who has come in by the code; the password is the same for all. */
export const PASSWORD = 'shells and pebbles'
export async function letIn(school: School, { code, places }: TideTables, name: string): Promise<Person> {
  const pupil = new Person(school.address)
  await pupil.get('claim', {}, { code, placeId: placeIn(places, name), secret: PASSWORD })
  return pupil
}

function placeIn(places: TideTables['places'], name: string): PlaceId {
  const place = places.get(name)
  if (!place) throw new Error(`${name} is not on the register`)
  return place
}

/** The work that the day is about, and a notice. */
export async function posted({ bell, classId, topicId }: TideTables): Promise<WorkId> {
  const form = formOf({
    title: 'Read a tide table',
    topicId,
    directions: '<p>When is high water on Friday?</p>',
    template: '<p>High water on Friday: </p>',
    due: '2026-10-16T17:00',
    points: '10',
    minutes: 15,
  })
  const { workId } = await bell.get('postWork', { classId }, { form, draft: false, alsoIn: [] })
  await bell.get('writeNotice', { spaceId: classId }, { html: '<p>Bring a clock with hands on Friday.</p>' })
  return workId
}

export type Submission = { readonly classId: ClassId; readonly workId: WorkId; readonly placeId: PlaceId }

/** Anna has written, asked, and handed in twice. */
export async function handedIn(day: TideTables, anna: Person, workId: WorkId): Promise<Submission> {
  const submission = { classId: day.classId, workId, placeId: placeIn(day.places, 'Anna Reyes') }
  const write = async (words: string, base: number) =>
    (await anna.get('saveDraft', submission, { html: `<p>High water on Friday: ${words}</p>`, base })).version
  const first = await write('05:42 and 18:07, and the', 0)
  await anna.upload(submission, PIXEL, 'my tide table.png', 'image/png')
  await anna.get('writeNote', submission, { html: '<p>Is it summer time in the table?</p>' })
  await anna.get('handIn', submission, { version: first })
  await anna.get('takeBack', submission)
  await anna.get('handIn', submission, {
    version: await write('05:42 and 18:07, and the low ones between.', first),
  })
  return submission
}

/** What Mr Bell says of it: nine of ten. */
export async function handedBack({ bell }: TideTables, submission: Submission): Promise<void> {
  const feedback = 'Both high waters are right. Say which is the higher one.'
  await bell.get('handBack', submission, { number: 2, mark: '9', feedback })
}

/** The smallest picture there is. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)
