import type { ClassId, Instant, PlaceId } from '@oppen/core/ids'
import type { MarkRules } from '@oppen/core/marks'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { TEACHER_NAME } from '../accounts/fragments.js'
import { COUNTED } from '../markBook/fragments.js'
import { APPEARED, MARK_RULES_OF, OWN_LINE, OWN_TIMING, STATUS } from '../submissions/fragments.js'

const PROGRESS = `select ${jsonObject({
  className: 'c.name',
  teacherName: TEACHER_NAME,
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  markedAt: `(select max(m.at) from moves m where m.place_id = p.id and m.kind in ('handBack', 'tryAgain', 'recall'))`,
  rules: MARK_RULES_OF,
  submissions: jsonArray(
    jsonObject({
      ...COUNTED,
      work: jsonObject(OWN_LINE),
      topicName: 't.name',
      status: STATUS,
      feedback: 'i.feedback',
    }),
    `from asked a join works w on w.id = a.work_id left join topics t on t.id = w.topic_id
     left join submissions i on i.work_id = w.id and i.place_id = p.id
     where a.place_id = p.id and ${APPEARED} and w.asks = 'handIn' order by w.posted_at desc, w.id`,
  ),
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

/** Each submission of one pupil in a class, with state, mark and feedback. */
export const progressJson = (db: Database, classId: ClassId, placeId: PlaceId, now: Instant) =>
  db.json(PROGRESS, { classId, placeId, now })

type AskedRow = {
  placeId: PlaceId
  name: string
  /** All of a pupil's submissions, as JSON; an empty list where nothing is asked. */
  submissions: string
}

const ASKED_OF_CLASS = `select p.id as placeId, p.name, ${jsonArray(
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
