import type { ProgressPage } from '@oppen/contract'
import type { AccountId, ClassId, Instant, PlaceId } from '@oppen/core/ids'
import type { MarkRules } from '@oppen/core/marks'
import { markerOf } from '@oppen/core/readMarkers'
import type { LocalDate } from '@oppen/core/zone'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { TEACHER_NAME } from '../accounts/fragments.js'
import { COUNTED, MARKED_AT } from '../markBook/fragments.js'
import { APPEARED, MARK_RULES_OF, OWN_LINE, OWN_TIMING, RULES, STATUS } from '../submissions/fragments.js'

/** The marks of all who are in the class for work `w`, where figures of them are shown. */
const CLASS_MARKS =
  jsonNested(`iif(${RULES} ->> '$.figures' = 1, (select json_group_array(s.mark) from submissions s
  join places o on o.id = s.place_id and o.left_at is null
  where s.work_id = w.id and s.phase = 'handedBack' and s.mark is not null), null)`)

const PROGRESS = `select ${jsonObject({
  className: 'c.name',
  teacherName: TEACHER_NAME,
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  seenAt: '(select at from read_markers where account_id = $viewer and what = $marker)',
  goals: jsonArray(
    jsonObject({
      week: 'g.week',
      text: 'one.value',
      reached: jsonBoolean(
        'exists (select 1 from goals_reached r where r.place_id = p.id and r.week = g.week and r.goal = one.value)',
      ),
    }),
    `from goals g, json_each(g.texts) one where g.class_id = c.id and g.week <= $today order by g.week desc, one.key`,
  ),
  markedAt: MARKED_AT,
  rules: MARK_RULES_OF,
  submissions: jsonArray(
    jsonObject({
      ...COUNTED,
      work: jsonObject(OWN_LINE),
      topicName: 't.name',
      status: STATUS,
      feedback: 'i.feedback',
      week: 'w.week',
      classMarks: CLASS_MARKS,
    }),
    `from asked a join works w on w.id = a.work_id left join topics t on t.id = w.topic_id
     left join submissions i on i.work_id = w.id and i.place_id = p.id
     where a.place_id = p.id and ${APPEARED} and w.asks = 'handIn' order by w.posted_at desc, w.id`,
  ),
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

type Reading = {
  readonly classId: ClassId
  readonly placeId: PlaceId
  readonly viewer: AccountId
  readonly now: Instant
  /** The day of the school. */
  readonly today: LocalDate
}

/** A `ProgressPage` but for the figures of the class, which are worked out of its marks. */
export type ProgressRow = Omit<ProgressPage, 'submissions'> & {
  readonly submissions: readonly (Omit<ProgressPage['submissions'][number], 'figures'> & {
    readonly classMarks: readonly number[] | null
  })[]
}

/** Each submission of one pupil in a class, with state, mark and feedback. */
export async function progressOf(db: Database, { viewer, ...at }: Reading): Promise<ProgressRow | undefined> {
  const marker = markerOf('progress', at.placeId)
  const json = await db.json(PROGRESS, { ...at, viewer, marker })
  return json === undefined ? undefined : JSON.parse(json)
}

type AskedRow = {
  placeId: PlaceId
  name: string
  /** When the pupil was seen last: in a session, looking at something, or doing something. */
  seenAt: Instant | null
  /** All of a pupil's submissions, as JSON; an empty list where nothing is asked. */
  submissions: string
}

const SEEN = `nullif(max(
    coalesce((select max(s.seen_at) from sessions s where s.account_id = p.account_id), 0),
    coalesce((select max(r.at) from read_markers r where r.account_id = p.account_id), 0),
    coalesce((select max(m.at) from moves m where m.place_id = p.id and m.by_account = p.account_id), 0)), 0)`

const ASKED_OF_CLASS = `select p.id as placeId, p.name, ${SEEN} as seenAt, ${jsonArray(
  jsonObject({ ...COUNTED, timing: jsonObject(OWN_TIMING), status: STATUS }),
  `from asked a join works w on w.id = a.work_id and w.asks = 'handIn'
   left join submissions i on i.work_id = a.work_id and i.place_id = p.id where a.place_id = p.id and ${APPEARED}`,
)} as submissions from places p where p.class_id = $classId and p.left_at is null order by p.name`

/** Every pupil of a class with every submission that is asked of them. */
export const askedOfClass = (db: Database, classId: ClassId, now: Instant) =>
  db.rows<AskedRow>(ASKED_OF_CLASS, { classId, now })

const CLASS = `select ${jsonObject({ name: 'c.name', rules: MARK_RULES_OF })} as json from classes c where c.id = $classId`

/** The name of a class, and how it turns marks into averages. */
export const averagingClass = async (
  db: Database,
  classId: ClassId,
): Promise<{ name: string; rules: MarkRules } | undefined> => {
  const json = await db.json(CLASS, { classId })
  return json === undefined ? undefined : JSON.parse(json)
}

type Goal = {
  readonly classId: ClassId
  readonly placeId: PlaceId
  readonly week: string
  readonly text: string
}

/** Whether a week of a class has this goal, and the class this pupil. */
export const hasGoal = async (db: Database, goal: Goal): Promise<boolean> =>
  !!(await db.row<{ one: number }>(
    `select 1 as one from goals g, json_each(g.texts) t, places p where g.class_id = $classId and g.week = $week
       and t.value = $text and p.id = $placeId and p.class_id = g.class_id and p.left_at is null`,
    goal,
  ))
