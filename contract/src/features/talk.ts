import type {
  AccountId,
  ConversationId,
  GroupId,
  MessageId,
  PlaceId,
  TalkFileId,
  WorkId,
} from '@oppen/core/ids'
import {
  CONVERSATIONS,
  type Hours,
  MESSAGE_STATES,
  REACTIONS,
  type Reaction,
  type RoomRules,
  type RoomState,
  TALK_ROLES,
  type TalkRules,
} from '@oppen/core/talk'
import { z } from 'zod'
import { done, id, instant, line, localTime, typed } from '../wire/shapes.js'

const reaction = z.enum(REACTIONS) satisfies z.ZodType<Reaction>
export const role = z.enum(TALK_ROLES)

/** A file that stands with a message, or lies ready for one. */
const talkFile = z.object({
  id: id<TalkFileId>(),
  name: z.string(),
  type: z.string(),
  size: z.number().int(),
})
export type TalkFile = z.infer<typeof talkFile>

/** The files of a message that is being written, in their order. */
export const files = z.array(id<TalkFileId>()).max(40).optional()

/** A message as its reader sees it. */
export const message = z.object({
  id: id<MessageId>(),
  by: z.string(),
  mine: z.boolean(),
  side: role,
  /** Formatted text; empty where it was removed and is not for this reader any more. */
  html: z.string(),
  files: z.array(talkFile),
  /** When it was shown; when it was written where it never was. */
  at: instant,
  edited: z.boolean(),
  state: z.enum(MESSAGE_STATES),
  /** What a teacher wrote on sending it back. */
  word: z.string(),
  /** Who removed it; null where nobody has. */
  removedBy: z.string().nullable(),
  /** What it answers: whose words, and how they begin. */
  answers: z.object({ id: id<MessageId>(), by: z.string(), begins: z.string() }).nullable(),
  reactions: z.array(z.object({ reaction, count: z.number().int(), mine: z.boolean() })),
  /** For teachers: what readers reported about it and nobody has looked at. */
  reports: z.array(z.object({ by: z.string(), word: z.string() })),
  /** Whether this reader can remove it. */
  mayRemove: z.boolean(),
  /** Until when its writer can change it; null for anybody else. */
  editUntil: instant.nullable(),
})
export type Message = z.infer<typeof message>

export const audience = z.object({
  pupils: z.boolean(),
  families: z.boolean(),
  groups: z.array(id<GroupId>()).nullable(),
})

/** What a device calls one sending, so that the same sent twice is written once. */
export const once = z
  .string()
  .regex(/^[\w-]{16,64}$/)
  .optional()

const choices = z.array(line).max(20)

/** What a notice leads to: a piece of work, or a week by its Monday. */
const link = z.object({ workId: id<WorkId>().nullable(), week: z.string().max(10).nullable() })
const noticeLink = link.extend({
  title: z.string(),
  /** Of whom the work is asked, where that is the reader or a child of theirs. */
  placeId: id<PlaceId>().nullable(),
})
export type NoticeLink = z.infer<typeof noticeLink>

export const notice = z.object({
  id: id<ConversationId>(),
  by: z.string(),
  mine: z.boolean(),
  html: z.string(),
  at: instant,
  edited: z.boolean(),
  /** For teachers: it has not appeared yet. */
  planned: z.boolean(),
  pinned: z.boolean(),
  audience,
  isNew: z.boolean(),
  takesReplies: z.boolean(),
  /** How many replies there are, how many are new, and the last two; all of them where the notice is opened. */
  count: z.number().int(),
  newReplies: z.number().int(),
  replies: z.array(message),
  /** What it asks for: a tap, or one of some choices. */
  asks: z.enum(['read', 'choice']).nullable(),
  choices: z.array(z.string()),
  /** Whose answer is asked of this reader: the own one, in a circle without a place, or one for each child. */
  own: z.array(
    z.object({ placeId: id<PlaceId>().nullable(), name: z.string(), choice: z.string().nullable() }),
  ),
  /** For teachers: how many have seen it, of how many who can. */
  seen: z.object({ count: z.number().int(), of: z.number().int() }).nullable(),
  /** For teachers: how often each choice was taken. */
  taps: z.array(z.object({ choice: z.string(), count: z.number().int() })),
  files: z.array(talkFile),
  /** What it leads to, as far as this reader is asked for it. */
  links: z.array(noticeLink),
})
export type Notice = z.infer<typeof notice>

