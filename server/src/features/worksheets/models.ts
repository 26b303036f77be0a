import type { KeptFor } from '@oppen/core/draft'
import type { AccountId, Instant, PlaceId, SheetId, WorkId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export type SheetRow = {
  id: SheetId
  workId: WorkId
  /** Whose page it is; null for one that was given out with the work. */
  placeId: PlaceId | null
  position: number
  hash: string
  type: string
  page: number
  /** In points. */
  width: number
  height: number
  name: string
  removedAt: Instant | null
}

export const sheets = table<SheetRow>('sheets', {
  id: 'id',
  workId: 'text',
  placeId: 'text',
  position: 'integer',
  hash: 'text',
  type: 'text',
  page: 'integer',
  width: 'real',
  height: 'real',
  name: 'text',
  removedAt: 'integer',
})

type SubmissionKey = { workId: WorkId; placeId: PlaceId }

export type WorksheetRow = SubmissionKey & {
  /** The ids of its pages in order, as JSON. */
  sheets: string
  version: number
  /** A `Lineage`, as JSON. */
  lineage: string
  savedAt: Instant
  keptAt: Instant | null
}

export const worksheets = table<WorksheetRow>(
  'worksheets',
  {
    workId: 'id',
    placeId: 'id',
    sheets: 'json',
    version: 'integer',
    lineage: 'json',
    savedAt: 'integer',
    keptAt: 'integer',
  },
  ['workId', 'placeId'],
)

type VersionRow = SubmissionKey & {
  version: number
  sheets: string
  items: number
  savedAt: Instant
  why: KeptFor
  keptAt: Instant
  keptBy: AccountId | null
}

/** Versions of a worksheet that are worth looking at again; what stood on them is in `ink`. */
export const worksheetVersions = table<VersionRow>(
  'worksheet_versions',
  {
    workId: 'id',
    placeId: 'id',
    version: 'integer',
    sheets: 'json',
    items: 'integer',
    savedAt: 'integer',
    why: 'text',
    keptAt: 'integer',
    keptBy: 'text',
  },
  ['workId', 'placeId', 'version'],
)

type InkRow = SubmissionKey & {
  id: string
  /** The version with which it came, and with which it went. */
  added: number
  removed: number | null
  sheetId: SheetId
  data: string
}

export const ink = table<InkRow>(
  'ink',
  {
    workId: 'id',
    placeId: 'id',
    id: 'text',
    added: 'integer',
    removed: 'integer',
    sheetId: 'text',
    data: 'json',
  },
  ['workId', 'placeId', 'id', 'added'],
)
