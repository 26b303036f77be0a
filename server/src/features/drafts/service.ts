import { createHash } from 'node:crypto'
import {
  continueLineage,
  countWords,
  type Edition,
  idOf,
  type KeptFor,
  keepFor,
  type Saved,
  thinOut,
} from '@oppen/core/draft'
import type { AccountId, Instant } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { LIMITS } from '@oppen/core/texts'
import { mayFollow, mayWriteOn } from '@oppen/core/work'
import { cleanAside } from '../../html.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { LastSeen, type SeenSubmission } from '../submissions/lastSeen.js'
import { findSubmission, type SubmissionAddress, start } from '../submissions/moves.js'
import { draftVersions } from './models.js'
import {
  type DraftNow,
  draftOf,
  keptTextsOf,
  keptVersionsOf,
  putAsSeen,
  putDraft,
  type SeenDraft,
  submissionWithDraft,
  versionJson,
  versionsJson,
} from './queries.js'

export { draftOf }

export type Save = {
  readonly html: string
  /** The version that the writing began from; 0 for a draft not made yet. */
  readonly base: number
  /** The run in which that version was saved; null where nobody asks. */
  readonly run?: string | null
  /** Other texts that the writer held in hand and did not go on with: kept among the versions. */
  readonly aside?: readonly string[]
  /** Whether the writer has seen the other version and chosen: the other is kept among the versions. */
  readonly chosen?: boolean
}

/** What a save came to; the text only where cleaning made another of it. */
export type SaveReply = Omit<Edition, 'html'> & { readonly html: string | null }

/**
 * Saves the draft. The first save makes it and starts the submission. Refuses `draft_changed` with the other text
 * where the writing began from another version than the one that is there.
 */
export async function saveDraft(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  save: Save,
): Promise<SaveReply> {
  for (const text of [save.html, ...(save.aside ?? [])]) notTooLong(text)
  const html = await cleanAside(world, save.html)
  const kept = await Promise.all((save.aside ?? []).map(text => cleanAside(world, text)))
  const edition =
    (await saveOnSeen(world, address, save, html)) ??
    (await world.db.write(() => saveAfterRead(world, viewer, address, { save, html, kept })))
  const { version, savedAt, lineage } = edition
  return { version, savedAt, lineage, html: edition.html === save.html ? null : edition.html }
}

type Cleaned = { readonly save: Save; readonly html: string; readonly kept: readonly string[] }

async function saveAfterRead(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { save, html, kept }: Cleaned,
): Promise<Edition> {
  const now = world.clock.now()
  const found = await submissionWithDraft(world.db, address, now)
  if (!found) throw new Refused('not_found')
  const before = found.draft
  take(mayWriteOn(found.submission, 'page', now))
  const aside = await notKept(world, address, kept)
  if (before?.html === html && !aside.length) return before
  if (before && !beganFrom(before, save)) throw changed(before)
  const untouched = found.submission.status.phase === 'untouched'
  if (untouched) await start(world, viewer, address)
  // who starts it changes the submission: what was seen of it holds no more
  const seen = untouched ? undefined : found
  return put(world, address, before, { html, aside, seen, ...(save.chosen && { why: 'choice' }) })
}

/** A draft as the last save left it; of its text only what is asked about it. */
type Left = SeenDraft & { readonly length: number; readonly digest: string }

const lastSeen = new LastSeen<Left>()
const digestOf = (html: string): string => createHash('sha256').update(html).digest('base64')

/**
 * Saves a text over the one that the last save left, in one statement that looks whether it is still there: most saves
 * are of this kind. Undefined, with nothing changed, where it has to be looked at first.
 */
async function saveOnSeen(
  world: World,
  address: SubmissionAddress,
  save: Save,
  html: string,
): Promise<Edition | undefined> {
  const seen = lastSeen.of(world, address)
  if (!seen || save.aside?.length || save.chosen) return undefined
  const { submission, draft, length } = seen
  const savedAt = world.clock.now()
  const version = draft.version + 1
  const digest = digestOf(html)
  const lineage = continueLineage(draft.lineage, { run: world.run, version })
  const plain =
    mayWriteOn(submission, 'page', savedAt).ok &&
    beganFrom(draft, save) &&
    seen.digest !== digest &&
    // the row keeps its lineage, as it does within a run of the server
    lineage === draft.lineage &&
    !keepFor({ ...draft, length }, html.length, savedAt)
  if (!plain) return undefined
  const edition = { html, version, savedAt, lineage }
  const still = await putAsSeen(world.db, address, seen, edition, () =>
    noteSaved(world, address, { ...edition, keptAt: draft.keptAt }, seen, digest),
  )
  return still ? edition : undefined
}

/** Tells of a save that is on the disk, and keeps in mind how it left the draft. */
function noteSaved(
  world: World,
  address: SubmissionAddress,
  { html, ...draft }: DraftNow,
  seen: SeenSubmission | undefined,
  digest = seen && digestOf(html),
): void {
  const { length } = html
  lastSeen.note(world, address, seen && digest ? { ...seen, draft, length, digest } : undefined)
  void world.live.tell({ what: 'draft', ...address, version: draft.version })
}

