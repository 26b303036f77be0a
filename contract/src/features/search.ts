import type { CircleId, ClassId, ConversationId, PlaceId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { FOUND_KINDS } from '../wire/found.js'
import { id, instant, line } from '../wire/shapes.js'

const found = z.object({
  kind: z.enum(FOUND_KINDS),
  /** Of what was found, within its kind. */
  ref: z.string(),
  classId: id<ClassId>().nullable(),
  circleId: id<CircleId>().nullable(),
  /** The class or circle it is in. */
  where: z.string(),
  workId: id<WorkId>().nullable(),
  /** The room in which it was said, or that has the name. */
  roomId: id<ConversationId>().nullable(),
  /** The letter that it stands in, for words and subjects of letters. */
  letterId: id<ConversationId>().nullable(),
  /** The pupil whose it is; of a family, the child of whom work is asked. */
  placeId: id<PlaceId>().nullable(),
  child: z.string().nullable(),
  draft: z.boolean(),
  /** The words found in it stand between U+0001 and U+0002. */
  title: z.string(),
  body: z.string(),
  at: instant.nullable(),
})
export type Found = z.infer<typeof found>

export const searchPage = z.object({ found: z.array(found) })
export type SearchPage = z.infer<typeof searchPage>

export const searchShapes = {
  search: { body: z.object({ words: line }), reply: searchPage },
}
