import type { Edition, KeptVersion } from '@oppen/core/draft'
import type { Instant } from '@oppen/core/ids'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import type { SubmissionAddress } from '../submissions/address.js'
import { fromSubmission, WRITABLE } from '../submissions/fragments.js'
import { readSeen, type SeenSubmission } from '../submissions/lastSeen.js'
import type { DraftRow } from './models.js'

/** The draft as it is now, with when an earlier text of it was last kept. */
export type DraftNow = Edition & { readonly keptAt: Instant | null }

type Stored = Omit<DraftNow, 'lineage'> & { readonly lineage: string | null }

const readDraft = (row: Stored): DraftNow => ({ ...row, lineage: JSON.parse(row.lineage ?? '[]') })

export async function draftOf(
  db: Database,
  { workId, placeId }: SubmissionAddress,
): Promise<DraftNow | undefined> {
  const row = await db.row<Stored>(
    `select html, version, saved_at as savedAt, lineage, kept_at as keptAt from drafts
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )
  return row && readDraft(row)
}

export const keptVersionsOf = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.rows<KeptVersion>(
    `select version, saved_at as savedAt, why from draft_versions
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )

const PUT_DRAFT = `insert into drafts (work_id, place_id, html, version, saved_at, lineage, kept_at)
  values ($workId, $placeId, $html, $version, $savedAt, $lineage, $keptAt)
  on conflict (work_id, place_id) do update set html = excluded.html, version = excluded.version,
    saved_at = excluded.saved_at, lineage = excluded.lineage, kept_at = excluded.kept_at`

/** Puts a draft in the place of the one before, and changes nothing more: a statement that stays prepared. */
export const putDraft = (db: Database, row: DraftRow): Promise<void> => db.runLast(PUT_DRAFT, row, ['drafts'])

const PUT_AS_SEEN = `update drafts set html = $html, version = $version, saved_at = $now
  where work_id = $workId and place_id = $placeId and version = $version - 1 and saved_at = $seenAt
    and $submission = (select ${WRITABLE} ${fromSubmission()})
  returning version`

/** How the last save left a draft and its submission. */
export type SeenDraft = SeenSubmission & { readonly draft: Omit<DraftNow, 'html'> }

/**
 * Puts a text in the place of the one before as a command of its own, if submission and draft are as they were seen; tells
 * whether they were, and calls back once it is kept. Else nothing is changed.
 */
export async function putAsSeen(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  { written, draft }: SeenDraft,
  { html, version, savedAt: now }: Edition,
  kept: () => void,
): Promise<boolean> {
  const seen = { submission: written, seenAt: draft.savedAt }
  const bind = { classId, workId, placeId, html, version, now, ...seen }
  const committed = (rows: readonly object[]) => rows.length && kept()
  return (await db.writeOne(PUT_AS_SEEN, bind, { touches: ['drafts'], committed })).length > 0
}

/** Which of some texts are kept among the versions of a draft. */
export const keptTextsOf = (db: Database, { workId, placeId }: SubmissionAddress, texts: readonly string[]) =>
  db.rows<{ html: string }>(
    `select html from draft_versions where work_id = $workId and place_id = $placeId
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
  'from draft_versions v where v.work_id = $workId and v.place_id = $placeId order by v.version desc',
)} as json`
const ONE_VERSION = `select ${jsonObject({ ...VERSION, html: 'v.html' })} as json from draft_versions v
  where v.work_id = $workId and v.place_id = $placeId and v.version = $version`

export const versionsJson = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.json(VERSIONS, { workId, placeId })

export const versionJson = (db: Database, { workId, placeId }: SubmissionAddress, version: number) =>
  db.json(ONE_VERSION, { workId, placeId, version })

const SEE_SUBMISSION_WITH_DRAFT = `select ${WRITABLE} as submission,
    o.html, o.version, o.saved_at as savedAt, o.lineage, o.kept_at as keptAt
  ${fromSubmission('left join drafts o on o.work_id = w.id and o.place_id = p.id')}`

/** A submission with its draft: what a save looks at. */
export async function submissionWithDraft(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  now: Instant,
): Promise<(SeenSubmission & { readonly draft: DraftNow | undefined }) | undefined> {
  const row = await db.row<Stored & { readonly submission: string }>(SEE_SUBMISSION_WITH_DRAFT, {
    classId,
    workId,
    placeId,
    now,
  })
  if (!row) return undefined
  const { submission, ...stored } = row
  return { ...readSeen(submission), draft: stored.lineage === null ? undefined : readDraft(stored) }
}