export const hours = z.object({
  days: z.array(z.number().int()).readonly(),
  from: localTime,
  until: localTime,
}) satisfies z.ZodType<Hours>

const roomRules = z.object({
  writers: z.enum(['all', 'pupils', 'teachers']),
  begin: z.boolean(),
  quiet: z.boolean(),
  quietWhy: line,
  hours: hours.nullable(),
  nod: z.boolean(),
}) satisfies z.ZodType<RoomRules>

const roomState = z.discriminatedUnion('is', [
  z.object({ is: z.literal('open'), until: instant.nullable() }),
  z.object({
    is: z.literal('quiet'),
    why: z.enum(['teacher', 'hours']),
    word: z.string(),
    opensAt: instant.nullable(),
  }),
]) satisfies z.ZodType<RoomState>

export const talkRules = z.object({
  pupilsWrite: z.boolean(),
  familiesWrite: z.boolean(),
  nod: z.boolean(),
  pupilLetters: z.boolean(),
  pupilMedia: z.boolean(),
  pupilsEdit: z.boolean(),
  reactions: z.array(reaction),
}) satisfies z.ZodType<TalkRules>

const room = z.object({
  id: id<ConversationId>(),
  title: z.string(),
  audience,
  state: roomState,
  newMessages: z.number().int(),
  lastAt: instant.nullable(),
})

const letterLine = z.object({
  id: id<ConversationId>(),
  title: z.string(),
  /** Whom it is to and from but for this reader. */
  others: z.array(z.string()),
  /** Whether it is to this reader or only looked after. */
  concerned: z.boolean(),
  newMessages: z.number().int(),
  lastAt: instant.nullable(),
  /** How the last message begins. */
  begins: z.string(),
})

export const talkPage = z.object({
  spaceName: z.string(),
  notices: z.array(notice),
  rooms: z.array(room),
  letters: z.array(letterLine),
  rules: talkRules,
  groups: z.array(z.object({ id: id<GroupId>(), name: z.string() })),
  /** For teachers: what waits for the nod, and what was reported. */
  waiting: z.number().int(),
  reported: z.number().int(),
})
export type TalkPage = z.infer<typeof talkPage>

/** Messages in the order in which they were shown, and whether there are others before and after. */
const stretch = z.object({ messages: z.array(message), before: z.boolean(), after: z.boolean() })

export const attaches = z.enum(['any', 'media', 'none'])

/** A conversation from where its reader was last. */
export const conversationPage = z.object({
  /** Null beside work where nothing was said yet: it begins with the first message. */
  id: id<ConversationId>().nullable(),
  role,
  /** What keeps this reader from writing, as a refusal would say it; null where nothing does. */
  closed: z
    .object({ code: z.string(), params: z.record(z.string(), z.union([z.string(), z.number()])).optional() })
    .nullable(),
  /** Whether what this reader writes waits for the nod. */
  waits: z.boolean(),
  /** What this reader can put with what they write: any file, pictures and voices, or nothing. */
  attach: attaches,
  reactions: z.array(reaction),
  /** Where this reader was last: what was shown later is new. */
  position: instant,
  stretch,
  /** Own messages that wait or were sent back; for teachers all of them. */
  unshown: z.array(message),
})
export type ConversationPage = z.infer<typeof conversationPage>

export const roomPage = conversationPage.extend({
  id: id<ConversationId>(),
  spaceName: z.string(),
  title: z.string(),
  audience,
  rules: roomRules,
  state: roomState,
  groups: z.array(z.object({ id: id<GroupId>(), name: z.string() })),
})
export type RoomPage = z.infer<typeof roomPage>

const noticeForm = z.object({
  html: typed,
  audience: audience.optional(),
  /** When it appears; at once where it is null or past. */
  appearsAt: localTime.nullable().optional(),
  pinned: z.boolean().optional(),
  takesReplies: z.boolean().optional(),
  asks: z.enum(['read', 'choice']).nullable().optional(),
  choices: choices.optional(),
  files,
  links: z.array(link).max(20).optional(),
  once,
})
export type NoticeForm = z.infer<typeof noticeForm>

