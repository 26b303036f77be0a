import type { Edition, KeptVersion } from '@oppen/core/copy'
import type { Instant } from '@oppen/core/ids'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { fromSubmission, WRITABLE } from './fragments.js'
import { readSeen, type SeenSubmission } from './lastSeen.js'
import type { CopyRow } from './models.js'
import type { SubmissionAddress } from './queries.js'

/** The own copy as it is now, with when an earlier text of it was last kept. */
export type CopyNow = Edition & { readonly keptAt: Instant | null }

type Stored = Omit<CopyNow, 'lineage'> & { readonly lineage: string | null }

const readCopy = (row: Stored): CopyNow => ({ ...row, lineage: JSON.parse(row.lineage ?? '[]') })

export async function copyOf(
  db: Database,
  { workId, placeId }: SubmissionAddress,
): Promise<CopyNow | undefined> {
  const row = await db.row<Stored>(
    `select html, version, saved_at as savedAt, lineage, kept_at as keptAt from copies
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )
  return row && readCopy(row)
}

export const keptVersionsOf = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.rows<KeptVersion>(
    `select version, saved_at as savedAt, why from copy_versions
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )

const PUT_COPY = `insert into copies (work_id, place_id, html, version, saved_at, lineage, kept_at)
  values ($workId, $placeId, $html, $version, $savedAt, $lineage, $keptAt)
  on conflict (work_id, place_id) do update set html = excluded.html, version = excluded.version,
    saved_at = excluded.saved_at, lineage = excluded.lineage, kept_at = excluded.kept_at`

/** Puts a copy in the place of the one before, and changes nothing more: a statement that stays prepared. */
export const putCopy = (db: Database, row: CopyRow): Promise<void> => db.runLast(PUT_COPY, row, ['copies'])

const PUT_AS_SEEN = `update copies set html = $html, version = $version, saved_at = $now
  where work_id = $workId and place_id = $placeId and version = $version - 1 and saved_at = $seenAt
    and $submission = (select ${WRITABLE} ${fromSubmission()})
  returning version`

/** How the last save left a copy and its submission. */
export type SeenCopy = SeenSubmission & { readonly copy: Omit<CopyNow, 'html'> }

/**
 * Puts a text in the place of the one before as a command of its own, if submission and copy are as they were seen; tells
 * whether they were, and calls back once it is kept. Else nothing is changed.
 */
export async function putAsSeen(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  { written, copy }: SeenCopy,
  { html, version, savedAt: now }: Edition,
  kept: () => void,
): Promise<boolean> {
  const seen = { submission: written, seenAt: copy.savedAt }
  const bind = { classId, workId, placeId, html, version, now, ...seen }
  const committed = (rows: readonly object[]) => rows.length && kept()
  return (await db.writeOne(PUT_AS_SEEN, bind, { touches: ['copies'], committed })).length > 0
}

/** Which of some texts are kept among the versions of a copy. */
export const keptTextsOf = (db: Database, { workId, placeId }: SubmissionAddress, texts: readonly string[]) =>
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

export const versionsJson = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.json(VERSIONS, { workId, placeId })

export const versionJson = (db: Database, { workId, placeId }: SubmissionAddress, version: number) =>
  db.json(ONE_VERSION, { workId, placeId, version })

const SEE_PIECE_WITH_COPY = `select ${WRITABLE} as submission,
    o.html, o.version, o.saved_at as savedAt, o.lineage, o.kept_at as keptAt
  ${fromSubmission('left join copies o on o.work_id = w.id and o.place_id = p.id')}`

/** A submission with its own copy: what a save looks at. */
export async function submissionWithCopy(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  now: Instant,
): Promise<(SeenSubmission & { readonly copy: CopyNow | undefined }) | undefined> {
  const row = await db.row<Stored & { readonly submission: string }>(SEE_PIECE_WITH_COPY, {
    classId,
    workId,
    placeId,
    now,
  })
  if (!row) return undefined
  const { submission, ...stored } = row
  return { ...readSeen(submission), copy: stored.lineage === null ? undefined : readCopy(stored) }
}
