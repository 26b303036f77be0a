import type { FileId, PlaceId, SharedLinkId, WorkId } from '@oppen/core/ids'
import { LINK_DAYS, SIDES } from '@oppen/core/portfolio'
import { z } from 'zod'
import { done, id, instant, line, typed } from '../wire/shapes.js'
import { workKind } from './workParts.js'

const reason = z.object({
  side: z.enum(SIDES),
  why: z.string(),
  /** The learning goal that it shows. */
  goal: z.string().nullable(),
  at: instant,
  by: z.string(),
})

const keptWork = z.object({
  workId: id<WorkId>(),
  /** The number of the hand-in. */
  handIn: z.number().int(),
  title: z.string(),
  kind: workKind,
  topicName: z.string().nullable(),
  handedInAt: instant,
  reasons: z.array(reason),
  /** How the text of it begins. */
  excerpt: z.string(),
  /** The first picture of it. */
  picture: id<FileId>().nullable(),
  /** How many links to it are open. */
  links: z.number().int(),
})
export type KeptWork = z.infer<typeof keptWork>

export const portfolioPage = z.object({
  className: z.string(),
  pupil: z.object({ placeId: id<PlaceId>(), name: z.string() }),
  pieces: z.array(keptWork),
  /** Whether the reader may make links. */
  shares: z.boolean(),
})
export type PortfolioPage = z.infer<typeof portfolioPage>

const file = z.object({ id: id<FileId>(), name: z.string(), type: z.string() })

const sharedLink = z.object({
  id: id<SharedLinkId>(),
  by: z.string(),
  /** Its address, for whoever made it; null for others. */
  path: z.string().nullable(),
  endsAt: instant,
})
export type SharedLink = z.infer<typeof sharedLink>

const content = {
  title: z.string(),
  handedInAt: instant,
  html: z.string(),
  /** Whether pages of a worksheet were handed in. */
  worksheet: z.boolean(),
  /** Files beside the text, and those in it. */
  files: z.array(file),
}

export const keptPage = z.object({
  ...content,
  kind: workKind,
  className: z.string(),
  pupil: z.object({ placeId: id<PlaceId>(), name: z.string() }),
  reasons: z.array(reason),
  /** Learning goals of the class until now, those of its own week first. */
  goals: z.array(z.string()),
  /** The numbers of the hand-ins that the reader may see. */
  handIns: z.array(z.number().int()),
  shares: z.boolean(),
  links: z.array(sharedLink),
})
export type KeptPage = z.infer<typeof keptPage>

/** What somebody outside sees by a link: one piece, with a first name and the pupil's own words why. */
export const sharedPage = z.object({
  ...content,
  firstName: z.string(),
  why: z.string().nullable(),
  endsAt: instant,
  zone: z.string(),
})
export type SharedPage = z.infer<typeof sharedPage>

export const portfolioShapes = {
  seePortfolio: { reply: portfolioPage },
  takePortfolioPdf: {},
  takePortfolioZip: {},
  seeKept: { reply: keptPage },
  keepWork: { body: z.object({ why: typed, goal: typed.nullable() }), reply: done },
  removeKept: { reply: done },
  restoreKept: { reply: done },
  seeKeptFile: {},
  seeKeptWorksheet: {},
  takeKeptPdf: {},
  takeKeptZip: {},
  makeLink: {
    body: z.object({ press: line, days: z.union(LINK_DAYS.map(days => z.literal(days))) }),
    reply: sharedLink,
  },
  revokeLink: { reply: done },
  seeShared: { reply: sharedPage },
  seeSharedFile: {},
  seeSharedWorksheet: {},
}
