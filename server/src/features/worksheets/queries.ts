import type { KeptVersion, Lineage } from '@oppen/core/draft'
import type { ClassId, Instant, PlaceId, SheetId, WorkId } from '@oppen/core/ids'
import type { InkItem } from '@oppen/core/ink'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { fromSubmission, WRITABLE } from '../submissions/fragments.js'
import { readSeen, type SeenSubmission } from '../submissions/lastSeen.js'
import type { SubmissionAddress } from '../submissions/moves.js'
import type { SheetRow } from './models.js'

type WorkAddress = { readonly classId: ClassId; readonly workId: WorkId }

export type WorksheetNow = {
  readonly sheets: readonly SheetId[]
  readonly version: number
  readonly lineage: Lineage
  readonly savedAt: Instant
  readonly keptAt: Instant | null
}

type StoredWorksheet = Omit<WorksheetNow, 'sheets' | 'lineage'> & {
  readonly sheets: string
  readonly lineage: string
}

const readWorksheet = ({ sheets, lineage, ...row }: StoredWorksheet): WorksheetNow => ({
  ...row,
  sheets: JSON.parse(sheets),
  lineage: JSON.parse(lineage),
})

/** The worksheet of a submission, if it was begun. */
export async function worksheetNow(
  db: Database,
  { workId, placeId }: Omit<SubmissionAddress, 'classId'>,
): Promise<WorksheetNow | undefined> {
  const row = await db.row<StoredWorksheet>(
    `select sheets, version, lineage, saved_at as savedAt, kept_at as keptAt from worksheets
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )
  return row && readWorksheet(row)
}

const GIVEN = 'from sheets s where s.work_id = $workId and s.place_id is null and s.removed_at is null'
const LIVE = 'from ink n where n.work_id = w.id and n.place_id = p.id and n.removed is null'

const DRAWN_ON = `select ${WRITABLE} as submission,
    coalesce(t.sheets, (select json_group_array(id) from (select s.id ${GIVEN} order by s.position))) as sheets,
    coalesce(t.version, 0) as version, coalesce(t.lineage, '[]') as lineage, t.saved_at as savedAt, t.kept_at as keptAt,
    (select count(*) ${LIVE}) as count,
    (select json_group_array(o.value) from json_each($ids) o
       where exists (select 1 ${LIVE} and n.id = o.value)) as live
  ${fromSubmission('left join worksheets t on t.work_id = w.id and t.place_id = p.id')}`

export type DrawnOn = SeenSubmission & {
  /** For who has not begun, the pages as they are given out, at version 0. */
  readonly worksheet: WorksheetNow
  /** How many things stand on it. */
  readonly count: number
}

/** A submission with its worksheet, and which of the things of some ids stand on it: what a change of ink looks at. */
export async function drawnOn(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  ids: readonly string[],
  now: Instant,
): Promise<(DrawnOn & { readonly live: ReadonlySet<string> }) | undefined> {
  type Row = StoredWorksheet & { readonly submission: string; readonly count: number; readonly live: string }
  const row = await db.row<Row>(DRAWN_ON, { classId, workId, placeId, now, ids: JSON.stringify(ids) })
  if (!row) return undefined
  const { submission, count, live, ...worksheet } = row
  return {
    ...readSeen(submission),
    worksheet: readWorksheet(worksheet),
    count,
    live: new Set(JSON.parse(live)),
  }
}

const SAVE_WORKSHEET = `insert into worksheet_saves
    (work_id, place_id, sheets, version, lineage, saved_at, kept_at, items)
  values ($workId, $placeId, $sheets, $version, $lineage, $savedAt, $keptAt, $items)`

/** The worksheet at its next version, with what comes onto it; the last change of its command. */
export const saveWorksheet = (
  db: Database,
  { workId, placeId }: SubmissionAddress,
  { sheets, lineage, ...row }: WorksheetNow,
  items: readonly InkItem[],
): Promise<void> => {
  const written = {
    sheets: JSON.stringify(sheets),
    lineage: JSON.stringify(lineage),
    items: JSON.stringify(items),
  }
  return db.runLast(SAVE_WORKSHEET, { workId, placeId, ...row, ...written }, CHANGED_BY_SAVES)
}

const CHANGED_BY_SAVES = ['worksheets', 'ink']

const SAVE_AS_SEEN = `insert into worksheet_saves
    (work_id, place_id, sheets, version, lineage, saved_at, kept_at, items)
  select t.work_id, t.place_id, t.sheets, $version, t.lineage, $now, t.kept_at, $items
  ${fromSubmission('join worksheets t on t.work_id = w.id and t.place_id = p.id')}
    and t.version = $version - 1 and t.saved_at = $seenAt and ${WRITABLE} = $submission
    and not exists (select 1 from json_each($items) o
      where exists (select 1 ${LIVE} and n.id = o.value ->> 'id'))
  returning version`

/**
 * The same at a version and a moment as a command of its own, if submission and worksheet are as they were seen and none of
 * what comes stands on it; tells whether they were, and calls back once it is kept. Else nothing is changed.
 */
export async function saveAsSeen(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  { seen: { written, worksheet }, next, items }: SavingAsSeen,
  kept: () => void,
): Promise<boolean> {
  const seen = { submission: written, seenAt: worksheet.savedAt }
  // few values: each is carried into the thread of the database by itself
  const { version, savedAt: now } = next
  const bind = { classId, workId, placeId, version, now, ...seen, items: JSON.stringify(items) }
  const committed = (rows: readonly object[]) => rows.length && kept()
  return (await db.writeOne(SAVE_AS_SEEN, bind, { touches: CHANGED_BY_SAVES, committed })).length > 0
}

type SavingAsSeen = {
  readonly seen: DrawnOn
  readonly next: Pick<WorksheetNow, 'version' | 'savedAt'>
  readonly items: readonly InkItem[]
}

/** The pages given out with a work, in order. */
export const givenSheets = (db: Database, workId: WorkId) =>
  db.rows<{ id: SheetId }>(`select s.id ${GIVEN} order by s.position`, { workId })

const SHEET = jsonObject({
  id: 's.id',
  name: 's.name',
  type: 's.type',
  page: 's.page',
  width: 's.width',
  height: 's.height',
  file: 'substr(s.hash, 1, 12)',
  own: jsonBoolean('s.place_id is not null'),
})

/** Pages by their ids ($sheets, as JSON), in that order. */
const SHEETS = jsonArray(
  SHEET,
  'from json_each($sheets) o join sheets s on s.id = o.value and s.work_id = $workId order by o.key',
)

/** What stood on the pages at a version ($version). */
const ITEMS = jsonArray(
  'i.data',
  `from ink i where i.work_id = $workId and i.place_id = $placeId and i.added <= $version
     and (i.removed is null or i.removed > $version) order by i.added, i.id`,
)

const WORKSHEET = `select ${jsonObject({
  sheets: SHEETS,
  items: ITEMS,
  version: '$version',
  savedAt: '$savedAt',
  lineage: jsonNested('$lineage'),
})} as json`

export type Looking = Omit<WorksheetNow, 'keptAt' | 'savedAt'> & { readonly savedAt: Instant | null }

/** A worksheet with its pages and what stands on them at a version. */
export const worksheetJson = (
  db: Database,
  { workId, placeId }: Omit<SubmissionAddress, 'classId'>,
  { sheets, version, lineage, savedAt }: Looking,
) =>
  db.json(WORKSHEET, {
    workId,
    placeId,
    version,
    savedAt,
    sheets: JSON.stringify(sheets),
    lineage: JSON.stringify(lineage),
  })

export const sheetsJson = (db: Database, workId: WorkId, sheets: readonly SheetId[]) =>
  db.json(`select ${jsonObject({ sheets: SHEETS })} as json`, { workId, sheets: JSON.stringify(sheets) })

/** What stands on a worksheet at a version, as items. */
export async function itemsAt(
  db: Database,
  { workId, placeId }: Omit<SubmissionAddress, 'classId'>,
  version: number,
): Promise<InkItem[]> {
  const json = await db.json(`select ${ITEMS} as json`, { workId, placeId, version })
  return JSON.parse(json ?? '[]')
}

/** The ids of what stands on a worksheet now. */
export const liveIds = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.rows<{ id: string }>(
    'select id from ink where work_id = $workId and place_id = $placeId and removed is null',
    { workId, placeId },
  )

const VERSION = {
  version: 'v.version',
  savedAt: 'v.saved_at',
  why: 'v.why',
  items: 'v.items',
  keptBy: '(select shown_name from accounts z where z.id = v.kept_by)',
}

export const inkVersionsJson = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.json(
    `select ${jsonArray(
      jsonObject(VERSION),
      'from worksheet_versions v where v.work_id = $workId and v.place_id = $placeId order by v.version desc',
    )} as json`,
    { workId, placeId },
  )

/** The kept versions of a worksheet, as core looks at them to thin them out. */
export const keptInkVersions = (db: Database, { workId, placeId }: { workId: WorkId; placeId: PlaceId }) =>
  db.rows<KeptVersion>(
    `select version, saved_at as savedAt, why from worksheet_versions
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )

/** Pages of a worksheet at a version: one that was kept, was handed in, or is the one now. */
export const inkVersionOf = (db: Database, { workId, placeId }: SubmissionAddress, version: number) =>
  db.row<{ version: number; savedAt: Instant; sheets: string }>(
    `select version, saved_at as savedAt, sheets from worksheet_versions
       where work_id = $workId and place_id = $placeId and version = $version
     union all select $version, h.at, h.worksheet ->> 'sheets' from hand_ins h
       where h.work_id = $workId and h.place_id = $placeId and h.worksheet ->> 'version' = $version
     union all select version, saved_at, sheets from worksheets
       where work_id = $workId and place_id = $placeId and version = $version
     limit 1`,
    { workId, placeId, version },
  )

type StoredSheet = Pick<SheetRow, 'id' | 'hash' | 'type' | 'page' | 'width' | 'height' | 'name'>

/** A page of a submission: one of its pupil's, or one that was given out. */
export const sheetOfSubmission = (
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  { sheetId, kind, now }: { readonly sheetId: SheetId; readonly kind: string; readonly now: Instant },
) =>
  db.row<StoredSheet>(
    `select s.id, s.hash, s.type, s.page, s.width, s.height, s.name from sheets s
     join works w on w.id = s.work_id and w.class_id = $classId
     join places p on p.id = $placeId and p.class_id = w.class_id
     left join asked a on a.work_id = w.id and a.place_id = p.id
     where s.id = $sheetId and s.work_id = $workId and (s.place_id is null or s.place_id = $placeId)
       and ($kind = 'teacher' or a.opens_at is null or a.opens_at <= $now)`,
    { classId, workId, placeId, sheetId, kind, now },
  )

export const sheetGiven = (db: Database, { classId, workId }: WorkAddress, sheetId: SheetId) =>
  db.row<StoredSheet>(
    `select s.id, s.hash, s.type, s.page, s.width, s.height, s.name from sheets s
     join works w on w.id = s.work_id and w.class_id = $classId
     where s.id = $sheetId and s.work_id = $workId and s.place_id is null`,
    { classId, workId, sheetId },
  )

export const lastSheetPosition = (db: Database, workId: WorkId) =>
  db.row<{ position: number | null }>(
    'select max(position) as position from sheets where work_id = $workId',
    {
      workId,
    },
  )

/** Which of some pages belong to a submission, in the order asked. */
export const ownSheets = (db: Database, workId: WorkId, placeId: PlaceId, ids: readonly SheetId[]) =>
  db.rows<StoredSheet>(
    `select s.id, s.hash, s.type, s.page, s.width, s.height, s.name
     from json_each($ids) o join sheets s on s.id = o.value
     where s.work_id = $workId and (s.place_id is null or s.place_id = $placeId) order by o.key`,
    { workId, placeId, ids: JSON.stringify(ids) },
  )
