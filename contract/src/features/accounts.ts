import { SIGNS, TINTS } from '@oppen/core/classes'
import type { AccountId, CircleId, ClassId, PlaceId, SessionId } from '@oppen/core/ids'
import { OWN_SECRETS } from '@oppen/core/joining'
import { SCREEN_LANGUAGES, type ScreenLanguage } from '@oppen/core/language'
import { SEEN_AS } from '@oppen/core/permissions'
import { z } from 'zod'
import { done, id, instant, line } from '../wire/shapes.js'
import { markRules } from './markBook.js'
import { readingSettings } from './readingHelp.js'

const language = z.enum(Object.keys(SCREEN_LANGUAGES) as [ScreenLanguage, ...ScreenLanguage[]])

export const accountKind = z.enum(['teacher', 'pupil', 'family'])
export const ownSecret = z.enum(OWN_SECRETS)
export const secretKind = z.enum([...OWN_SECRETS, 'unset'])

/** One tie of the signed-in person to a class; a family has one for each child in it. */
export const tie = z.object({
  classId: id<ClassId>(),
  className: z.string(),
  yearLabel: z.string(),
  teacherName: z.string(),
  /** A `leaver` has left the class and may read the own work there. */
  role: z.enum(['owner', 'coTeacher', 'pupil', 'leaver', 'family']),
  placeId: id<PlaceId>().nullable(),
  placeName: z.string().nullable(),
  /** One value for one child across classes. */
  child: z.string().nullable(),
  archived: z.boolean(),
  /** How the class looks in the binder. */
  tint: z.enum(TINTS).nullable(),
  sign: z.enum(SIGNS).nullable(),
  /** What the class lets its pupils do: take back what lies with their teacher, improve what came back, change what they wrote. */
  lets: z.object({ takeBack: z.boolean(), improve: z.boolean(), edit: z.boolean() }),
  /** The words of the class that stand for marks, the highest first; none where points are shown. */
  markWords: markRules.shape.scale,
  /** This person has hidden it. */
  hidden: z.boolean(),
  since: instant,
  hasFace: z.boolean(),
})

export const me = z.object({
  account: z.object({
    id: id<AccountId>(),
    shownName: z.string(),
    userName: z.string(),
    kind: accountKind,
    email: z.string().nullable(),
    /** An address that was given and does not count yet: its letter was not answered. */
    emailAsked: z.string().nullable(),
    /** Came in with a name alone: there is no account to come back to. */
    guest: z.boolean(),
    /** Looks after the school. */
    ownsSchool: z.boolean(),
    secretKind,
    /** The secret was given by a teacher for one use and has to be changed now. */
    secretOnce: z.boolean(),
    /** The language chosen for the screens; null where the browser decides. */
    language: language.nullable(),
    hasPicture: z.boolean(),
  }),
  /** Where this device is a shared tablet: how long it waits, and the moment at which the lesson ends. */
  tablet: z.object({ className: z.string(), idleMinutes: z.number(), endsBy: instant.nullable() }).nullable(),
  /** What makes text easier to read: what was chosen, and what a teacher set for the beginning; null where nothing was. */
  reading: z.object({ own: readingSettings.nullable(), beginning: readingSettings.nullable() }),
  ties: z.array(tie),
  circles: z.array(
    z.object({ circleId: id<CircleId>(), name: z.string(), role: z.enum(['administrator', 'member']) }),
  ),
  /** As whom this page is looked at; null for oneself. */
  seenAs: z
    .object({ as: z.enum(SEEN_AS), name: z.string(), className: z.string() })
    .nullable()
    .default(null) as z.ZodType<{ as: (typeof SEEN_AS)[number]; name: string; className: string } | null>,
  school: z.string(),
  zone: z.string(),
  now: instant,
  /** True where the clock can be moved, as in the demo. */
  clockMoves: z.boolean(),
  /** How far everything had been told when this was read: a live stream that is opened with it misses nothing. */
  live: z.string(),
})

export type Me = z.infer<typeof me>
export type Tie = z.infer<typeof tie>

export const accountPage = z.object({
  sessions: z.array(
    z.object({
      id: id<SessionId>(),
      device: z.string(),
      cameBy: z.enum(['secret', 'door', 'key', 'tablet', 'invitation', 'school']),
      beganAt: instant,
      seenAt: instant,
      /** The device that asks. */
      here: z.boolean(),
    }),
  ),
})
export type AccountPage = z.infer<typeof accountPage>

export const accountShapes = {
  me: { reply: me },
  signIn: {
    body: z.object({ userName: line, secret: line }),
    reply: me,
  },
  signOut: { reply: done },
  goToSchool: {},
  backFromSchool: {},
  markRead: {
    body: z.object({ what: z.string().min(1).max(200) }),
    reply: done,
  },
  moveClock: {
    body: z.object({ local: z.string().max(64) }),
    reply: z.object({ now: instant }),
  },
  seeAccount: { reply: accountPage },
  changeAccount: { body: z.object({ shownName: line, email: line.nullable() }), reply: me },
  chooseLanguage: { body: z.object({ language: language.nullable() }), reply: done },
  changeSecret: { body: z.object({ old: line, secret: line }), reply: me },
  changePicture: { reply: done },
  removePicture: { reply: done },
  seePicture: {},
  endSession: { reply: done },
  confirmEmail: { body: z.object({ token: line }), reply: z.object({ email: z.string() }) },
  forgot: { body: z.object({ userName: line }), reply: done },
  resetSecret: { body: z.object({ token: line, secret: line }), reply: me },
}
