import type { JoinRequestId, PlaceId } from '@oppen/core/ids'
import { ADMITS } from '@oppen/core/joining'
import { z } from 'zod'
import { done, id, instant, line } from '../wire/shapes.js'
import { me, ownSecret } from './accounts.js'

export const doorSpan = z.union([
  z.object({ minutes: z.number().int().min(1).max(600) }),
  z.literal('lesson'),
  z.literal('today'),
  z.literal('untilClosed'),
])
export const admits = z.enum(ADMITS)

/** What whoever holds an open class code sees: places still free, and nothing else of the class. */
export const openDoor = z.object({
  kind: z.literal('class'),
  code: z.string(),
  className: z.string(),
  teacherName: z.string(),
  closesAt: instant.nullable(),
  admits,
  /** What a pupil who comes in here chooses. */
  ownSecret,
  families: z.boolean(),
  /** Whether the class has shared tablets. */
  shared: z.boolean(),
  now: instant,
  zone: z.string(),
  freePlaces: z.array(z.object({ id: id<PlaceId>(), shortName: z.string() })),
})
export type OpenDoor = z.infer<typeof openDoor>

/** What a code opens. */
export const foundCode = z.discriminatedUnion('kind', [
  openDoor,
  z.object({ kind: z.literal('circle'), code: z.string(), name: z.string(), administrator: z.string() }),
])
export type FoundCode = z.infer<typeof foundCode>

/** What whoever holds a key sees before anything is made. */
export const keyHolder = z.object({
  kind: z.enum(['home', 'family']),
  childName: z.string(),
  className: z.string(),
  teacherName: z.string(),
  /** Whether somebody has the place already. */
  claimed: z.boolean(),
})
export type KeyHolder = z.infer<typeof keyHolder>

export const doorPage = z.object({
  className: z.string(),
  yearLabel: z.string(),
  teacherName: z.string(),
  now: instant,
  /** Whom doors of this class let in where nothing else is said. */
  usually: admits,
  /** When the lesson that is on now ends; null where none is. */
  lessonEnds: instant.nullable(),
  door: z
    .object({
      code: z.string(),
      admits,
      openedAt: instant,
      closesAt: instant.nullable(),
      closedAt: instant.nullable(),
    })
    .nullable(),
  /** Those who came in by this door, the newest first. */
  inside: z.array(z.object({ placeId: id<PlaceId>(), name: z.string(), at: instant })),
  notYet: z.array(z.object({ placeId: id<PlaceId>(), name: z.string() })),
  /** Newcomers and tablets that wait for a nod. */
  waiting: z.array(
    z.object({
      id: id<JoinRequestId>(),
      kind: z.enum(['newcomer', 'tablet']),
      name: z.string(),
      at: instant,
    }),
  ),
})
export type DoorPage = z.infer<typeof doorPage>

/** The sign-in screen of a shared tablet. */
export const tabletPage = z.object({
  className: z.string(),
  teacherName: z.string(),
  idleMinutes: z.number(),
  faces: z.array(
    z.object({
      id: id<PlaceId>(),
      shortName: z.string(),
      hasPicture: z.boolean(),
      /** What the child is asked for, and whether it is chosen now for the first time. */
      kind: ownSecret,
      choose: z.boolean(),
    }),
  ),
})
export type TabletPage = z.infer<typeof tabletPage>

/** What the first page has to know before anybody is in. */
export const welcomePage = z.object({
  school: z.string(),
  /** What the account of the school is called; null where the school has none. */
  schoolAccount: z.string().nullable(),
  /** Whether this device is a shared tablet. */
  tablet: z.boolean(),
  /** Whether the school has nobody yet who looks after it. */
  ownerless: z.boolean(),
})
export type WelcomePage = z.infer<typeof welcomePage>

export const joinRequestStatus = z.discriminatedUnion('is', [
  z.object({ is: z.literal('waiting') }),
  z.object({ is: z.literal('no') }),
  z.object({ is: z.literal('tablet') }),
  z.object({ is: z.literal('in'), me }),
])
export type JoinRequestStatus = z.infer<typeof joinRequestStatus>

const newcomer = z.object({ code: line, firstName: line, lastName: line, secret: line.nullable() })
const waitToken = z.object({ token: z.string().min(1).max(100) })

export const joiningShapes = {
  seeWelcome: { reply: welcomePage },
  lookUpCode: { body: z.object({ code: line }), reply: foundCode },
  claim: { body: z.object({ code: line, placeId: id<PlaceId>(), secret: line.nullable() }), reply: me },
  enterAsSelf: { body: z.object({ code: line, userName: line, secret: line }), reply: me },
  askIn: { body: newcomer, reply: waitToken },
  comeAsGuest: { body: newcomer, reply: me },
  askFamily: {
    body: z.object({ code: line, childName: line, shownName: line.nullable(), secret: line.nullable() }),
    reply: me,
  },
  askTablet: { body: z.object({ code: line, name: line }), reply: waitToken },
  seeJoinRequest: { body: waitToken, reply: joinRequestStatus },
  showKey: { body: z.object({ key: line }), reply: keyHolder },
  comeHome: { body: z.object({ key: line, asSelf: z.boolean() }), reply: me },
  joinFamily: {
    body: z.object({ key: line, shownName: line, secret: line }),
    reply: me,
  },
  followChild: { body: z.object({ key: line }), reply: me },
  seeTablet: { reply: tabletPage },
  comeInAtTablet: { body: z.object({ placeId: id<PlaceId>(), secret: line.nullable() }), reply: me },
  seeTabletFace: {},
  shareThisTablet: { body: z.object({ name: line }), reply: done },
  endTablet: { reply: done },
  seeDoor: { reply: doorPage },
  openDoor: { body: z.object({ span: doorSpan, admits: admits.nullable() }), reply: doorPage },
  lengthenDoor: { body: z.object({ minutes: z.number().int().min(1).max(600) }), reply: doorPage },
  closeDoor: { reply: doorPage },
  answerJoinRequest: {
    body: z.object({ answer: z.enum(['yes', 'no']), placeId: id<PlaceId>().nullable() }),
    reply: done,
  },
  replaceKey: { reply: done },
  seeCards: {},
  seeKeyList: {},
}
