import type { Instant } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { markerOf } from '@oppen/core/readMarkers'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { TEACHER_NAME } from '../accounts/fragments.js'
import type { SubmissionAddress } from '../submissions/address.js'
import {
  fromSubmission,
  MATERIALS,
  OWN_LINE,
  SCALE_OF,
  SEEN_DETAILS,
  STATUS,
  VERDICT,
} from '../submissions/fragments.js'
import { THREAD } from '../talk/fragments.js'

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
    kept: jsonBoolean(`exists (select 1 from kept_works k where k.work_id = h.work_id and k.place_id = h.place_id
      and k.hand_in = h.number and k.removed_at is null)`),
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

const head = {
  className: 'c.name',
  teacherName: TEACHER_NAME,
  topicName: '(select name from topics where id = w.topic_id)',
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  status: STATUS,
  feedback: 'i.feedback',
  ...VERDICT,
  scale: SCALE_OF,
}

/** What stands in a submission that is not open yet is for its teachers alone. */
const LOCKED = "(a.opens_at > $now and $kind <> 'teacher')"
const unlocked = (sql: string, locked: string) => `iif(${LOCKED}, ${locked}, ${sql})`
const inside = {
  directions: unlocked('w.directions', "''"),
  why: jsonNested('a.why'),
  materials: jsonNested(unlocked(MATERIALS, "'[]'")),
  rubric: jsonNested(unlocked('w.rubric', 'null')),
}

/** How the worksheet of a submission stands: the own one, or the pages as they are given out. */
const WORKSHEET = `coalesce(
  (select json_object('pages', json_array_length(t.sheets), 'version', t.version, 'items',
      (select count(*) from ink n where n.work_id = w.id and n.place_id = p.id and n.removed is null))
    from worksheets t where t.work_id = w.id and t.place_id = p.id),
  (select json_object('pages', count(*), 'version', 0, 'items', 0) from sheets s
    where s.work_id = w.id and s.place_id is null and s.removed_at is null having count(*) > 0))`

const FROM_SUBMISSION = fromSubmission()

const SUBMISSION = `select ${jsonObject({
  ...head,
  work: jsonObject({ ...OWN_LINE, ...inside, details: jsonNested(unlocked(SEEN_DETAILS, "'{}'")) }),
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
  annotations: `(select count(*) from annotations n where n.work_id = w.id and n.place_id = p.id and n.removed_at is null
    and ($kind = 'teacher' or n.shown_at is not null))`,
  thread: THREAD,
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
    marker: markerOf('submission', workId, placeId),
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