const roomForm = z.object({ title: line, audience, rules: roomRules })
export type RoomForm = z.infer<typeof roomForm>

export const nodPage = z.object({
  spaceName: z.string(),
  waiting: z.array(
    z.object({
      conversationId: id<ConversationId>(),
      where: z.string(),
      kind: z.enum(CONVERSATIONS),
      workId: id<WorkId>().nullable(),
      message,
    }),
  ),
  reported: z.array(
    z.object({
      conversationId: id<ConversationId>(),
      where: z.string(),
      kind: z.enum(CONVERSATIONS),
      workId: id<WorkId>().nullable(),
      message,
    }),
  ),
  /** The pupils, and whether all that they write waits. */
  pupils: z.array(z.object({ placeId: id<PlaceId>(), name: z.string(), nod: z.boolean() })),
})
export type NodPage = z.infer<typeof nodPage>

const person = z.object({
  accountId: id<AccountId>(),
  name: z.string(),
  side: role,
  /** The children of a family in this class. */
  of: z.array(z.string()),
})
export const seenPage = z.object({
  seen: z.array(person),
  notSeen: z.array(person),
  /** Pupils who have not come in yet, by name. */
  notIn: z.array(z.string()),
  taps: z.array(z.object({ name: z.string(), side: role, choice: z.string(), by: z.string(), at: instant })),
  /** Of whom an answer is asked and not there. */
  notTapped: z.array(z.string()),
})
export type SeenPage = z.infer<typeof seenPage>

/** Whom a message can mention in a conversation. */
export const mentionablePage = z.object({
  people: z.array(z.object({ id: id<AccountId>(), name: z.string(), side: role })),
  groups: z.array(z.object({ id: id<GroupId>(), name: z.string() })),
  /** Whether all who read it can be mentioned at once. */
  everybody: z.boolean(),
})
export type MentionablePage = z.infer<typeof mentionablePage>

const newMessage = z.object({ html: typed, answers: id<MessageId>().nullable().optional(), files, once })
const written = z.object({
  messageId: id<MessageId>(),
  conversationId: id<ConversationId>(),
  state: z.enum(MESSAGE_STATES),
})

export const talkShapes = {
  seeTalk: { reply: talkPage },
  setTalkRules: { body: talkRules, reply: done },
  seeMentionable: { reply: mentionablePage },
  addTalkFile: { reply: talkFile },
  seeTalkFile: {},
  writeNotice: { body: noticeForm, reply: z.object({ noticeId: id<ConversationId>() }) },
  changeNotice: { body: noticeForm, reply: done },
  seeNotice: { reply: notice },
  seeSeen: { reply: seenPage },
  tapAsMember: { body: z.object({ choice: line }), reply: done },
  tapNotice: { body: z.object({ choice: line }), reply: done },
  makeRoom: { body: roomForm, reply: z.object({ roomId: id<ConversationId>() }) },
  changeRoom: { body: roomForm, reply: done },
  removeConversation: { reply: done },
  restoreConversation: { reply: done },
  seeRoom: { reply: roomPage },
  seeBefore: { reply: stretch },
  seeAfter: { reply: stretch },
  writeMessage: { body: newMessage, reply: written },
  seeThread: { reply: conversationPage },
  writeInThread: { body: newMessage, reply: written },
  seeSideNote: { reply: conversationPage },
  writeNote: { body: newMessage, reply: written },
  changeMessage: { body: z.object({ html: typed, files }), reply: written },
  removeMessage: { reply: done },
  react: { body: z.object({ reaction, on: z.boolean() }), reply: done },
  reportMessage: { body: z.object({ word: line }), reply: done },
  settleReports: { reply: done },
  /** Everything until then was in front of the reader. */
  markSeen: { body: z.object({ until: instant }), reply: done },
  seeNod: { reply: nodPage },
  decideMessage: { body: z.object({ show: z.boolean(), word: line }), reply: done },
  setNod: { body: z.object({ on: z.boolean() }), reply: done },
}
