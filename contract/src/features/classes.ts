import { SIGNS, TINTS } from '@oppen/core/classes'
import type {
  AccountId,
  ClassId,
  GroupId,
  InvitationId,
  JoinRequestId,
  KeyId,
  MergeId,
  PlaceId,
  TabletId,
} from '@oppen/core/ids'
import { SHARING } from '@oppen/core/portfolio'
import { z } from 'zod'
import { done, id, instant, line } from '../wire/shapes.js'
import { me, ownSecret, secretKind } from './accounts.js'
import { admits } from './joining.js'

const teacher = z.object({
  accountId: id<AccountId>(),
  name: z.string(),
  role: z.enum(['owner', 'coTeacher']),
})
const group = z.object({ id: id<GroupId>(), name: z.string() })

export const pupilKey = z.object({
  id: id<KeyId>(),
  kind: z.enum(['home', 'family']),
  key: z.string(),
  madeAt: instant,
  usedAt: instant.nullable(),
})

const place = z.object({
  id: id<PlaceId>(),
  name: z.string(),
  groupId: id<GroupId>(),
  /** Came in with a name alone, and is to be joined to a pupil or removed. */
  guest: z.boolean(),
  claimedAt: instant.nullable(),
  userName: z.string().nullable(),
  secretKind: secretKind.nullable(),
  secretOnce: z.boolean(),
  hasPicture: z.boolean(),
  email: z.string().nullable(),
  number: z.string().nullable(),
  familyLanguage: z.string().nullable(),
  seenAt: instant.nullable(),
  leftAt: instant.nullable(),
  leftHow: z.enum(['moved', 'left', 'merged']).nullable(),
  families: z.array(z.object({ accountId: id<AccountId>(), name: z.string(), since: instant })),
  keys: z.array(pupilKey),
})

const invitation = z.object({
  id: id<InvitationId>(),
  kind: z.enum(['pupil', 'coTeacher', 'family']),
  /** The e-mail address or the name of whom it is for. */
  to: z.string(),
  about: z.string().nullable(),
  at: instant,
})

export const registerPage = z.object({
  classId: id<ClassId>(),
  className: z.string(),
  yearLabel: z.string(),
  families: z.boolean(),
  archived: z.boolean(),
  teachers: z.array(teacher),
  groups: z.array(group),
  places: z.array(place),
  /** Who was moved away or has left. */
  away: z.array(place),
  waiting: z.array(
    z.object({
      id: id<JoinRequestId>(),
      kind: z.enum(['newcomer', 'family', 'tablet']),
      name: z.string(),
      /** The child, as the family calls it. */
      about: z.string().nullable(),
      at: instant,
      /** The place whose name is the same. */
      likely: id<PlaceId>().nullable(),
    }),
  ),
  invitations: z.array(invitation),
  merges: z.array(z.object({ id: id<MergeId>(), from: z.string(), into: z.string(), at: instant })),
})
export type RegisterPage = z.infer<typeof registerPage>
export type RegisterPlace = RegisterPage['places'][number]
export type PupilKey = z.infer<typeof pupilKey>

const settings = z.object({
  name: line,
  yearLabel: line,
  families: z.boolean(),
  shared: z.boolean(),
  ownSecret,
  idleMinutes: z.number().int().min(1).max(120),
  admits,
  /** Whether pupils may take back what lies with their teacher. */
  takeBack: z.boolean(),
  /** Whether pupils may go on with what was handed back, and hand it in again. */
  improve: z.boolean(),
  /** Whether pupils see each other's answers, where the question says so. */
  seeOthers: z.boolean(),
  /** Who may show kept work to somebody outside by a link. */
  sharing: z.enum(SHARING),
  tint: z.enum(TINTS).nullable(),
  sign: z.enum(SIGNS).nullable(),
})
export type SettingsBody = z.infer<typeof settings>

export const classSettings = settings.extend({
  classId: id<ClassId>(),
  archivedAt: instant.nullable(),
  teachers: z.array(teacher),
  groups: z.array(group),
  tablets: z.array(z.object({ id: id<TabletId>(), name: z.string(), since: instant })),
  invitations: z.array(invitation),
})
export type ClassSettings = z.infer<typeof classSettings>

const placeForm = z.object({
  name: line,
  groupId: id<GroupId>().nullable(),
  group: line.nullable().optional(),
  email: line.nullable(),
  number: line.nullable(),
  familyLanguage: line.nullable(),
})
export type PlaceBody = z.infer<typeof placeForm>

/** What the holder of a mailed invitation sees before anything is made. */
export const invited = z.object({ childName: z.string(), className: z.string(), by: z.string() })
export type Invited = z.infer<typeof invited>

const answer = z.enum(['accepted', 'declined'])
const token = z.string().min(1).max(100)

export const classShapes = {
  makeClass: {
    body: z.object({ name: line, yearLabel: line, groupName: line }),
    reply: z.object({ classId: id<ClassId>() }),
  },
  seeSettings: { reply: classSettings },
  changeSettings: { body: settings, reply: classSettings },
  addGroup: { body: z.object({ name: line }), reply: done },
  renameGroup: { body: z.object({ name: line }), reply: done },
  archiveClass: { body: z.object({ archived: z.boolean() }), reply: done },
  hideClass: { body: z.object({ hidden: z.boolean() }), reply: done },
  removeCoTeacher: { reply: done },
  handOver: { reply: done },
  seeColleagues: {
    reply: z.object({ colleagues: z.array(z.object({ userName: z.string(), name: z.string() })) }),
  },

  seeRegister: { reply: registerPage },
  /** The stand-in pupil of the class, in a group of it. */
  standIn: {
    body: z.object({ groupId: id<GroupId>().nullable(), name: line }),
    reply: z.object({ placeId: id<PlaceId>() }),
  },
  addPlaces: {
    body: z.object({ places: z.array(placeForm).max(500) }),
    reply: z.object({ added: z.number().int(), placeIds: z.array(id<PlaceId>()) }),
  },
  changePlace: { body: placeForm, reply: done },
  freePlace: { reply: done },
  movePlaceAway: { reply: done },
  bringPlaceBack: { reply: done },
  leaveClass: { reply: done },
  mergePlaces: { body: z.object({ into: id<PlaceId>() }), reply: z.object({ mergeId: id<MergeId>() }) },
  undoMerge: { reply: done },
  giveSecret: { reply: z.object({ userName: z.string(), secret: z.string() }) },
  endFamilyLink: { reply: done },
  changeFace: { reply: done },
  removeFace: { reply: done },
  seeFace: {},
  takeRegister: {},

  invitePerson: { body: z.object({ kind: z.enum(['pupil', 'coTeacher']), userName: line }), reply: done },
  inviteFamily: { body: z.object({ placeId: id<PlaceId>(), email: line }), reply: done },
  withdrawInvitation: { reply: done },
  answerInvitation: { body: z.object({ answer }), reply: me },
  showInvitation: { body: z.object({ token }), reply: invited },
  acceptInvitation: {
    body: z.object({ token, shownName: line.nullable(), secret: line.nullable() }),
    reply: me,
  },
}
