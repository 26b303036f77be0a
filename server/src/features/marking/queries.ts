import type { AccountId, ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'
import { OWN_TIMING, STATUS, TAUGHT_LINE } from '../submissions/fragments.js'
import { newNotes } from '../talk/fragments.js'

const MARKING = `select ${jsonObject({
  className: 'c.name',
  topicName: '(select name from topics where id = w.topic_id)',
  work: jsonObject(TAUGHT_LINE),
  rows: jsonArray(
    jsonObject({
      placeId: 'p.id',
      name: 'p.name',
      timing: jsonObject(OWN_TIMING),
      extended: jsonBoolean('a.extended'),
      status: STATUS,
      newNotes: newNotes('p.id'),
    }),
    `from places p join asked a on a.work_id = w.id and a.place_id = p.id
     left join submissions i on i.work_id = w.id and i.place_id = p.id
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
