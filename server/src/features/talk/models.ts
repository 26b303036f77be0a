import type {
  AccountId,
  ConversationId,
  GroupId,
  Instant,
  MessageId,
  PlaceId,
  SpaceId,
  TalkFileId,
  WorkId,
} from '@oppen/core/ids'
import type { ConversationKind, MessageState, RoomRules, TalkRole } from '@oppen/core/talk'
import { table } from '../../db/index.js'

export type ConversationRow = {
  id: ConversationId
  spaceId: SpaceId
  kind: ConversationKind
  /** The work that it stands beside, and of a side note the pupil whom it is with. */
  workId: WorkId | null
  placeId: PlaceId | null
  /** What a letter is about. */
  aboutWork: WorkId | null
  aboutPlace: PlaceId | null
  title: string
  byAccount: AccountId
  madeAt: Instant
  appearsAt: Instant
  forPupils: number
  forFamilies: number
  allGroups: number
  pinned: number
  replies: number
  asks: 'read' | 'choice' | null
  choices: string | null
  writers: RoomRules['writers']
  begins: number
  quiet: number
  quietWhy: string
  hours: string | null
  nod: number
  position: number
  lastShownAt: Instant | null
  removedAt: Instant | null
  removedBy: AccountId | null
}

export const conversations = table<ConversationRow>('conversations', {
  id: 'id',
  spaceId: 'text',
  kind: 'text',
  workId: 'text',
  placeId: 'text',
  aboutWork: 'text',
  aboutPlace: 'text',
  title: 'text',
  byAccount: 'text',
  madeAt: 'integer',
  appearsAt: 'integer',
  forPupils: 'integer',
  forFamilies: 'integer',
  allGroups: 'integer',
  pinned: 'integer',
  replies: 'integer',
  asks: 'text',
  choices: 'json',
  writers: 'text',
  begins: 'integer',
  quiet: 'integer',
  quietWhy: 'text',
  hours: 'json',
  nod: 'integer',
  position: 'integer',
  lastShownAt: 'integer',
  removedAt: 'integer',
  removedBy: 'text',
})

export const conversationGroups = table<{ conversationId: ConversationId; groupId: GroupId }>(
  'conversation_groups',
  { conversationId: 'id', groupId: 'id' },
  ['conversationId', 'groupId'],
)

export const conversationPeople = table<{
  conversationId: ConversationId
  accountId: AccountId
  side: TalkRole
  isPupil: number
}>('conversation_people', { conversationId: 'id', accountId: 'id', side: 'text', isPupil: 'integer' }, [
  'conversationId',
  'accountId',
])

export type MessageRow = {
  id: MessageId
  conversationId: ConversationId
  byAccount: AccountId
  side: TalkRole
  html: string
  once: string | null
  writtenAt: Instant
  shownAt: Instant | null
  state: MessageState
  answers: MessageId | null
  editedAt: Instant | null
  decidedBy: AccountId | null
  decidedWord: string
  removedAt: Instant | null
  removedBy: AccountId | null
}

export const messages = table<MessageRow>('messages', {
  id: 'id',
  conversationId: 'text',
  byAccount: 'text',
  side: 'text',
  html: 'text',
  once: 'text',
  writtenAt: 'integer',
  shownAt: 'integer',
  state: 'text',
  answers: 'text',
  editedAt: 'integer',
  decidedBy: 'text',
  decidedWord: 'text',
  removedAt: 'integer',
  removedBy: 'text',
})

/** Whom a message mentions: an account, a group, or all. */
export const messageMentions = table<{ messageId: MessageId; target: string }>(
  'message_mentions',
  { messageId: 'id', target: 'id' },
  ['messageId', 'target'],
)

/** Files that stand with messages, or lie ready for one. */
export const messageFiles = table<{
  id: TalkFileId
  spaceId: SpaceId
  byAccount: AccountId
  messageId: MessageId | null
  position: number
  hash: string
  name: string
  type: string
  size: number
  at: Instant
}>('message_files', {
  id: 'id',
  spaceId: 'text',
  byAccount: 'text',
  messageId: 'text',
  position: 'integer',
  hash: 'text',
  name: 'text',
  type: 'text',
  size: 'integer',
  at: 'integer',
})

/** What a notice leads to: a piece of work, or a week by its Monday. */
export const conversationLinks = table<{
  conversationId: ConversationId
  position: number
  workId: WorkId | null
  week: string | null
}>('conversation_links', { conversationId: 'id', position: 'id' as never, workId: 'text', week: 'text' }, [
  'conversationId',
  'position',
])

export const messageReactions = table<{ messageId: MessageId; accountId: AccountId; reaction: string }>(
  'message_reactions',
  { messageId: 'id', accountId: 'id', reaction: 'id' },
  ['messageId', 'accountId', 'reaction'],
)

export const messageReports = table<{
  messageId: MessageId
  accountId: AccountId
  word: string
  at: Instant
  settledAt: Instant | null
  settledBy: AccountId | null
}>(
  'message_reports',
  { messageId: 'id', accountId: 'id', word: 'text', at: 'integer', settledAt: 'integer', settledBy: 'text' },
  ['messageId', 'accountId'],
)

export const talkRules = table<{
  spaceId: SpaceId
  pupilsWrite: number
  familiesWrite: number
  nod: number
  pupilLetters: number
  pupilMedia: number
  pupilsEdit: number
  reactions: string
}>(
  'talk_rules',
  {
    spaceId: 'id',
    pupilsWrite: 'integer',
    familiesWrite: 'integer',
    nod: 'integer',
    pupilLetters: 'integer',
    pupilMedia: 'integer',
    pupilsEdit: 'integer',
    reactions: 'json',
  },
  ['spaceId'],
)

export const letterHours = table<{ accountId: AccountId; hours: string | null; word: string }>(
  'letter_hours',
  { accountId: 'id', hours: 'json', word: 'text' },
  ['accountId'],
)

export const nodPlaces = table<{ placeId: PlaceId }>('nod_places', { placeId: 'id' }, ['placeId'])
