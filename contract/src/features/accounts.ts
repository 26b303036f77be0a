import type { AccountId, ClassId, PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, instant, typed } from '../wire/shapes.js'

export const accountKind = z.enum(['teacher', 'pupil', 'family'])

/** One tie of the signed-in person to a class; a family has one for each child in it. */
export const tie = z.object({
  classId: id<ClassId>(),
  className: z.string(),
  yearLabel: z.string(),
  teacherName: z.string(),
  role: z.enum(['owner', 'coTeacher', 'pupil', 'family']),
  placeId: id<PlaceId>().nullable(),
  placeName: z.string().nullable(),
  /** One value for one child across classes. */
  child: z.string().nullable(),
})

export const me = z.object({
  account: z.object({ id: id<AccountId>(), shownName: z.string(), userName: z.string(), kind: accountKind }),
  ties: z.array(tie),
  school: z.string(),
  zone: z.string(),
  now: instant,
  /** True where the clock can be moved, as in the demo. */
  clockMoves: z.boolean(),
})

export type Me = z.infer<typeof me>
export type Tie = z.infer<typeof tie>

export const accountShapes = {
  me: { reply: me },
  signIn: {
    body: z.object({ userName: typed, secret: typed }),
    reply: me,
  },
  signOut: { reply: done },
  look: {
    body: z.object({ what: z.string().min(1).max(200) }),
    reply: done,
  },
  moveClock: {
    body: z.object({ local: z.string().max(64) }),
    reply: z.object({ now: instant }),
  },
}
