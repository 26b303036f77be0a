import type { AccountId, ClassId, FileId, HandInId, Instant, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { SubmissionStatus, Timing, WorkKind } from '@oppen/core/work'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import {
  APPEARED,
  counts,
  fromSubmission,
  groupTimes,
  MATERIALS,
  NEW_IN_THREAD,
  newNotes,
  OWN_LINE,
  ownNewNotes,
  PIECE_NOW,
  POSTING,
  removableNoteJson,
  STATUS,
  submissionMarker,
  TAUGHT_LINE,
  TEACHER_NAME,
} from './fragments.js'

/** One pupil's submission of one posted work. */
export type SubmissionAddress = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly placeId: PlaceId
}

const TOPICS = `from (select id, name, position from topics where class_id = $classId
             union all select null, null, -1 where exists (
               select 1 from works where class_id = $classId and topic_id is null and removed_at is null)) t
       order by t.position, t.name`

/** A topic's work: pinned first, then by hand, and what was posted last above the rest. */
const IN_ORDER = 'order by w.pinned desc, w.position, w.id'

const topicsOf = (work: string, from: string) =>
  `select ${jsonObject({
    className: 'c.name',
    groups: jsonArray(
      jsonObject({ id: 'g.id', name: 'g.name' }),
      'from groups g where g.class_id = c.id order by g.position',
    ),
    topics: jsonArray(
      jsonObject({
        id: 't.id',
        name: 't.name',
        works: jsonArray(work, `${from} and w.topic_id is t.id ${IN_ORDER}`),
      }),
      TOPICS,
    ),
  })} as json from classes c where c.id = $classId`

const common = { pinned: jsonBoolean('w.pinned = 1'), week: 'w.week' }

const ownLine = jsonObject({
  ...OWN_LINE,
  ...common,
  posting: "'posted'",
  mine: STATUS,
  newNotes: ownNewNotes('$placeId'),
  counts: 'null',
  times: "json('[]')",
})
const OWN_TOPICS = topicsOf(
  ownLine,
  `from works w join asked a on a.work_id = w.id and a.place_id = $placeId and ${APPEARED}
   left join submissions i on i.work_id = w.id and i.place_id = $placeId where w.class_id = $classId`,
)

/** Topics and their work as a pupil sees them, with their own status. */
export const ownTopicsJson = (
  db: Database,
  { classId, placeId, viewer, now }: OwnPlace & { viewer: AccountId; now: Instant },
) => db.json(OWN_TOPICS, { classId, placeId, viewer, now })

const taughtLine = jsonObject({
  ...TAUGHT_LINE,
  ...common,
  posting: POSTING,
  mine: 'null',
  newNotes: newNotes(),
  counts: counts(),
  times: groupTimes(),
})
const TAUGHT_TOPICS = topicsOf(
  taughtLine,
  'from works w where w.class_id = $classId and w.removed_at is null',
)

/** Topics and their work as a teacher sees them, drafts among them, with how many are in. */
export const taughtTopicsJson = (db: Database, classId: ClassId, viewer: AccountId, now: Instant) =>
  db.json(TAUGHT_TOPICS, { classId, viewer, now })

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

const FROM_PIECE = fromSubmission()

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

const PIECE = `select ${jsonObject({
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
})} as json ${FROM_PIECE}`

/** A submission as its pupil and the teachers see it. */
export const submissionJson = (
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  { accountId, kind }: Viewer,
  now: Instant,
) =>
  db.json(PIECE, {
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
})} as json ${FROM_PIECE}`

/** A submission as the pupil's family sees it. */
export const outcomeJson = (
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  { kind }: Viewer,
  now: Instant,
) => db.json(OUTCOME, { classId, workId, placeId, kind, now })

const SEE_PIECE = `select ${jsonObject({ ...PIECE_NOW, template: 'w.template' })} as json ${FROM_PIECE}`

/** Where a submission stands, its times and whose it is; undefined where work and place are not of one class. */
export async function submissionNow(
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  now: Instant,
) {
  const row = await db.row<{ json: string }>(SEE_PIECE, { classId, workId, placeId, now })
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

export const topicOfClass = (db: Database, classId: ClassId, topicId: TopicId) =>
  db.row<{ id: TopicId }>('select id from topics where id = $topicId and class_id = $classId', {
    topicId,
    classId,
  })

export const lastTopicPosition = (db: Database, classId: ClassId) =>
  db.row<{ position: number | null }>(
    'select max(position) as position from topics where class_id = $classId',
    {
      classId,
    },
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

export type OwnPlace = { readonly classId: ClassId; readonly placeId: PlaceId }

const OWN_WORK = `select ${jsonObject({
  className: 'c.name',
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  submissions: jsonArray(
    jsonObject({
      workId: 'w.id',
      title: 'w.title',
      points: 'w.points',
      phase: "coalesce(i.phase, 'untouched')",
      mark: 'i.mark',
      feedback: 'i.feedback',
      draft: 'k.html',
      worksheet: `(select json_object('sheets', json(t.sheets), 'version', t.version) from worksheets t
        where t.work_id = w.id and t.place_id = p.id)`,
      handIns: jsonArray(
        jsonObject({
          number: 'h.number',
          at: 'h.at',
          html: 'h.html',
          worksheet: jsonNested('h.worksheet'),
        }),
        'from hand_ins h where h.work_id = w.id and h.place_id = p.id order by h.number',
      ),
      files: jsonArray(
        jsonObject({ id: 'f.id', name: 'f.name', hash: 'f.hash' }),
        `from files f where f.work_id = w.id and f.place_id = p.id and (f.removed_at is null
           or exists (select 1 from hand_in_files x where x.file_id = f.id)) order by f.added_at, f.id`,
      ),
    }),
    `from works w left join submissions i on i.work_id = w.id and i.place_id = p.id
     left join drafts k on k.work_id = w.id and k.place_id = p.id
     where w.class_id = c.id and (i.work_id is not null or k.work_id is not null) order by w.posted_at, w.id`,
  ),
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

/** Everything that one pupil has made in a class. */
export const ownWorkJson = (db: Database, { classId, placeId }: OwnPlace) =>
  db.json(OWN_WORK, { classId, placeId })

/** The classes of some places, with the place in each. */
export const ownClasses = (db: Database, places: readonly PlaceId[]) =>
  db.rows<OwnPlace & { className: string }>(
    `select p.class_id as classId, p.id as placeId, c.name as className from places p join classes c on c.id = p.class_id
     where p.id in (select value from json_each($places)) order by c.made_at, p.id`,
    { places: JSON.stringify(places) },
  )
