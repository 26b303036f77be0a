import type { ClassId, Instant, PlaceId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { APPEARED, OWN_LINE, OWN_TIMING, STANDING, TAUGHT_LINE, TEACHER_NAME } from '../work/lines.js'

const PROGRESS = `select ${jsonObject({
  className: 'c.name',
  teacherName: TEACHER_NAME,
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  markedAt: `(select max(m.at) from moves m where m.place_id = p.id and m.kind in ('handBack', 'tryAgain'))`,
  pieces: jsonArray(
    jsonObject({
      work: jsonObject(OWN_LINE),
      topicName: 't.name',
      standing: STANDING,
      feedback: 'i.feedback',
    }),
    `from asked a join works w on w.id = a.work_id left join topics t on t.id = w.topic_id
     left join pieces i on i.work_id = w.id and i.place_id = p.id
     where a.place_id = p.id and ${APPEARED} and w.kind <> 'handout' order by w.posted_at desc, w.id`,
  ),
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

/** Each piece of one pupil in a class, with state, mark and feedback. */
export const progressJson = (db: Database, classId: ClassId, placeId: PlaceId, now: Instant) =>
  db.json(PROGRESS, { classId, placeId, now })

const OVERVIEW = `select ${jsonObject({
  className: 'c.name',
  works: jsonArray(
    jsonObject(TAUGHT_LINE),
    `from works w where w.class_id = c.id and w.kind <> 'handout' and w.posted_at is not null and w.removed_at is null
     order by w.posted_at, w.id`,
  ),
  pupils: jsonArray(
    jsonObject({
      placeId: 'p.id',
      name: 'p.name',
      pieces: jsonArray(
        jsonObject({ workId: 'a.work_id', timing: jsonObject(OWN_TIMING), standing: STANDING }),
        `from asked a join works w on w.id = a.work_id and w.kind <> 'handout'
         left join pieces i on i.work_id = a.work_id and i.place_id = p.id where a.place_id = p.id and ${APPEARED}`,
      ),
    }),
    'from places p where p.class_id = c.id and p.left_at is null order by p.name',
  ),
})} as json from classes c where c.id = $classId`

/** All pupils of a class with every piece that is asked of them. */
export const overviewJson = (db: Database, classId: ClassId, now: Instant) =>
  db.json(OVERVIEW, { classId, now })
