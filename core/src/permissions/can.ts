import type { AccountId, ClassId, PlaceId } from '../ids/index.js'

export type AccountKind = 'teacher' | 'pupil' | 'family'

/** Who is asking, with every tie to a class that they have. */
export type Viewer = {
  readonly accountId: AccountId
  readonly kind: AccountKind
  readonly teaches: readonly { readonly classId: ClassId; readonly role: 'owner' | 'coTeacher' }[]
  readonly places: readonly { readonly classId: ClassId; readonly placeId: PlaceId }[]
  readonly follows: readonly { readonly classId: ClassId; readonly placeId: PlaceId }[]
}

/** What is asked about: the school, a class, or what belongs to one pupil in a class. */
export type Subject =
  | { readonly kind: 'school' }
  | { readonly kind: 'class'; readonly classId: ClassId }
  | { readonly kind: 'place'; readonly classId: ClassId; readonly placeId: PlaceId }

/**
 * What ties a viewer to a subject. `self` is the pupil whose place it is, `ownFamily` the family of that pupil;
 * `pupil` and `family` are those of the class at large.
 */
export type Relation =
  | 'anyTeacher'
  | 'anybody'
  | 'owner'
  | 'teacher'
  | 'pupil'
  | 'family'
  | 'self'
  | 'ownFamily'

/** Every action of Oppen and who may do it. This table is the whole of the permissions. */
export const ACTIONS = {
  'account.self': ['anybody'],
  'class.make': ['anyTeacher'],
  'class.see': ['teacher', 'pupil', 'family'],
  'register.see': ['teacher'],
  'register.change': ['teacher'],
  'door.see': ['teacher'],
  'door.work': ['teacher'],
  'topics.see': ['teacher', 'pupil'],
  'topics.change': ['teacher'],
  'work.post': ['teacher'],
  'marking.see': ['teacher'],
  'piece.see': ['teacher', 'self'],
  'piece.write': ['self'],
  'piece.mark': ['teacher'],
  'sideNote.write': ['teacher', 'self'],
  'outcome.see': ['teacher', 'self', 'ownFamily'],
  'notices.see': ['teacher', 'pupil', 'family'],
  'notices.write': ['teacher'],
  'notices.reply': ['teacher', 'pupil'],
  'progress.overview': ['teacher'],
} as const satisfies Record<string, readonly Relation[]>

export type Action = keyof typeof ACTIONS

/** All ties between a viewer and a subject. */
export function relations(viewer: Viewer, subject: Subject): Set<Relation> {
  const found = new Set<Relation>(['anybody'])
  if (viewer.kind === 'teacher') found.add('anyTeacher')
  if (subject.kind === 'school') return found
  const role = viewer.teaches.find(tie => tie.classId === subject.classId)?.role
  if (role) found.add('teacher')
  if (role === 'owner') found.add('owner')
  const places = viewer.places.filter(tie => tie.classId === subject.classId)
  const follows = viewer.follows.filter(tie => tie.classId === subject.classId)
  if (places.length) found.add('pupil')
  if (follows.length) found.add('family')
  if (subject.kind === 'class') return found
  if (places.some(tie => tie.placeId === subject.placeId)) found.add('self')
  if (follows.some(tie => tie.placeId === subject.placeId)) found.add('ownFamily')
  return found
}

/** Whether the viewer may do the action to the subject. The one place where this is decided. */
export function can(viewer: Viewer, action: Action, subject: Subject): boolean {
  const ties = relations(viewer, subject)
  return ACTIONS[action].some(relation => ties.has(relation))
}
