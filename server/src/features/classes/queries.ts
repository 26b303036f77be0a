import type { ClassId, GroupId, PlaceId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'

const familiesOfPlace = jsonArray(
  jsonObject({ name: 'a.shown_name', since: 'l.made_at' }),
  'from family_links l join accounts a on a.id = l.account_id where l.place_id = p.id order by a.shown_name',
)

const placeJson = jsonObject({
  id: 'p.id',
  name: 'p.name',
  groupId: 'p.group_id',
  claimedAt: 'p.claimed_at',
  userName: 'a.user_name',
  seenAt: '(select max(seen_at) from sessions s where s.account_id = p.account_id)',
  families: familiesOfPlace,
  keySerial: 'p.key_serial',
})

/** The register as JSON, with the serial of each family key in the place of the key. */
export const registerJson = (db: Database, classId: ClassId) =>
  db.json(
    `select ${jsonObject({
      classId: 'c.id',
      className: 'c.name',
      yearLabel: 'c.year_label',
      teachers: jsonArray(
        jsonObject({ name: 'a.shown_name', role: 't.role' }),
        'from teachers t join accounts a on a.id = t.account_id where t.class_id = c.id order by t.role desc, a.shown_name',
      ),
      groups: jsonArray(
        jsonObject({ id: 'id', name: 'name' }),
        'from groups where class_id = c.id order by position',
      ),
      places: jsonArray(
        placeJson,
        'from places p left join accounts a on a.id = p.account_id where p.class_id = c.id order by p.name',
      ),
    })} as json from classes c where c.id = $classId`,
    { classId },
  )

export const namesOfClass = (db: Database, classId: ClassId) =>
  db.rows<{ name: string }>('select name from places where class_id = $classId', { classId })

export const groupsOfClass = (db: Database, classId: ClassId) =>
  db.rows<{ id: GroupId }>('select id from groups where class_id = $classId order by position', { classId })

export const placeNamed = (db: Database, classId: ClassId, placeId: PlaceId) =>
  db.row<{ name: string; accountId: string | null }>(
    'select name, account_id as accountId from places where id = $placeId and class_id = $classId',
    { placeId, classId },
  )
