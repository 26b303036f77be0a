import type { ReportJob } from '@oppen/contract'
import type { AccountId, ClassId, PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { LIMITS } from '@oppen/core/texts'
import { isDate, mondayOf, weeksBetween } from '@oppen/core/zone'
import type { Response } from 'express'
import { sendBytes } from '../../http/download.js'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { languageOf } from '../accounts/service.js'
import { reportWords } from './models.js'
import { reportClass, reportRows, reportsJson, type Span } from './queries.js'

/** A year is the longest span there is a report for, in weeks. */
const LONGEST = 60

/** The Mondays of a span of weeks. Refuses `report_span` where it is none. */
function readSpan({ from, to }: Span): Span {
  if (!isDate(from) || !isDate(to)) throw new Refused('report_span', undefined, 'from')
  const span = { from: mondayOf(from), to: mondayOf(to) }
  const weeks = weeksBetween(span.from, span.to)
  if (weeks < 0 || weeks > LONGEST) throw new Refused('report_span', undefined, 'to')
  return span
}

/** The pupils of a class with what is said of each in reports for these weeks. */
export const seeReports = (world: World, classId: ClassId, span: Span) =>
  reportsJson(world.db, classId, readSpan(span))

/** Saves what a teacher says of a pupil in reports for these weeks. Refuses `text_long` and `report_span`. */
export async function saveReportWords(
  world: World,
  viewer: Viewer,
  placeId: PlaceId,
  { words, ...typed }: Span & { readonly words: string },
): Promise<{ done: true }> {
  const span = readSpan(typed)
  const text = words.trim()
  if (text.length > LIMITS.feedback)
    throw new Refused('text_long', { what: 'feedback', most: LIMITS.feedback, got: text.length }, 'words')
  const key = { placeId, fromWeek: span.from, toWeek: span.to }
  await world.db.write(async () => {
    const model = world.db.model(reportWords)
    if (text) await model.upsert({ ...key, words: text, byAccount: viewer.accountId, at: world.clock.now() })
    else await model.destroy({ where: key })
  })
  return { done: true }
}

type Job = {
  readonly id: string
  readonly classId: ClassId
  readonly by: AccountId
  readonly name: string
  state: ReportJob['state']
  done: number
  of: number
  bytes: Uint8Array | null
}

/** What is being made and what lies ready: of each teacher the last, and not for long. */
const jobs = new WeakMap<World, Map<string, Job>>()
const jobsOf = (world: World): Map<string, Job> => {
  const known = jobs.get(world) ?? new Map<string, Job>()
  jobs.set(world, known)
  return known
}
const KEPT = 30 * 60_000
/** So many pages are made before it is looked whether they are still wanted. */
const AT_ONCE = 8

const shown = ({ id, state, done, of }: Job): ReportJob => ({ id, state, done, of })

/**
 * Begins to make reports of some pupils for a span of weeks; what the same teacher had made before is given up. Refuses `report_span`,
 * and `report_nobody` where none of them is here.
 */
export async function beginReports(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  { placeIds, ...typed }: Span & { readonly placeIds: readonly PlaceId[] },
): Promise<ReportJob> {
  const span = readSpan(typed)
  const now = world.clock.now()
  const found = await reportClass(world.db, classId)
  if (!found) throw new Refused('not_found')
  const rows = await reportRows(world.db, classId, { ...span, placeIds, now })
  if (!rows.length) throw new Refused('report_nobody', undefined, 'placeIds')
  const language = await languageOf(world, viewer.accountId)
  const all = jobsOf(world)
  for (const [id, job] of all)
    if (job.by === viewer.accountId) {
      job.state = 'cancelled'
      all.delete(id)
    }
  const job: Job = {
    ...{ id: newId<string>(world), classId, by: viewer.accountId, name: found.className },
    ...{ state: 'working', done: 0, of: rows.length, bytes: null },
  }
  all.set(job.id, job)
  const { zone, name: school } = world.school
  const common = { ...found, ...span, school, zone, now, language }
  void make(
    world,
    job,
    rows.map(row => row.json),
    common,
  ).catch(error => {
    if (job.state !== 'working') return
    job.state = 'failed'
    world.log.warn({ err: error }, 'reports were not made')
  })
  setTimeout(() => all.delete(job.id), KEPT).unref()
  return shown(job)
}

type Common = Omit<Parameters<typeof import('./pdf.js').reportsPdf>[0], 'pupils'>

async function make(world: World, job: Job, pupils: readonly string[], common: Common): Promise<void> {
  const parts: Uint8Array[] = []
  const wanted = () => job.state === 'working'
  for (let from = 0; from < pupils.length && wanted(); from += AT_ONCE) {
    const some = pupils.slice(from, from + AT_ONCE)
    parts.push(await world.workers.documents.run('reports', { ...common, pupils: some }, job.by))
    job.done += some.length
  }
  if (!wanted()) return
  const bytes = await world.workers.documents.run('joinPdfs', parts, job.by)
  if (!wanted()) return
  job.bytes = bytes
  job.state = 'ready'
}

type Asked = { readonly classId: ClassId; readonly jobId: string }

/** What a teacher has had begun; `not_found` for anybody else's, and for what is over. */
function jobOf(world: World, viewer: Viewer, { classId, jobId }: Asked): Job {
  const job = jobsOf(world).get(jobId)
  if (job?.classId !== classId || job.by !== viewer.accountId) throw new Refused('not_found')
  return job
}

export const seeReportJob = async (world: World, viewer: Viewer, asked: Asked): Promise<ReportJob> =>
  shown(jobOf(world, viewer, asked))

/** Gives up reports that are being made, or that lie ready. */
export async function cancelReports(world: World, viewer: Viewer, asked: Asked): Promise<{ done: true }> {
  const job = jobOf(world, viewer, asked)
  job.state = 'cancelled'
  jobsOf(world).delete(job.id)
  return { done: true }
}

/** Sends reports that are ready, as one PDF. */
export async function sendReports(
  world: World,
  viewer: Viewer,
  asked: Asked,
  response: Response,
): Promise<undefined> {
  const { bytes, name } = jobOf(world, viewer, asked)
  if (!bytes) throw new Refused('not_found')
  return sendBytes(response, bytes, 'application/pdf', `${name}.pdf`)
}
