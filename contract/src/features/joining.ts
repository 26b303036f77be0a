import type { PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant, typed } from '../wire/shapes.js'
import { me } from './accounts.js'

export const doorSpan = z.union([
  z.object({ minutes: z.number().int().min(1).max(600) }),
  z.literal('today'),
  z.literal('untilClosed'),
])

/** What whoever holds an open class code sees: places still free, and nothing else of the class. */
export const openDoor = z.object({
  code: z.string(),
  className: z.string(),
  teacherName: z.string(),
  closesAt: instant.nullable(),
  now: instant,
  zone: z.string(),
  freePlaces: z.array(z.object({ id: id<PlaceId>(), shortName: z.string() })),
})
export type OpenDoor = z.infer<typeof openDoor>

/** What whoever holds a family key sees before anything is made. */
export const keyHolder = z.object({ childName: z.string(), className: z.string(), teacherName: z.string() })

export const doorPage = z.object({
  className: z.string(),
  yearLabel: z.string(),
  teacherName: z.string(),
  now: instant,
  door: z
    .object({
      code: z.string(),
      openedAt: instant,
      closesAt: instant.nullable(),
      closedAt: instant.nullable(),
    })
    .nullable(),
  /** Those who came in by this door, the newest first. */
  inside: z.array(z.object({ placeId: id<PlaceId>(), name: z.string(), at: instant })),
  notYet: z.array(z.object({ placeId: id<PlaceId>(), name: z.string() })),
})
export type DoorPage = z.infer<typeof doorPage>

export const joiningShapes = {
  knock: {
    body: z.object({ code: typed }),
    reply: openDoor,
  },
  claim: {
    body: z.object({ code: typed, placeId: id<PlaceId>(), secret: typed.nullable() }),
    reply: me,
  },
  enterAsSelf: {
    body: z.object({ code: typed, userName: typed, secret: typed }),
    reply: me,
  },
  showKey: {
    body: z.object({ key: typed }),
    reply: keyHolder,
  },
  joinFamily: {
    body: z.object({ key: typed, shownName: typed, secret: typed }),
    reply: me,
  },
  followChild: {
    body: z.object({ key: typed }),
    reply: me,
  },
  seeDoor: { reply: doorPage },
  openDoor: {
    body: z.object({ span: doorSpan }),
    reply: doorPage,
  },
  lengthenDoor: {
    body: z.object({ minutes: z.number().int().min(1).max(600) }),
    reply: doorPage,
  },
  closeDoor: { reply: doorPage },
}
