import type { ClassId, Instant, KeyId, PlaceId } from '@oppen/core/ids'
import type { KeyKind } from '@oppen/core/joining'
import type { Database } from '../../db/index.js'

export type KeyLine = {
  placeId: PlaceId
  keyId: KeyId
  kind: KeyKind
  source: string
  madeAt: Instant
  usedAt: Instant | null
}

/** The keys of all places of the pupil who has place `p`, with `s` for those places. */
const KEYS_OF_PUPIL = `join places s on s.id = p.id
       or (p.account_id is not null and s.account_id = p.account_id and s.left_at is null)
     join keys k on k.place_id = s.id and k.ended_at is null`

/**
 * One home key and one family key for each pupil of a class. A pupil of several classes has got a card in each, and
 * all of them open; shown is the one of this class, with the last use of any.
 */
export const keysOfClass = (db: Database, classId: ClassId) =>
  db.rows<KeyLine>(
    `select placeId, keyId, kind, source, madeAt, usedAt from (
       select p.id as placeId, p.name, k.id as keyId, k.kind, k.source, k.made_at as madeAt,
         max(k.used_at) over (partition by p.id, k.kind) as usedAt,
         row_number() over (partition by p.id, k.kind order by s.id = p.id desc, k.made_at desc, k.id) as nth
       from places p ${KEYS_OF_PUPIL}
       where p.class_id = $classId and p.left_at is null)
     where nth = 1 order by name, kind desc`,
    { classId },
  )

/** Every key of one kind that opens to the pupil of a place, whichever class it was given in. */
export const keysOfPupil = (db: Database, placeId: PlaceId, kind: KeyKind) =>
  db.rows<{ keyId: KeyId }>(
    `select k.id as keyId from places p ${KEYS_OF_PUPIL} where p.id = $placeId and k.kind = $kind`,
    { placeId, kind },
  )

export const placesWithoutKey = (db: Database, kind: KeyKind) =>
  db.rows<{ placeId: PlaceId }>(
    `select p.id as placeId from places p
     where not exists (select 1 from keys k where k.place_id = p.id and k.kind = $kind)`,
    { kind },
  )
