import type { ClassId, GroupId, PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant, typed } from '../wire/shapes.js'

export const registerPage = z.object({
  classId: id<ClassId>(),
  className: z.string(),
  yearLabel: z.string(),
  teachers: z.array(z.object({ name: z.string(), role: z.enum(['owner', 'coTeacher']) })),
  groups: z.array(z.object({ id: id<GroupId>(), name: z.string() })),
  places: z.array(
    z.object({
      id: id<PlaceId>(),
      name: z.string(),
      groupId: id<GroupId>(),
      claimedAt: instant.nullable(),
      userName: z.string().nullable(),
      seenAt: instant.nullable(),
      families: z.array(z.object({ name: z.string(), since: instant })),
      familyKey: z.string(),
    }),
  ),
})
export type RegisterPage = z.infer<typeof registerPage>

export const classShapes = {
  makeClass: {
    body: z.object({ name: typed, yearLabel: typed, groupName: typed }),
    reply: z.object({ classId: id<ClassId>() }),
  },
  seeRegister: { reply: registerPage },
  addPlaces: {
    body: z.object({ names: z.array(typed).max(200), groupId: id<GroupId>().nullable() }),
    reply: z.object({ added: z.number().int() }),
  },
  freePlace: {
    reply: registerPage,
  },
}
