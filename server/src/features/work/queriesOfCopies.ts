import type { Edition, KeptVersion } from '@oppen/core/copy'
import type { Instant } from '@oppen/core/ids'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { fromPiece, PIECE_NOW } from './lines.js'
import type { CopyRow } from './models.js'
import type { PieceAddress, PieceNow } from './queries.js'

/** The own copy as it is now, with when an earlier text of it was last kept. */
export type CopyNow = Edition & { readonly keptAt: Instant | null }

type Stored = Omit<CopyNow, 'trail'> & { readonly trail: string | null }

const readCopy = (row: Stored): CopyNow => ({ ...row, trail: JSON.parse(row.trail ?? '[]') })

export async function copyOf(db: Database, { workId, placeId }: PieceAddress): Promise<CopyNow | undefined> {
  const row = await db.row<Stored>(
    `select html, version, saved_at as savedAt, trail, kept_at as keptAt from copies
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )
  return row && readCopy(row)
}

export const keptVersionsOf = (db: Database, { workId, placeId }: PieceAddress) =>
  db.rows<KeptVersion>(
    `select version, saved_at as savedAt, why from copy_versions
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )

const PUT_COPY = `insert into copies (work_id, place_id, html, version, saved_at, trail, kept_at)
  values ($workId, $placeId, $html, $version, $savedAt, $trail, $keptAt)
  on conflict (work_id, place_id) do update set html = excluded.html, version = excluded.version,
    saved_at = excluded.saved_at, trail = excluded.trail, kept_at = excluded.kept_at`

/** Puts a copy in the place of the one before, and changes nothing more: a statement that stays prepared. */
export const putCopy = (db: Database, row: CopyRow): Promise<void> => db.runLast(PUT_COPY, row, ['copies'])

/** Which of some texts are kept among the versions of a copy. */
export const keptTextsOf = (db: Database, { workId, placeId }: PieceAddress, texts: readonly string[]) =>
  db.rows<{ html: string }>(
    `select html from copy_versions where work_id = $workId and place_id = $placeId
       and html in (select value from json_each($texts))`,
    { workId, placeId, texts: JSON.stringify(texts) },
  )

const VERSION = {
  version: 'v.version',
  savedAt: 'v.saved_at',
  why: 'v.why',
  words: 'v.words',
  keptBy: '(select shown_name from accounts z where z.id = v.kept_by)',
}
const VERSIONS = `select ${jsonArray(
  jsonObject(VERSION),
  'from copy_versions v where v.work_id = $workId and v.place_id = $placeId order by v.version desc',
)} as json`
const ONE_VERSION = `select ${jsonObject({ ...VERSION, html: 'v.html' })} as json from copy_versions v
  where v.work_id = $workId and v.place_id = $placeId and v.version = $version`

export const versionsJson = (db: Database, { workId, placeId }: PieceAddress) =>
  db.json(VERSIONS, { workId, placeId })

export const versionJson = (db: Database, { workId, placeId }: PieceAddress, version: number) =>
  db.json(ONE_VERSION, { workId, placeId, version })

const SEE_PIECE_WITH_COPY = `select ${jsonObject(PIECE_NOW)} as piece,
    o.html, o.version, o.saved_at as savedAt, o.trail, o.kept_at as keptAt
  ${fromPiece('left join copies o on o.work_id = w.id and o.place_id = p.id')}`

/** The same with the own copy, for saving: one statement, for it is what most wait for. */
export async function pieceWithCopy(
  db: Database,
  { classId, workId, placeId }: PieceAddress,
  now: Instant,
): Promise<{ piece: Omit<PieceNow, 'template'>; copy: CopyNow | undefined } | undefined> {
  const row = await db.row<Stored & { readonly piece: string }>(SEE_PIECE_WITH_COPY, {
    classId,
    workId,
    placeId,
    now,
  })
  if (!row) return undefined
  const { piece, ...stored } = row
  return { piece: JSON.parse(piece), copy: stored.trail === null ? undefined : readCopy(stored) }
}
