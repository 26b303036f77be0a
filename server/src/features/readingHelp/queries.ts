import type { AccountId, ClassId, PlaceId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { MINE } from '../classes/fragments.js'

/** What families have said, while they follow the child and the class has families. */
const SAID = `reading_shown s join family_links l on l.place_id = s.place_id and l.account_id = s.by_account
  join places f on f.id = s.place_id join classes c on c.id = f.class_id and c.families = 1`

/**
 * What a teacher set for the beginning of a place, and what its pupil chose where the pupil or a family shows it to teachers;
 * nothing where it is not of this class or its pupil has left.
 */
export const beginningJson = (db: Database, { classId, placeId }: { classId: ClassId; placeId: PlaceId }) =>
  db.json(
    `select ${jsonObject({
      settings: jsonNested('(select settings from reading_beginnings b where b.place_id = p.id)'),
      uses: jsonNested(
        `(select settings from reading_settings r where r.account_id = p.account_id and (r.settings ->> '$.shown'
           or exists (select 1 from ${SAID} where s.place_id = p.id)))`,
      ),
    })} as json from places p where p.id = $placeId and p.class_id = $classId and p.left_at is null`,
    { classId, placeId },
  )

/** Whose place it is, where somebody has come in there. */
export const accountAt = (db: Database, placeId: PlaceId) =>
  db.row<{ accountId: AccountId | null }>('select account_id as accountId from places where id = $placeId', {
    placeId,
  })

/** The children that a family follows, by class, with whether it lets the teachers there see which help is used; as JSON. */
export const shownJson = (db: Database, viewer: AccountId) =>
  db.json(
    `with ${MINE} select ${jsonObject({
      children: jsonArray(
        jsonObject({
          classId: 'c.id',
          placeId: 'p.id',
          name: 'p.name',
          className: 'c.name',
          shown: jsonBoolean(
            'exists (select 1 from reading_shown s where s.place_id = p.id and s.by_account = $viewer)',
          ),
        }),
        `from mine m join places p on p.id = m.place_id join classes c on c.id = m.class_id
         where m.own = 0 order by p.name, c.name`,
      ),
    })} as json`,
    { viewer },
  )
