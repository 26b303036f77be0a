import type { MaterialId, PlaceId, WorkId } from '@oppen/core/ids'
import { LANES } from '@oppen/core/timing'
import { MOVE_KINDS, PHASES, WORK_KINDS } from '@oppen/core/work'
import { z } from 'zod'
import { id, instant } from '../wire/shapes.js'

export const phase = z.enum(PHASES)
export const moveKind = z.enum(MOVE_KINDS)

export const status = z.object({
  phase,
  phaseBefore: phase,
  handIns: z.number().int(),
  firstHandedInAt: instant.nullable(),
  handedInAt: instant.nullable(),
  handedBackAt: instant.nullable(),
  receivedAt: instant.nullable(),
  mark: z.number().int().nullable(),
  tryAgainBy: instant.nullable(),
})

/** The times of a work for one reader. */
export const timing = z.object({
  opensAt: instant.nullable(),
  dueAt: instant.nullable(),
  closesAt: instant.nullable(),
})

export const workKind = z.enum(WORK_KINDS)
export const lane = z.enum(LANES)

/** What comes with the directions: a file, or a link to elsewhere. */
export const material = z.object({
  id: id<MaterialId>(),
  kind: z.enum(['file', 'link']),
  title: z.string(),
  url: z.string().nullable(),
  type: z.string().nullable(),
  size: z.number().int().nullable(),
})
export type Material = z.infer<typeof material>

export const submissionPlace = z.object({ placeId: id<PlaceId>(), name: z.string() })

/** A posted work as lists show it: with the reader's own times, or for a teacher from the first to the last. */
export const workLine = z.object({
  id: id<WorkId>(),
  kind: workKind,
  title: z.string(),
  points: z.number().int().nullable(),
  minutes: z.number().int().nullable(),
  opensAt: instant.nullable(),
  dueAt: instant.nullable(),
  closesAt: instant.nullable(),
  postedAt: instant,
})
export type WorkLine = z.infer<typeof workLine>
