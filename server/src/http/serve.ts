import {
  type BodyOf,
  type ParamsOf,
  type ReadOf,
  type ReplyOf,
  type Route,
  type RouteName,
  routes,
} from '@oppen/contract'
import type { CircleId, ClassId, PlaceId, SpaceId } from '@oppen/core/ids'
import { type Action, type Subject, type Viewer, verdict } from '@oppen/core/permissions'
import { type Request, type RequestHandler, type Response, Router } from 'express'
import { seenAsOf } from '../features/accounts/seeAs.js'
import { viewerOf } from '../features/accounts/sessions.js'
import { Refused } from '../refusal.js'
import type { World } from '../world.js'
import { readBody } from './body.js'
import { answerToError } from './errors.js'
import { Pace } from './pace.js'
import { RateLimiter } from './rateLimit.js'

/** JSON text that a query wrote, sent as it is. */
export class WrittenJson {
  readonly text: string
  constructor(text: string) {
    this.text = text
  }
}

/** The text a query wrote; nothing found is answered like what is not one's own. */
export function written(text: string | undefined): WrittenJson {
  if (text === undefined) throw new Refused('not_found')
  return new WrittenJson(text)
}

type Asked<R> = {
  readonly world: World
  readonly params: ParamsOf<R>
  readonly body: BodyOf<R>
  readonly request: Request
  readonly response: Response
}

/** What a handler of a route gets; where the route needs a sign-in, also who asks. */
export type Ask<R> = Asked<R> &
  (R extends { may: 'open' } ? { readonly viewer: Viewer | undefined } : { readonly viewer: Viewer })

export type Handler<R> = (ask: Ask<R>) => Promise<ReplyOf<R> | WrittenJson>

export type Handlers = { readonly [N in RouteName]: Handler<(typeof routes)[N]> }

type AnyRoute = Route
type AnyHandler = (ask: Asked<AnyRoute> & { viewer: Viewer | undefined }) => Promise<unknown>

/** Routes that are asked most: the router looks through them in order, and there are two hundred. */
const OFTEN: readonly RouteName[] = [
  'saveDraft',
  'saveInk',
  'me',
  'live',
  'seeToday',
  'seeSubmission',
  'seeWeek',
  'seeTopics',
]

/** The status and the JSON text that a route answers with. */
export type Answered = { readonly status: number; readonly text: string }

/** What a page that is being made reads by the routes of the contract, as whoever asked for the page. Never rejects. */
export type ReadRoute = (
  read: ReadOf,
  asked: { readonly request: Request; readonly response: Response },
) => Promise<Answered>

/** All routes of the contract, each with its permission before its handler. */
export function serveAll(world: World, handlers: Handlers): { router: Router; read: ReadRoute } {
  const router = Router()
  const serving = { world, limiter: new RateLimiter(world), pace: new Pace() }
  for (const name of new Set([...OFTEN, ...(Object.keys(routes) as RouteName[])])) {
    const spec = routes[name] as AnyRoute
    const method = spec.method.toLowerCase() as 'get' | 'head' | 'post' | 'put' | 'patch' | 'delete'
    router[method](spec.path, respond(serving, name, handlers[name] as unknown as AnyHandler))
  }
  return { router, read: readBy(world, handlers) }
}

type Serving = { readonly world: World; readonly limiter: RateLimiter; readonly pace: Pace }

function respond({ world, limiter, pace }: Serving, name: RouteName, handler: AnyHandler): RequestHandler {
  const spec: AnyRoute = routes[name]
  return async (request, response) => {
    const params = readParams(request)
    const viewer = await viewerOf(world, request)
    if (spec.may !== 'open') permit(viewer, spec.may, params)
    if (viewer && spec.method !== 'GET' && spec.method !== 'HEAD') pace.allow(viewer)
    looksOnly(spec, request)
    const body = await readBody(name, request, response)
    const act = () => handler({ world, viewer, params, body, request, response } as Parameters<AnyHandler>[0])
    const reply = await limiter.limiting(spec, { request, response, body, viewer }, act)
    if (response.headersSent || spec.carries === 'events' || spec.carries === 'bytes') return
    sendJson(response, reply instanceof WrittenJson ? reply.text : JSON.stringify(reply))
  }
}

/** What a stand-in pupil does: their own work, and nothing that others see. */
const OF_STAND_IN: readonly Action[] = ['submission.write', 'draft.bringBack']

/** Refuses `seen_as_reads` where a page that is looked at as somebody else would change something. */
function looksOnly({ method, may }: AnyRoute, request: Request): void {
  const as = seenAsOf(request)
  // signing out is for everybody
  if (!as || method === 'GET' || method === 'HEAD' || may === 'open') return
  if (as.as === 'standIn' && OF_STAND_IN.includes(may)) return
  throw new Refused('seen_as_reads')
}

/** Of what an address names, what a path does: the permission is asked about nothing else. */
function namedIn(path: string, params: ReadOf['params']): Record<string, string> {
  const names = [...path.matchAll(/:(\w+)/g)].map(found => found[1] as string)
  return Object.fromEntries(names.flatMap(name => (name in params ? [[name, String(params[name])]] : [])))
}

/** The door is the same as that of a request of its own; only what reads and answers with JSON can be read this way. */
function readBy(world: World, handlers: Handlers): ReadRoute {
  return async ({ name, params }, { request, response }) => {
    try {
      const spec: AnyRoute = routes[name]
      if (spec.method !== 'GET' || spec.carries || spec.rateLimits || spec.may === 'open')
        throw new Refused('not_found')
      const named = checked(namedIn(spec.path, params))
      const viewer = await viewerOf(world, request)
      permit(viewer, spec.may, named)
      const handler = handlers[name] as unknown as AnyHandler
      const asked = { world, viewer, params: named, body: undefined, request, response }
      const reply = await handler(asked as Parameters<AnyHandler>[0])
      return { status: 200, text: reply instanceof WrittenJson ? reply.text : JSON.stringify(reply) }
    } catch (error) {
      const { status, body } = answerToError(error, world.log)
      return { status, text: JSON.stringify(body) }
    }
  }
}

/** Sends a JSON text; nothing for a reply of nothing. */
function sendJson(response: Response, text: string | undefined): void {
  response.setHeader('content-type', 'application/json; charset=utf-8')
  response.setHeader('content-length', Buffer.byteLength(text ?? ''))
  response.end(text)
}

const readParams = (request: Request): Record<string, string> =>
  checked(request.params as Record<string, string>)

function checked(params: Record<string, string>): Record<string, string> {
  for (const value of Object.values(params)) if (!/^[\w-]{1,64}$/.test(value)) throw new Refused('not_found')
  return params
}

/** Answers alike for what does not exist and for what is not one's own. */
function permit(viewer: Viewer | undefined, action: Action, params: Record<string, string>): void {
  if (!viewer) throw new Refused('sign_in_needed')
  const found = verdict(viewer, action, subjectOf(params))
  if (found === 'archived') throw new Refused('class_archived')
  if (found === 'no') throw new Refused('not_found')
}

/** The subject of a permission, read from the address alone: queries then hold to the same space and place. */
export function subjectOf(params: Readonly<Record<string, string>>): Subject {
  const classId = params.classId as ClassId | undefined
  if (params.circleId) return { kind: 'circle', circleId: params.circleId as CircleId }
  if (params.spaceId) return { kind: 'space', spaceId: params.spaceId as SpaceId }
  const placeId = params.placeId as PlaceId | undefined
  if (!classId) return { kind: 'school' }
  return placeId ? { kind: 'place', classId, placeId } : { kind: 'class', classId }
}