function notTooLong(html: string): void {
  if (html.length <= LIMITS.draft) return
  throw new Refused('text_long', { what: 'draft', most: LIMITS.draft, got: html.length }, 'html')
}

function beganFrom(before: Saved, { base, run }: Save): boolean {
  return before.version === base && (run == null || run === idOf(before).run)
}

/** Of some texts those that are not among the versions yet. */
async function notKept(
  world: World,
  address: SubmissionAddress,
  texts: readonly string[],
): Promise<string[]> {
  if (!texts.length) return []
  const kept = new Set((await keptTextsOf(world.db, address, texts)).map(one => one.html))
  return [...new Set(texts)].filter(text => text && !kept.has(text))
}

/** Refuses with the draft as it is now, so that nothing is written over unseen. */
export const changed = ({ version, savedAt, lineage, html }: Edition): Refused =>
  new Refused('draft_changed', { version, savedAt, html, lineage: JSON.stringify(lineage) })

type Putting = {
  readonly html: string
  readonly aside?: readonly string[]
  /** Keeps what was there for this reason, however short it stood. */
  readonly why?: KeptFor
  readonly by?: AccountId
  /** The submission, where this changes nothing of it. */
  readonly seen?: SeenSubmission | undefined
}

/** Puts another text in the place of the one before, and keeps that one where it is worth it; inside a command. */
async function put(
  world: World,
  address: SubmissionAddress,
  before: DraftNow | undefined,
  { html, aside = [], why, by, seen }: Putting,
): Promise<Edition> {
  const { workId, placeId } = address
  const now = world.clock.now()
  let version = before?.version ?? 0
  const reason = before && (why ?? keepFor({ ...before, length: before.html.length }, html.length, now))
  const kept: Kept[] = before && reason ? [{ ...before, why: reason }] : []
  for (const text of aside) kept.push({ version: ++version, html: text, savedAt: now, why: 'choice' })
  version += 1
  const lineage = continueLineage(before?.lineage ?? [], {
    run: world.run,
    version: (before?.version ?? 0) + 1,
  })
  const keptAt = kept.length ? now : (before?.keptAt ?? null)
  await keep(world, address, kept, { now, by: by ?? null })
  await putDraft(world.db, {
    workId,
    placeId,
    html,
    version,
    savedAt: now,
    lineage: JSON.stringify(lineage),
    keptAt,
  })
  const edition = { html, version, savedAt: now, lineage }
  world.db.afterCommit(() => noteSaved(world, address, { ...edition, keptAt }, seen))
  return edition
}

type Kept = {
  readonly version: number
  readonly html: string
  readonly savedAt: Instant
  readonly why: KeptFor
}
type Keeping = { readonly now: Instant; readonly by: AccountId | null }

async function keep(
  world: World,
  address: SubmissionAddress,
  kept: readonly Kept[],
  { now, by }: Keeping,
): Promise<void> {
  if (!kept.length) return
  const { workId, placeId } = address
  const rows = kept.map(({ html, version, savedAt, why }) => ({
    ...{ workId, placeId, html, version, savedAt, why },
    ...{ keptAt: now, keptBy: by, words: quickCount(html) },
  }))
  const model = world.db.model(draftVersions)
  await model.bulkCreate(rows, { ignoreDuplicates: true })
  const gone = thinOut(await keptVersionsOf(world.db, address), now)
  if (gone.length) await model.destroy({ where: { workId, placeId, version: gone } })
}

/** Finding the words of a long text as Unicode has them takes a while; runs between spaces are near enough there. */
const LONG = 20_000
const quickCount = (html: string): number =>
  html.length <= LONG ? countWords(html) : (html.replace(/<[^<>]*>/g, ' ').match(/\S+/g)?.length ?? 0)

/** The versions of a draft that were kept, the newest first, without their texts. */
export async function seeVersions(world: World, address: SubmissionAddress): Promise<string | undefined> {
  await findSubmission(world, address)
  return versionsJson(world.db, address)
}

/** One version of a draft with its text. */
export async function seeVersion(world: World, address: SubmissionAddress & { readonly number: string }) {
  await findSubmission(world, address)
  return versionJson(world.db, address, Number(address.number))
}

/**
 * Brings an earlier text back; the one that was there is kept. A pupil may while the submission can be written on; a
 * teacher also when it is past its time, but never while it lies with them.
 */
export async function bringBack(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress & { readonly number: string },
): Promise<Edition> {
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    const teacher = viewer.kind === 'teacher' && mayFollow('handIn', submission.status)
    if (!teacher) take(mayWriteOn(submission, 'page', world.clock.now()))
    const before = await draftOf(world.db, address)
    const json = await versionJson(world.db, address, Number(address.number))
    if (!before || json === undefined) throw new Refused('not_found')
    const { html } = JSON.parse(json) as Edition
    if (html === before.html) return before
    return put(world, address, before, { html, why: 'back', by: viewer.accountId })
  })
}
