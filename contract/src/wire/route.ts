import type { AccountId, ClassId, FileId, NoticeId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import type { Action } from '@oppen/core/permissions'
import type { z } from 'zod'

/** What stands for an id in a path. The subject of the permission is read from these alone. */
type IdOf = {
  accountId: AccountId
  classId: ClassId
  placeId: PlaceId
  topicId: TopicId
  workId: WorkId
  fileId: FileId
  noticeId: NoticeId
  number: string
}

type Names<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Names<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? Name
    : never

/** The parameters of a path such as "/api/classes/:classId", by name. */
export type PathParams<P extends string> = { [N in Names<P>]: N extends keyof IdOf ? IdOf[N] : string }

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

/** One route of the wire: address, who may use it, and the shapes that go each way. */
export type Route<
  P extends string = string,
  B = unknown,
  R = unknown,
  M extends Action | 'open' = Action | 'open',
> = {
  readonly method: Method
  readonly path: P
  /** The action asked of `can`, or `open` where no sign-in is needed. */
  readonly may: M
  /** Which allowance of tries it draws on, where guessing must be limited. */
  readonly tries?: 'code' | 'secret'
  /** `file` for a streamed upload, `events` for a live stream, `bytes` for a download. */
  readonly carries?: 'file' | 'events' | 'bytes'
  readonly body?: z.ZodType<B>
  readonly reply?: z.ZodType<R>
}

/** Declares a route and keeps its exact types. */
export function route<P extends string, M extends Action | 'open', B = undefined, R = undefined>(
  spec: Route<P, B, R, M>,
): Route<P, B, R, M> {
  return spec
}

export type BodyOf<T> = T extends Route<string, infer B, unknown, infer _M> ? B : never
export type ReplyOf<T> = T extends Route<string, unknown, infer R, infer _M> ? R : never
export type ParamsOf<T> = T extends Route<infer P, unknown, unknown, infer _M> ? PathParams<P> : never

/** The address of a route with its parameters filled in. */
export function addressOf<P extends string>(spec: { path: P }, params: PathParams<P>): string {
  return spec.path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent((params as Record<string, string>)[name] ?? ''),
  )
}
