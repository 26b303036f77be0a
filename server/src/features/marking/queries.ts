import type {
  AccountId,
  AnnotationFileId,
  ClassId,
  Instant,
  PhraseId,
  PlaceId,
  WorkId,
} from '@oppen/core/ids'
import type { MarkRules, Rubric } from '@oppen/core/marks'
import type { Phase } from '@oppen/core/work'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { nameOf } from '../accounts/fragments.js'
import type { SubmissionAddress, SubmissionKey } from '../submissions/address.js'
import { MARK_RULES_OF, OWN_TIMING, PHASE, SCALE_OF, STATUS, TAUGHT_LINE } from '../submissions/fragments.js'
import { newNotes } from '../talk/fragments.js'
import type { DraftMarkRow } from './models.js'

const MARKING = `select ${jsonObject({
  className: 'c.name',
  topicName: '(select name from topics where id = w.topic_id)',
  work: jsonObject({
    ...TAUGHT_LINE,
    rubric: jsonNested('w.rubric'),
    keepBack: jsonBoolean('w.keep_back = 1'),
  }),
  scale: SCALE_OF,
  rows: jsonArray(
    jsonObject({
      placeId: 'p.id',
      name: 'p.name',
      timing: jsonObject(OWN_TIMING),
      extended: jsonBoolean('a.extended'),
      status: STATUS,
      newNotes: newNotes('p.id'),
      draft: jsonNested(
        `iif(d.work_id is null, null, ${jsonObject({
          mark: 'd.mark',
          ready: jsonBoolean('d.ready = 1'),
          by: nameOf('d.by_account'),
        })})`,
      ),
    }),
    `from places p join asked a on a.work_id = w.id and a.place_id = p.id
     left join submissions i on i.work_id = w.id and i.place_id = p.id
     left join draft_marks d on d.work_id = w.id and d.place_id = p.id
     where p.class_id = w.class_id and p.left_at is null order by p.name`,
  ),
})} as json from works w join classes c on c.id = w.class_id where w.id = $workId and w.class_id = $classId`

/** All pupils of a class and where each stands with one work. */
export const markingJson = (db: Database, classId: ClassId, workId: WorkId, viewer: AccountId) =>
  db.json(MARKING, { classId, workId, viewer })

/** The submissions of a work that wait for a mark, of those who are here. */
export const waitingFor = (db: Database, { classId, workId }: { classId: ClassId; workId: WorkId }) =>
  db.rows<{ placeId: PlaceId }>(
    `select i.place_id as placeId from submissions i
     join places p on p.id = i.place_id and p.class_id = $classId and p.left_at is null
     where i.work_id = $workId and i.phase = 'withTeacher' order by p.name`,
    { classId, workId },
  )

const annotationsOf = (more: string) =>
  jsonArray(
    'n.data',
    `from annotations n where n.work_id = $workId and n.place_id = $placeId and n.removed_at is null ${more} order by n.at, n.id`,
  )

const DESK = `select ${jsonObject({
  draft: jsonNested(
    `(select ${jsonObject({
      mark: 'd.mark',
      feedback: 'd.feedback',
      levels: jsonNested('d.levels'),
      sticker: 'd.sticker',
      ready: jsonBoolean('d.ready = 1'),
      version: 'd.version',
      by: nameOf('d.by_account'),
      mine: jsonBoolean('d.by_account = $viewer'),
      at: 'd.at',
    })} from draft_marks d where d.work_id = $workId and d.place_id = $placeId)`,
  ),
  annotations: annotationsOf(''),
})} as json from works w join places p on p.class_id = w.class_id and p.id = $placeId
 where w.id = $workId and w.class_id = $classId`

/** What stands over one submission, and what is being written about it. */
export const deskJson = (db: Database, { classId, workId, placeId }: SubmissionAddress, viewer: AccountId) =>
  db.json(DESK, { classId, workId, placeId, viewer })

const SHOWN = `select ${annotationsOf('and n.shown_at is not null')} as json from works w
  join places p on p.class_id = w.class_id and p.id = $placeId where w.id = $workId and w.class_id = $classId`
const ALL = SHOWN.replace('and n.shown_at is not null', '')

/** What stands over one submission: all of it, or what was handed back. */
export const annotationsJson = (
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  all: boolean,
) => db.json(all ? ALL : SHOWN, { classId, workId, placeId })

