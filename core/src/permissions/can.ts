import type { AccountId, CircleId, ClassId, PlaceId, SpaceId } from '../ids/index.js'

export type AccountKind = 'teacher' | 'pupil' | 'family'

type ClassTie = { readonly classId: ClassId; readonly archived: boolean }
type PlaceTie = ClassTie & { readonly placeId: PlaceId }

/** Who is asking, with every tie to a class that they have. */
export type Viewer = {
  readonly accountId: AccountId
  readonly kind: AccountKind
  /** Somebody who came in with a name alone, for a single event: there is no account to come back to. */
  readonly guest: boolean
  /** Looks after the school: its teachers, its settings, its data. Sees no class by it. */
  readonly ownsSchool: boolean
  readonly teaches: readonly (ClassTie & { readonly role: 'owner' | 'coTeacher' })[]
  readonly places: readonly PlaceTie[]
  readonly follows: readonly PlaceTie[]
  /** Places in classes that this pupil has left: the own work stays readable. */
  readonly left: readonly PlaceTie[]
  readonly circles: readonly { readonly circleId: CircleId; readonly role: 'administrator' | 'member' }[]
}

/** What is asked about: the school, a class, what belongs to one pupil in a class, a circle, or the talk of either. */
export type Subject =
  | { readonly kind: 'school' }
  | { readonly kind: 'class'; readonly classId: ClassId }
  | { readonly kind: 'place'; readonly classId: ClassId; readonly placeId: PlaceId }
  | { readonly kind: 'circle'; readonly circleId: CircleId }
  | { readonly kind: 'space'; readonly spaceId: SpaceId }

/**
 * What ties a viewer to a subject. `self` is the pupil whose place it is, `leaver` the one who has left it,
 * `ownFamily` the family of that pupil; `pupil` and `family` are those of the class at large. `holder` has an
 * account to come back to. `schoolOwner` looks after the school. `administrator` looks after a circle, `member` belongs to it.
 */
export type Relation =
  | 'anyTeacher'
  | 'schoolOwner'
  | 'anybody'
  | 'holder'
  | 'owner'
  | 'teacher'
  | 'pupil'
  /** A pupil of the class with an account to come back to. */
  | 'classmate'
  | 'family'
  | 'self'
  | 'leaver'
  | 'ownFamily'
  | 'administrator'
  | 'member'

/** Every action of Oppen and who may do it. This table is the whole of the permissions. */
export const ACTIONS = {
  'account.self': ['anybody'],
  'account.change': ['holder'],
  'class.make': ['anyTeacher'],
  'phrases.own': ['anyTeacher'],
  'mails.see': ['anyTeacher'],
  'calendar.see': ['anybody'],
  'calendar.change': ['schoolOwner'],
  'school.see': ['schoolOwner'],
  'school.change': ['schoolOwner'],
  'colleagues.see': ['anyTeacher'],
  'letterHours.set': ['anyTeacher'],
  'class.see': ['teacher', 'pupil', 'family'],
  'about.change': ['teacher'],
  'members.see': ['teacher', 'classmate'],
  'class.settings.see': ['teacher'],
  'class.settings.change': ['teacher'],
  'timetable.see': ['teacher'],
  'timetable.change': ['teacher'],
  'class.archive': ['teacher'],
  /** Making a class of the next year of it. */
  'class.carryOver': ['teacher'],
  'class.leave': ['self'],
  /** Hiding a class for oneself, or showing it again. */
  'class.hide': ['teacher', 'pupil', 'family'],
  'team.change': ['teacher'],
  'team.handOver': ['owner'],
  'register.see': ['teacher'],
  'register.change': ['teacher'],
  'auditLog.see': ['teacher'],
  'face.see': ['teacher', 'self', 'ownFamily'],
  'ownWork.see': ['teacher', 'self', 'leaver'],
  /** Saying for the own child that teachers may see which reading help is used. */
  'readingHelp.show': ['ownFamily'],
  'door.see': ['teacher'],
  'door.work': ['teacher'],
  /** The words that a class has listed, with what they mean. */
  'words.see': ['teacher', 'pupil', 'family'],
  'words.change': ['teacher'],
  'topics.see': ['teacher', 'pupil'],
  'topics.change': ['teacher'],
  'work.post': ['teacher'],
  'work.change': ['teacher'],
  'work.see': ['teacher'],
  'week.see': ['teacher', 'pupil'],
  'week.change': ['teacher'],
  'marking.see': ['teacher'],
  'markBook.change': ['teacher'],
  'answers.see': ['teacher', 'pupil'],
  'answers.reply': ['teacher', 'pupil'],
  'submission.see': ['teacher', 'self'],
  'submission.write': ['self'],
  /** How reading aloud was counted, over time. */
  'fluency.see': ['teacher', 'self'],
  'draft.bringBack': ['teacher', 'self'],
  'submission.mark': ['teacher'],
  /** A form that is asked of a pupil or of the pupil’s family. */
  'form.see': ['teacher', 'self', 'ownFamily'],
  'form.answer': ['self', 'ownFamily'],
  'sideNote.write': ['teacher', 'self'],
  'thread.see': ['teacher', 'pupil'],
  'thread.write': ['teacher', 'pupil'],
  'outcome.see': ['teacher', 'self', 'ownFamily'],
  /**
   * Talk of a class or a circle; which of its conversations somebody reads, and what they may write there now, is decided in
   * `talk`.
   */
  'talk.see': ['teacher', 'pupil', 'family', 'administrator', 'member'],
  'talk.write': ['teacher', 'pupil', 'family', 'administrator', 'member'],
  'talk.moderate': ['teacher', 'administrator'],
  'talk.moderation.see': ['teacher', 'administrator'],
  /** Answering a notice that asks for a tap, for oneself or for the own child. */
  'notice.tap': ['self', 'ownFamily'],
  'nod.set': ['teacher'],
  'progress.overview.see': ['teacher'],
  'portfolio.see': ['teacher', 'self', 'leaver', 'ownFamily'],
  'portfolio.keep': ['teacher', 'self'],
  /** Making a link to a kept piece; the class says for whom there are any (`mayHaveLink`). */
  'portfolio.share': ['teacher', 'self', 'ownFamily'],
  'portfolio.revoke': ['teacher', 'self', 'leaver', 'ownFamily'],
  'circle.see': ['administrator', 'member'],
  'circle.write': ['administrator', 'member'],
  'circle.administer': ['administrator'],
} as const satisfies Record<string, readonly Relation[]>

