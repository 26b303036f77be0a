import type { AccountId, ClassId, Instant, TopicId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'
import {
  APPEARED,
  counts,
  groupTimes,
  OWN_LINE,
  POSTING,
  STATUS,
  TAUGHT_LINE,
} from '../submissions/fragments.js'
import { newNotes, ownNewNotes } from '../talk/fragments.js'
import type { OwnPlace } from './queriesOfExport.js'

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