export type DraftMark = Omit<DraftMarkRow, keyof SubmissionKey>

/** What a teacher has written of a submission and not handed back. */
export const draftMarkOf = (db: Database, { workId, placeId }: SubmissionKey) =>
  db.row<DraftMark>(
    `select mark, feedback, levels, sticker, ready, version, writer, by_account as byAccount, at from draft_marks
     where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )

/** How the work of a class is marked: its rubric and the scale of the class. */
export async function markedBy(db: Database, { classId, workId }: { classId: ClassId; workId: WorkId }) {
  const row = await db.row<{ json: string }>(
    `select ${jsonObject({ rubric: jsonNested('w.rubric'), rules: MARK_RULES_OF })} as json
     from works w join classes c on c.id = w.class_id where w.id = $workId and w.class_id = $classId`,
    { classId, workId },
  )
  return row && (JSON.parse(row.json) as { rubric: Rubric | null; rules: MarkRules })
}

/** Of some pupils who are here those whose draft is ready, and how their submissions stand. */
export const readyOf = (
  db: Database,
  { classId, workId }: { classId: ClassId; workId: WorkId },
  placeIds: readonly PlaceId[],
) =>
  db.rows<{ placeId: PlaceId; phase: Phase }>(
    `select d.place_id as placeId, ${PHASE} as phase from draft_marks d
     join places p on p.id = d.place_id and p.class_id = $classId and p.left_at is null
     left join submissions i on i.work_id = d.work_id and i.place_id = d.place_id
     where d.work_id = $workId and d.ready = 1 and d.place_id in (select value from json_each($placeIds)) order by p.name`,
    { classId, workId, placeIds: JSON.stringify(placeIds) },
  )

/** How many things stand over a submission, and which of some ids there have ever been. */
export async function annotationsNow(
  db: Database,
  { workId, placeId }: SubmissionKey,
  ids: readonly string[],
) {
  const rows = await db.rows<{ id: string | null; n: number }>(
    `select null as id, count(*) as n from annotations where work_id = $workId and place_id = $placeId and removed_at is null
     union all select id, 0 from annotations where work_id = $workId and place_id = $placeId
       and id in (select value from json_each($ids))`,
    { workId, placeId, ids: JSON.stringify(ids) },
  )
  return { count: rows[0]?.n ?? 0, known: new Set(rows.flatMap(row => row.id ?? [])) }
}

/** Lets the pupil see what stands over the submission, from a moment on. */
export const showAnnotations = (db: Database, { workId, placeId }: SubmissionKey, at: Instant) =>
  db.run(
    `update annotations set shown_at = $at where work_id = $workId and place_id = $placeId and shown_at is null
       and removed_at is null`,
    { workId, placeId, at },
  )

/** Takes from the pupil's sight what was shown at that moment. */
export const hideAnnotations = (db: Database, { workId, placeId }: SubmissionKey, at: Instant) =>
  db.run(
    'update annotations set shown_at = null where work_id = $workId and place_id = $placeId and shown_at = $at',
    { workId, placeId, at },
  )

export const annotationFileOf = (
  db: Database,
  { classId, workId, placeId }: SubmissionAddress,
  id: AnnotationFileId,
) =>
  db.row<{ hash: string; type: string; size: number; name: string; shown: number }>(
    `select f.hash, f.type, f.size, f.name, exists (select 1 from annotations n where n.work_id = f.work_id
       and n.place_id = f.place_id and n.shown_at is not null and n.removed_at is null and n.data ->> 'fileId' = f.id) as shown
     from annotation_files f join works w on w.id = f.work_id and w.class_id = $classId
     where f.id = $id and f.work_id = $workId and f.place_id = $placeId`,
    { classId, workId, placeId, id },
  )

/** The recordings over one submission: how many there are. */
export const annotationFilesOf = async (db: Database, { workId, placeId }: SubmissionKey): Promise<number> =>
  (
    await db.row<{ n: number }>(
      'select count(*) as n from annotation_files where work_id = $workId and place_id = $placeId',
      { workId, placeId },
    )
  )?.n ?? 0

export const phrasesOf = (db: Database, accountId: AccountId) =>
  db.rows<{ id: PhraseId; text: string }>(
    'select id, text from mark_phrases where account_id = $accountId order by at, id',
    { accountId },
  )
