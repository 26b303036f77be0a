import { Readable } from 'node:stream'
import type { AccountId, ClassId, GroupId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import type { AccountKind, Viewer } from '@oppen/core/permissions'
import { instantOf, localOf } from '@oppen/core/zone'
import { hashSecret, makeAccount } from '@oppen/server/features/accounts/service'
import {
  addCoTeacher,
  addGroup,
  addPlaces,
  claimPlace,
  linkFamily,
  makeClass,
  seeRegister,
} from '@oppen/server/features/classes/service'
import { saveDraft } from '@oppen/server/features/drafts/service'
import { keepFile } from '@oppen/server/features/files/service'
import type { SubmissionAddress } from '@oppen/server/features/submissions/moves'
import { changeTimetable } from '@oppen/server/features/timing/timetable'
import { handIn } from '@oppen/server/features/work/handIn'
import { postWork } from '@oppen/server/features/work/posting'
import { addTopic } from '@oppen/server/features/work/topics'
import type { World } from '@oppen/server/world'
import { formOf, type PlainWork } from './forms.js'

/** What everybody in the demo signs in with. */
export const DEMO_SECRET = 'tern-hollow'

/** Somebody with an account, as services take them. */
export function asViewer(accountId: AccountId, kind: AccountKind, ties: Partial<Viewer> = {}): Viewer {
  return {
    accountId,
    kind,
    guest: false,
    ownsSchool: false,
    teaches: [],
    places: [],
    follows: [],
    left: [],
    circles: [],
    ...ties,
  }
}

/** Makes an account that signs in with the demo's secret. */
export async function buildAccount(world: World, kind: AccountKind, shownName: string): Promise<Viewer> {
  const secretHash = await hashSecret(world, DEMO_SECRET)
  const id = await world.db.write(() => makeAccount(world, { kind, shownName, secretHash }))
  return asViewer(id, kind)
}

/** Makes a teacher who looks after the school, and signs in as the others do. */
export async function buildOwner(world: World, shownName: string): Promise<Viewer> {
  const secretHash = await hashSecret(world, DEMO_SECRET)
  const id = await world.db.write(() =>
    makeAccount(world, { kind: 'teacher', shownName, secretHash, ownsSchool: true }),
  )
  return asViewer(id, 'teacher', { ownsSchool: true })
}

export type BuiltPlace = {
  readonly placeId: PlaceId
  readonly name: string
  readonly homeKey: string
  readonly familyKey: string
}

export type BuiltClass = {
  readonly classId: ClassId
  readonly teacher: Viewer
  readonly groups: Readonly<Record<string, GroupId>>
  readonly places: ReadonlyMap<string, BuiltPlace>
}

export type ClassPlan = {
  readonly name: string
  readonly yearLabel: string
  readonly teacher: Viewer
  readonly coTeacher?: Viewer
  /** Names on the register by group. */
  readonly groups: Readonly<Record<string, readonly string[]>>
}

/** Makes a class with its groups and register. */
export async function buildClass(world: World, plan: ClassPlan): Promise<BuiltClass> {
  const [first = 'Everyone', ...others] = Object.keys(plan.groups)
  const { classId } = await makeClass(world, plan.teacher, { ...plan, groupName: first })
  await world.db.write(async () => {
    for (const [index, name] of others.entries()) await addGroup(world, classId, name, index + 1)
    if (plan.coTeacher) await addCoTeacher(world, classId, plan.coTeacher.accountId)
  })
  const groups = Object.fromEntries((await seeRegister(world, classId)).groups.map(one => [one.name, one.id]))
  for (const [group, names] of Object.entries(plan.groups)) {
    const groupId = groups[group]
    if (groupId && names.length)
      await addPlaces(
        world,
        plan.teacher,
        classId,
        names.map(name => named(name, groupId)),
      )
  }
  const register = await seeRegister(world, classId)
  const places = register.places.map(({ id, name, keys }) => {
    const key = (kind: 'home' | 'family') => keys.find(one => one.kind === kind)?.key ?? ''
    return [name, { placeId: id, name, homeKey: key('home'), familyKey: key('family') }] as const
  })
  return { classId, teacher: plan.teacher, groups, places: new Map(places) }
}

/** Somebody to be put on the register, of whom nothing but the name is known. */
export const named = (name: string, groupId: GroupId | null = null) => ({
  name,
  groupId,
  email: null,
  number: null,
  familyLanguage: null,
})

/** The place of a name; throws, naming it, if it is not on the register. */
export function placeOf(built: BuiltClass, name: string): BuiltPlace {
  const place = built.places.get(name)
  if (!place) throw new Error(`${name} is not on the register`)
  return place
}

/** Lets a pupil's account take the place with its name. */
export async function takePlace(world: World, built: BuiltClass, name: string, pupil: Viewer): Promise<void> {
  const { placeId } = placeOf(built, name)
  await world.db.write(() =>
    claimPlace(world, { classId: built.classId, placeId, accountId: pupil.accountId }),
  )
}

/** Ties a family to a child's place. */
export async function follow(world: World, built: BuiltClass, name: string, family: Viewer): Promise<void> {
  const { placeId } = placeOf(built, name)
  await world.db.write(() =>
    linkFamily(world, { classId: built.classId, placeId, accountId: family.accountId }),
  )
}

export const buildTopic = async (world: World, built: BuiltClass, name: string): Promise<TopicId> =>
  (await addTopic(world, built.classId, name)).topicId

/** Posts work as the class's teacher; what is not said is left open. */
export async function buildWork(world: World, built: BuiltClass, work: PlainWork): Promise<WorkId> {
  const asked = { form: formOf(work), draft: false, alsoIn: [] }
  return (await postWork(world, built.teacher, built.classId, asked)).workId
}

/** The weekly lessons of a class: weekday, start, end, and the group they are for, if not for all. */
export type PlannedLesson = {
  readonly weekday: number
  readonly starts: string
  readonly ends: string
  readonly group?: string
  readonly place?: string
}

/** Gives a class its timetable. */
export async function buildLessons(
  world: World,
  built: BuiltClass,
  lessons: readonly PlannedLesson[],
): Promise<void> {
  await changeTimetable(world, built.teacher, built.classId, {
    from: localOf(world.clock.now(), world.school.zone).slice(0, 10),
    lessons: lessons.map(({ group, place = '', ...time }) => ({
      ...time,
      id: null,
      groupId: (group && built.groups[group]) || null,
      place,
      rotation: null,
    })),
    changes: [],
    rooms: [],
  })
}

export const submissionOf = (built: BuiltClass, workId: WorkId, name: string): SubmissionAddress => ({
  classId: built.classId,
  workId,
  placeId: placeOf(built, name).placeId,
})

/** Writes the given text into the draft, over what is there, and hands in where asked to. */
export async function writeDraft(
  world: World,
  pupil: Viewer,
  address: SubmissionAddress,
  { html, base = 0, handInToo = false }: { html: string; base?: number; handInToo?: boolean },
): Promise<number> {
  const { version } = await saveDraft(world, pupil, address, { html, base })
  if (handInToo) await handIn(world, pupil, address, { version })
  return version
}

/** Adds a file to a submission as if it had been uploaded. */
export async function addBytes(
  world: World,
  pupil: Viewer,
  address: SubmissionAddress,
  { name, bytes }: { name: string; bytes: Uint8Array },
): Promise<void> {
  const stored = await world.files.take(Readable.from([bytes]), { name })
  await keepFile(world, pupil, address, { ...stored, name })
}

/** The instant of a local time of the school; throws where there is none. */
export function at(world: World, local: string): number {
  const time = instantOf(local, world.school.zone)
  if (!time.ok) throw new Error(`${local}: ${time.refusal.code}`)
  return time.value.at
}