export type Action = keyof typeof ACTIONS

/** What can still be done in an archived class, besides seeing: bring it back, take the own leave, and end a link to its work. */
const IN_ARCHIVE: readonly Action[] = [
  'class.archive',
  'class.leave',
  'class.hide',
  'class.carryOver',
  'portfolio.revoke',
]

/** Whether an action only looks. */
const looks = (action: Action): boolean => action.endsWith('.see')

/** The class or the circle that is asked about. */
function idOf(subject: Exclude<Subject, { readonly kind: 'school' }>): SpaceId {
  if (subject.kind === 'circle') return subject.circleId
  return subject.kind === 'space' ? subject.spaceId : subject.classId
}

/** All ties between a viewer and a subject. */
export function relations(viewer: Viewer, subject: Subject): Set<Relation> {
  const found = new Set<Relation>(['anybody'])
  if (!viewer.guest) found.add('holder')
  if (viewer.kind === 'teacher') found.add('anyTeacher')
  if (viewer.kind === 'teacher' && viewer.ownsSchool) found.add('schoolOwner')
  if (subject.kind === 'school') return found
  const id = idOf(subject)
  const inCircle = viewer.circles.find(tie => tie.circleId === id)?.role
  if (inCircle && (subject.kind === 'circle' || subject.kind === 'space')) found.add(inCircle)
  if (subject.kind === 'circle') return found
  const role = viewer.teaches.find(tie => tie.classId === id)?.role
  if (role) found.add('teacher')
  if (role === 'owner') found.add('owner')
  const isPupil = viewer.places.some(tie => tie.classId === id)
  if (isPupil) found.add('pupil')
  if (isPupil && !viewer.guest) found.add('classmate')
  if (viewer.follows.some(tie => tie.classId === id)) found.add('family')
  if (subject.kind !== 'place') return found
  const isIts = (tie: PlaceTie) => tie.classId === subject.classId && tie.placeId === subject.placeId
  if (viewer.places.some(isIts)) found.add('self')
  if (viewer.left.some(isIts)) found.add('leaver')
  if (viewer.follows.some(isIts)) found.add('ownFamily')
  return found
}

export type Verdict =
  | 'yes'
  | 'no'
  /** Allowed but for the class being archived: everybody can read, nobody can write. */
  | 'archived'

/** Whether the viewer may do the action to the subject, and if not, why. The one place where this is decided. */
export function verdict(viewer: Viewer, action: Action, subject: Subject): Verdict {
  const ties = relations(viewer, subject)
  if (!ACTIONS[action].some(relation => ties.has(relation))) return 'no'
  if (!isArchived(viewer, subject) || looks(action) || IN_ARCHIVE.includes(action)) return 'yes'
  return 'archived'
}

/** Whether the viewer may do the action to the subject. */
export const can = (viewer: Viewer, action: Action, subject: Subject): boolean =>
  verdict(viewer, action, subject) === 'yes'

function isArchived(viewer: Viewer, subject: Subject): boolean {
  if (subject.kind === 'school') return false
  const id = idOf(subject)
  const ties: readonly ClassTie[] = [...viewer.teaches, ...viewer.places, ...viewer.follows, ...viewer.left]
  return ties.some(tie => tie.classId === id && tie.archived)
}
