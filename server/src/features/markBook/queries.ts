import type { AccountId, ClassId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import type { MarkRules, ScaleStep } from '@oppen/core/marks'
import type { Phase } from '@oppen/core/work'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'
import { nameOf } from '../accounts/fragments.js'
import {
  APPEARED,
  MARK_RULES_OF,
  OWN_TIMING,
  PHASE,
  SCALE_OF,
  TAUGHT_LINE,
} from '../submissions/fragments.js'
import { COUNTING, GAVE_MARK } from './fragments.js'

/** The posted work of class `c` that is handed in, from the oldest to the newest. */
const WORKS = jsonArray(
  jsonObject({
    id: 'w.id',
    title: 'w.title',
    kind: 'w.kind',
    ...COUNTING,
    topic: "coalesce((select name from topics where id = w.topic_id), '')",
    week: 'w.week',
    dueAt: TAUGHT_LINE.dueAt,
  }),
  `from works w where w.class_id = c.id and w.removed_at is null and w.posted_at is not null and w.asks = 'handIn'
   order by coalesce(${TAUGHT_LINE.dueAt}, w.posted_at), w.posted_at, w.id`,
)

/** What was given as a mark for work `a.work_id` of place `p`, where that was more than once. */
const MARKS = `(select json_group_array(m.mark) from (select m.mark from moves m where m.work_id = a.work_id and m.place_id = p.id
    and ${GAVE_MARK} order by m.number) m having count(*) > 1)`

/** Where the pupil of place `p` stands with each of these; what there is nothing of is left out (RFC 7396). */
const CELLS = jsonArray(
  `json_patch('{}', ${jsonObject({
    workId: 'w.id',
    phase: PHASE,
    again: jsonNested("iif(i.phase_before = 'tryAgain', 'true', null)"),
    handedInAt: 'i.handed_in_at',
    handedBackAt: 'i.handed_back_at',
    tryAgainBy: 'i.try_again_by',
    ...OWN_TIMING,
    mark: 'i.mark',
    marks: jsonNested(`iif(i.handed_back_at is null, null, ${MARKS})`),
    draftMark: 'd.mark',
    draftBy: nameOf('d.by_account'),
    // one that is being written is not handed back from here
    draftWritten: jsonNested("iif(d.ready = 0, 'true', null)"),
    forgiven: jsonNested("iif(f.work_id is null, null, 'true')"),
  })})`,
  `from asked a join works w on w.id = a.work_id and w.removed_at is null and w.asks = 'handIn'
   left join submissions i on i.work_id = w.id and i.place_id = p.id
   left join draft_marks d on d.work_id = w.id and d.place_id = p.id and d.mark is not null and d.mark is not i.mark
   left join late_forgiven f on f.work_id = w.id and f.place_id = p.id
   where a.place_id = p.id and ${APPEARED}`,
)

const BOOK = `select ${jsonObject({
  className: 'c.name',
  rules: MARK_RULES_OF,
  groups: jsonArray(
    jsonObject({ id: 'g.id', name: 'g.name' }),
    'from groups g where g.class_id = c.id order by g.position',
  ),
  works: WORKS,
  pupils: jsonArray(
    jsonObject({ placeId: 'p.id', name: 'p.name', groupId: 'p.group_id', cells: CELLS }),
    'from places p where p.class_id = c.id and p.left_at is null order by p.name, p.id',
  ),
})} as json from classes c where c.id = $classId`

/** All marks of a class, with what they count by. */
export const markBookJson = (db: Database, classId: ClassId, now: Instant) => db.json(BOOK, { classId, now })

export type Cell = { readonly workId: WorkId; readonly placeId: PlaceId }
export type StoredCell = Cell & {
  readonly points: number | null
  readonly phase: Phase
  readonly mark: number | null
  readonly draftMark: number | null
  /** Whether it goes with what is handed back. */
  readonly ready: number
  /** Whose draft it is. */
  readonly draftBy: AccountId | null
}

/** Of some cells of a class those that there are: work that is asked of somebody who is here. */
export const cellsOf = (db: Database, classId: ClassId, cells: readonly Cell[], now: Instant) =>
  db.rows<StoredCell>(
    `select w.id as workId, p.id as placeId, w.points, ${PHASE} as phase, i.mark, d.mark as draftMark,
       coalesce(d.ready, 0) as ready, d.by_account as draftBy
     from json_each($cells) k
     join works w on w.id = k.value ->> 'workId' and w.class_id = $classId and w.removed_at is null
       and w.posted_at is not null and w.asks = 'handIn'
     join places p on p.id = k.value ->> 'placeId' and p.class_id = $classId and p.left_at is null
     join asked a on a.work_id = w.id and a.place_id = p.id and ${APPEARED}
     left join submissions i on i.work_id = w.id and i.place_id = p.id
     left join draft_marks d on d.work_id = w.id and d.place_id = p.id and d.mark is not null and d.mark is not i.mark`,
    { classId, now, cells: JSON.stringify(cells.map(({ workId, placeId }) => ({ workId, placeId }))) },
  )

/** The words of a class for marks, the highest first. */
export async function scaleOf(db: Database, classId: ClassId): Promise<readonly ScaleStep[]> {
  const row = await db.row<{ scale: string }>(
    `select ${SCALE_OF} as scale from classes c where c.id = $classId`,
    {
      classId,
    },
  )
  return row ? JSON.parse(row.scale) : []
}

/** The rules of a class about averages; undefined where there is no such class. */
export async function markRulesOf(db: Database, classId: ClassId): Promise<MarkRules | undefined> {
  const json = await db.json(`select ${MARK_RULES_OF} as json from classes c where c.id = $classId`, {
    classId,
  })
  return json === undefined ? undefined : JSON.parse(json)
}
