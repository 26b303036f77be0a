import type { AccountId, ConversationId, PlaceId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, instant, line, typed } from '../wire/shapes.js'
import { attaches, conversationPage, files, hours, once, role } from './talk.js'

/** A teacher does not read letters now: their word about it, and when they do again. */
const away = z.object({ word: z.string(), until: instant.nullable() })

/** Somebody of a class, as a letter names them. */
const correspondent = z.object({
  accountId: id<AccountId>(),
  name: z.string(),
  side: role,
  /** The children of a family in this class. */
  of: z.array(z.string()),
  /** Whether they are a pupil: in a circle that may be a member or an administrator. */
  isPupil: z.boolean(),
  /** The own place of a pupil, those of the children of a family. */
  placeIds: z.array(id<PlaceId>()),
  away: away.nullable(),
})
export type Correspondent = z.infer<typeof correspondent>

/** When a teacher reads letters, and what is said at other times. */
const letterHours = z.object({ hours: hours.nullable(), word: line })

const letterPerson = z.object({
  accountId: id<AccountId>(),
  name: z.string(),
  side: role,
  /** Whether they still belong to the class. */
  here: z.boolean(),
})

/** Whom somebody can write a letter to. */
export const correspondentsPage = z.object({
  spaceName: z.string(),
  /** Whom this reader can write to. */
  people: z.array(correspondent),
  attach: attaches,
  /** For teachers: when they read letters. */
  own: letterHours.nullable(),
})
export type CorrespondentsPage = z.infer<typeof correspondentsPage>

export const letterPage = conversationPage.extend({
  id: id<ConversationId>(),
  spaceName: z.string(),
  title: z.string(),
  people: z.array(letterPerson),
  concerned: z.boolean(),
  /** Whether other teachers of the class can read it. */
  overseen: z.boolean(),
  about: z
    .object({
      workId: id<WorkId>().nullable(),
      title: z.string().nullable(),
      placeId: id<PlaceId>().nullable(),
      name: z.string().nullable(),
    })
    .nullable(),
  /** Teachers in it who do not read letters now, with their word and when they do again. */
  away: z.array(away.extend({ name: z.string() })),
})
export type LetterPage = z.infer<typeof letterPage>

const letterForm = z.object({
  title: line,
  to: z.array(id<AccountId>()).max(200),
  html: typed,
  files,
  /** What it is about. */
  workId: id<WorkId>().nullable().optional(),
  placeId: id<PlaceId>().nullable().optional(),
  once,
})
export type LetterForm = z.infer<typeof letterForm>

export const letterShapes = {
  seeCorrespondents: { reply: correspondentsPage },
  writeLetter: { body: letterForm, reply: z.object({ letterId: id<ConversationId>() }) },
  seeLetter: { reply: letterPage },
  setLetterHours: { body: letterHours, reply: done },
}
