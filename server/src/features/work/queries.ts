import type { ClassId, FileId, HandInId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { SubmissionStatus, Timing, WorkKind } from '@oppen/core/work'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'
import {
  fromSubmission,
  MATERIALS,
  NEW_IN_THREAD,
  OWN_LINE,
  removableNoteJson,
  STATUS,
  SUBMISSION_NOW,
  submissionMarker,
  TEACHER_NAME,
} from './fragments.js'

/** One pupil's submission of one posted work. */
export type SubmissionAddress = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly placeId: PlaceId
}

const fileJson = jsonObject({
  id: 'f.id',
  name: 'f.name',
  type: 'f.type',
  size: 'f.size',
  addedAt: 'f.added_at',
})

const handInsJson = jsonArray(
  jsonObject({
    id: 'h.id',
    number: 'h.number',
    at: 'h.at',
    pressedAt: 'h.pressed_at',
    html: 'h.html',
    worksheet: jsonNested('h.worksheet'),
    files: jsonArray(
      fileJson,
      'from hand_in_files x join files f on f.id = x.file_id where x.hand_in_id = h.id order by f.added_at, f.id',
    ),
  }),
  'from hand_ins h where h.work_id = $workId and h.place_id = $placeId order by h.number desc',
)

const moveFields = {
  kind: 'm.kind',
  at: 'm.at',
  by: 'a.shown_name',
  mark: 'm.mark',
  tryAgainBy: 'm.try_again_by',
  pressedAt: 'm.pressed_at',
  number: '(select h.number from hand_ins h where h.id = m.hand_in_id)',
}
const MOVES =
  'from moves m join accounts a on a.id = m.by_account where m.work_id = $workId and m.place_id = $placeId order by m.number'

const notesJson = jsonArray(
  removableNoteJson('n', 'a'),
  'from side_notes n join accounts a on a.id = n.by_account where n.work_id = $workId and n.place_id = $placeId order by n.at, n.rowid',
)

const head = {
  className: 'c.name',
  teacherName: TEACHER_NAME,
  topicName: '(select name from topics where id = w.topic_id)',
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  status: STATUS,
  feedback: 'i.feedback',
}

const FROM_SUBMISSION = fromSubmission()

/** What stands in a submission that is not open yet is for its teachers alone. */
const LOCKED = "(a.opens_at > $now and $kind <> 'teacher')"
const unlocked = (sql: string, locked: string) => `iif(${LOCKED}, ${locked}, ${sql})`
const inside = {
  directions: unlocked('w.directions', "''"),
  why: jsonNested('a.why'),
  materials: jsonNested(unlocked(MATERIALS, "'[]'")),
}

/** How the worksheet of a submission stands: the own one, or the pages as they are given out. */
const WORKSHEET = `coalesce(
  (select json_object('pages', json_array_length(t.sheets), 'version', t.version, 'items',
      (select count(*) from ink n where n.work_id = w.id and n.place_id = p.id and n.removed is null))
    from worksheets t where t.work_id = w.id and t.place_id = p.id),
  (select json_object('pages', count(*), 'version', 0, 'items', 0) from sheets s
    where s.work_id = w.id and s.place_id is null and s.removed_at is null having count(*) > 0))`

const SUBMISSION = `select ${jsonObject({
  ...head,
  work: jsonObject({ ...OWN_LINE, ...inside, template: unlocked('w.template', 'null') }),
  draft: `(select json_object('html', html, 'version', version, 'savedAt', saved_at, 'lineage', json(lineage),
            'versions', (select count(*) from draft_versions v where v.work_id = $workId and v.place_id = $placeId))
          from drafts
          where work_id = $workId and place_id = $placeId)`,
  files: jsonArray(
    fileJson,
    'from files f where f.work_id = $workId and f.place_id = $placeId and f.removed_at is null order by f.added_at, f.id',
  ),
  worksheet: jsonNested(unlocked(WORKSHEET, 'null')),
  room: '(select coalesce(sum(f.size), 0) from files f where f.place_id = $placeId and f.removed_at is null)',
  handIns: handInsJson,
  moves: jsonArray(jsonObject({ ...moveFields, feedback: 'm.feedback' }), MOVES),
  notes: notesJson,
  thread: jsonObject({
    count: '(select count(*) from class_notes n where n.work_id = w.id and n.removed_at is null)',
    fresh: NEW_IN_THREAD,
  }),
  readAt: '(select at from read_markers where account_id = $viewer and what = $marker)',
})} as json ${FROM_SUBMISSION}`

/** A submission as its pupil and the teachers see it. */
export const submissionJson = (
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  { accountId, kind }: Viewer,
  now: Instant,
) =>
  db.json(SUBMISSION, {
    classId,
    workId,
    placeId,
    viewer: accountId,
    kind,
    now,
    marker: submissionMarker(workId, placeId),
  })

const OUTCOME = `select ${jsonObject({
  ...head,
  work: jsonObject({ ...OWN_LINE, ...inside }),
  moves: jsonArray(jsonObject(moveFields), MOVES),
})} as json ${FROM_SUBMISSION}`

/** A submission as the pupil's family sees it. */
export const outcomeJson = (
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  { kind }: Viewer,
  now: Instant,
) => db.json(OUTCOME, { classId, workId, placeId, kind, now })

const SEE_SUBMISSION = `select ${jsonObject({ ...SUBMISSION_NOW, template: 'w.template' })} as json ${FROM_SUBMISSION}`

/** Where a submission stands, its times and whose it is; undefined where work and place are not of one class. */
export async function submissionNow(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  now: Instant,
) {
  const row = await db.row<{ json: string }>(SEE_SUBMISSION, { classId, workId, placeId, now })
  return row && (JSON.parse(row.json) as SubmissionNow)
}

export type SubmissionNow = {
  readonly status: SubmissionStatus
  readonly timing: Timing
  readonly kind: WorkKind
  readonly feedback: string | null
  readonly moves: number
  readonly points: number | null
  readonly template: string | null
}

export const namesOfSubmission = (db: Database, { classId, workId, placeId }: SubmissionAddress) =>
  db.row<{ title: string; pupil: string }>(
    `select w.title, p.name as pupil from works w join places p on p.id = $placeId and p.class_id = w.class_id
     where w.id = $workId and w.class_id = $classId`,
    { classId, workId, placeId },
  )

export const filesOf = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.rows<{ id: FileId }>(
    'select id from files where work_id = $workId and place_id = $placeId and removed_at is null',
    { workId, placeId },
  )

/** Every recorded move of every submission, with what the lists show of it; for checking one against the other. */
export const allMoves = (db: Database) =>
  db.rows<{
    workId: WorkId
    placeId: PlaceId
    kind: string
    at: Instant
    mark: number | null
    tryAgainBy: Instant | null
    handInId: HandInId | null
    pressedAt: Instant | null
  }>(
    `select work_id as workId, place_id as placeId, kind, at, mark, try_again_by as tryAgainBy, hand_in_id as handInId,
       pressed_at as pressedAt
     from moves order by work_id, place_id, number`,
  )
