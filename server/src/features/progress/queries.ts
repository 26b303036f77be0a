import type { ClassId, PlaceId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { STANDING, TEACHER_NAME, WORK_LINE } from '../work/lines.js'

const PROGRESS = `select ${jsonObject({
  className: 'c.name',
  teacherName: TEACHER_NAME,
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  markedAt: `(select max(m.at) from moves m where m.place_id = p.id and m.kind in ('handBack', 'tryAgain'))`,
  pieces: jsonArray(
    jsonObject({
      work: jsonObject(WORK_LINE),
      topicName: 't.name',
      standing: STANDING,
      feedback: 'i.feedback',
    }),
    `from works w left join topics t on t.id = w.topic_id
     left join pieces i on i.work_id = w.id and i.place_id = p.id
     where w.class_id = c.id order by w.posted_at desc, w.id`,
  ),
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

/** Each piece of one pupil in a class, with state, mark and feedback. */
export const progressJson = (db: Database, classId: ClassId, placeId: PlaceId) =>
  db.json(PROGRESS, { classId, placeId })

const OVERVIEW = `select ${jsonObject({
  className: 'c.name',
  works: jsonArray(jsonObject(WORK_LINE), 'from works w where w.class_id = c.id order by w.posted_at, w.id'),
  pupils: jsonArray(
    jsonObject({
      placeId: 'p.id',
      name: 'p.name',
      pieces: jsonArray(
        jsonObject({ workId: 'i.work_id', standing: STANDING }),
        'from pieces i where i.place_id = p.id',
      ),
    }),
    'from places p where p.class_id = c.id and p.left_at is null order by p.name',
  ),
})} as json from classes c where c.id = $classId`

/** All pupils of a class with all their moved pieces. */
export const overviewJson = (db: Database, classId: ClassId) => db.json(OVERVIEW, { classId })
