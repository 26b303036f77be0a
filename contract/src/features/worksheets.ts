import type { SheetId } from '@oppen/core/ids'
import { INK_LIMITS, INKS, type InkItem, SHAPES, TOOLS } from '@oppen/core/ink'
import { z } from 'zod'
import { done, id, instant } from '../wire/shapes.js'

const named = { id: z.string().regex(/^[\w-]{1,40}$/), page: id<string>() }
type Named = { readonly id: z.ZodType<string>; readonly page: z.ZodType<string> }
const spot = { x: z.number(), y: z.number() }
const colour = z.enum(INKS)
const text = z.string().max(100_000)

/** What is drawn or written on a page that is named so. */
export const inkItemOn = (named: Named) =>
  z.discriminatedUnion('kind', [
    z.object({
      ...named,
      kind: z.literal('stroke'),
      tool: z.enum(TOOLS),
      colour,
      width: z.number(),
      points: z.string().max(200_000),
    }),
    z.object({ ...named, ...spot, kind: z.literal('text'), colour, size: z.number().min(6).max(200), text }),
    z.object({
      ...named,
      kind: z.literal('shape'),
      shape: z.enum(SHAPES),
      colour,
      width: z.number(),
      from: z.object(spot),
      to: z.object(spot),
    }),
    z.object({ ...named, ...spot, kind: z.literal('note'), text, fileId: id<string>().nullable() }),
  ]) as unknown as z.ZodType<InkItem>

export const inkItem = inkItemOn(named)

/** One page of a worksheet, as it was given out or photographed. */
export const sheet = z.object({
  id: id<SheetId>(),
  name: z.string(),
  type: z.string(),
  /** The page of a PDF, from 1. */
  page: z.number().int(),
  /** On paper, in points. */
  width: z.number(),
  height: z.number(),
  /** Pages of one file carry the same name for it. */
  file: z.string(),
  /** Whether the pupil added it. */
  own: z.boolean(),
})
export type Sheet = z.infer<typeof sheet>

const inkSaved = z.object({
  version: z.number().int(),
  savedAt: instant.nullable(),
  lineage: z.array(z.object({ run: z.string(), from: z.number().int() })).readonly(),
})

/** A worksheet as one pupil has it: its pages, and what stands on them. */
export const worksheetPage = inkSaved.extend({ sheets: z.array(sheet), items: z.array(inkItem) })
export type WorksheetPage = z.infer<typeof worksheetPage>

const inkVersion = z.object({
  version: z.number().int(),
  savedAt: instant,
  why: z.enum(['pause', 'cut', 'choice', 'back']),
  /** How many things stood on it. */
  items: z.number().int(),
  keptBy: z.string().nullable(),
})
export type InkVersion = z.infer<typeof inkVersion>

export const worksheetShapes = {
  seeWorksheet: { reply: worksheetPage },
  saveInk: {
    /** What was put and what was taken off; each by its id, so that sending again changes nothing. */
    body: z.object({
      put: z.array(inkItem).max(INK_LIMITS.batch),
      drop: z.array(z.string().regex(/^[\w-]{1,40}$/)).max(INK_LIMITS.batch),
    }),
    reply: inkSaved,
  },
  seeInkVersions: { reply: z.array(inkVersion) },
  seeInkVersion: { reply: worksheetPage },
  bringInkBack: { reply: inkSaved },
  /** Makes pages of a whole upload, behind those that are there. */
  addSheets: {
    body: z.object({ uploadId: id<string>() }),
    reply: z.object({ sheets: z.array(sheet) }),
  },
  /** Which pages there are, in which order. */
  orderSheets: { body: z.object({ sheetIds: z.array(id<SheetId>()).max(500) }), reply: done },
  seeSheet: {},
  takeWorksheet: {},
  seeGivenSheets: { reply: z.object({ sheets: z.array(sheet) }) },
  giveSheets: { reply: z.object({ sheets: z.array(sheet) }) },
  removeGivenSheet: { reply: done },
  seeGivenSheet: {},
}

/** Where somebody stands with a worksheet, said with their submission. */
export const worksheetState = z.object({
  pages: z.number().int(),
  version: z.number().int(),
  items: z.number().int(),
})
