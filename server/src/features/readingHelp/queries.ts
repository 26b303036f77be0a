import type { AccountId, ClassId, PlaceId } from '@oppen/core/ids'
import { type Database, jsonNested, jsonObject } from '../../db/index.js'

/**
 * What a teacher set for the beginning of a place, and what its pupil chose where that is shown to teachers; nothing where it is not of this class or its pupil has left. */
export const beginningJson = (db: Database, { classId, placeId }: { classId: ClassId; placeId: PlaceId }) =>
  db.json(
    `select ${jsonObject({
      settings: jsonNested('(select settings from reading_beginnings b where b.place_id = p.id)'),
      uses: jsonNested(
        "(select settings from reading_settings r where r.account_id = p.account_id and r.settings ->> '$.shown')",
      ),
    })} as json from places p where p.id = $placeId and p.class_id = $classId and p.left_at is null`,
    { classId, placeId },
  )

/** Whose place it is, where somebody has come in there. */
export const accountAt = (db: Database, placeId: PlaceId) =>
  db.row<{ accountId: AccountId | null }>('select account_id as accountId from places where id = $placeId', {
    placeId,
  })
