import type {
  AccountId,
  AnnotationFileId,
  CircleFileId,
  CircleId,
  ClassFileId,
  ClassId,
  ConversationId,
  EntryId,
  FileId,
  GroupId,
  InvitationId,
  JoinRequestId,
  KeyId,
  ListedWordId,
  MailId,
  MaterialId,
  MergeId,
  MessageId,
  NoteId,
  OwnWordId,
  PageId,
  PhraseId,
  PlaceId,
  ReadingMarkId,
  SessionId,
  SharedLinkId,
  SheetId,
  SpaceId,
  TabletId,
  TalkFileId,
  TopicId,
  ViewingId,
  WorkId,
} from '@oppen/core/ids'
import type { Action } from '@oppen/core/permissions'
import type { z } from 'zod'

/** What stands for an id in a path. The subject of the permission is read from these alone. */
type IdOf = {
  accountId: AccountId
  classId: ClassId
  placeId: PlaceId
  /** The place whose answer it is; not what the permission is asked about. */
  answerOf: PlaceId
  topicId: TopicId
  workId: WorkId
  fileId: FileId
  materialId: MaterialId
  conversationId: ConversationId
  messageId: MessageId
  noteId: NoteId
  groupId: GroupId
  keyId: KeyId
  joinRequestId: JoinRequestId
  tabletId: TabletId
  invitationId: InvitationId
  mergeId: MergeId
  mailId: MailId
  sessionId: SessionId
  circleId: CircleId
  spaceId: SpaceId
  circleFileId: CircleFileId
  entryId: EntryId
  pageId: PageId
  classFileId: ClassFileId
  talkFileId: TalkFileId
  annotationFileId: AnnotationFileId
  phraseId: PhraseId
  wordId: ListedWordId
  markId: ReadingMarkId
  ownWordId: OwnWordId
  viewingId: ViewingId
  sheetId: SheetId
  linkId: SharedLinkId
  number: string
}

type Names<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Names<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? Name
    : never

/** The parameters of a path such as "/api/classes/:classId", by name. */
export type PathParams<P extends string> = { [N in Names<P>]: N extends keyof IdOf ? IdOf[N] : string }

export type Method = 'GET' | 'HEAD' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'

type Shape = { readonly body?: z.ZodType; readonly reply?: z.ZodType }
type Given<S> = S extends z.ZodType<infer T> ? T : undefined

/** Types that a route carries for both ends and that exist nowhere at run time. */
declare const carried: unique symbol

/** `mail` for letters that a stranger can have sent. */
export type RateLimit = 'code' | 'key' | 'secret' | 'mail'

export type RouteOptions = {
  /** Which rate limits of attempts it draws on, where guessing must be limited. */
  readonly rateLimits?: readonly RateLimit[]
  /** `file` for a streamed upload, `events` for a live stream, `bytes` for a download. */
  readonly carries?: 'file' | 'events' | 'bytes'
}

/** One route of the wire: how it is asked, where, and who may. */
export type Route<
  P extends string = string,
  M extends Action | 'open' = Action | 'open',
  B = unknown,
  R = unknown,
> = RouteOptions & {
  readonly method: Method
  readonly path: P
  /** The action asked of `can`, or `open` where no sign-in is needed. */
  readonly may: M
  readonly [carried]?: { readonly body: B; readonly reply: R }
}

type At<S, K extends keyof Shape> = K extends keyof S ? Given<S[K]> : undefined

/** Declares a route of the given shapes. */
export const route =
  <S extends Shape>() =>
  <P extends string, M extends Action | 'open'>(
    method: Method,
    path: P,
    may: M,
    options: RouteOptions = {},
  ): Route<P, M, At<S, 'body'>, At<S, 'reply'>> => ({ method, path, may, ...options })

type Carried<T> = T extends { readonly [carried]?: infer C } ? NonNullable<C> : never

export type BodyOf<T> = Carried<T> extends { readonly body: infer B } ? B : never
export type ReplyOf<T> = Carried<T> extends { readonly reply: infer R } ? R : never
export type ParamsOf<T> = T extends { readonly path: infer P extends string } ? PathParams<P> : never

/** The address of a route with its parameters filled in. */
export function addressOf<P extends string>(spec: { path: P }, params: PathParams<P>): string {
  return spec.path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent((params as Record<string, string>)[name] ?? ''),
  )
}
