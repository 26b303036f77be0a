import type { ClassId, PlaceId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'

export type OwnPlace = { readonly classId: ClassId; readonly placeId: PlaceId }

const OWN_WORK = `select ${jsonObject({
  className: 'c.name',
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  submissions: jsonArray(
    jsonObject({
      workId: 'w.id',
      kind: 'w.kind',
      title: 'w.title',
      points: 'w.points',
      phase: "coalesce(i.phase, 'untouched')",
      mark: 'i.mark',
      feedback: 'i.feedback',
      draft: 'k.html',
      worksheet: `(select json_object('sheets', json(t.sheets), 'version', t.version) from worksheets t
        where t.work_id = w.id and t.place_id = p.id)`,
      handIns: jsonArray(
        jsonObject({
          number: 'h.number',
          at: 'h.at',
          html: 'h.html',
          worksheet: jsonNested('h.worksheet'),
        }),
        'from hand_ins h where h.work_id = w.id and h.place_id = p.id order by h.number',
      ),
      files: jsonArray(
        jsonObject({ id: 'f.id', name: 'f.name', hash: 'f.hash' }),
        `from files f where f.work_id = w.id and f.place_id = p.id and (f.removed_at is null
           or exists (select 1 from hand_in_files x where x.file_id = f.id)) order by f.added_at, f.id`,
      ),
    }),
    `from works w left join submissions i on i.work_id = w.id and i.place_id = p.id
     left join drafts k on k.work_id = w.id and k.place_id = p.id
     where w.class_id = c.id and (i.work_id is not null or k.work_id is not null) order by w.posted_at, w.id`,
  ),
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

/** Everything that one pupil has made in a class. */
export const ownWorkJson = (db: Database, { classId, placeId }: OwnPlace) =>
  db.json(OWN_WORK, { classId, placeId })

/** The classes of some places, with the place in each. */
export const ownClasses = (db: Database, places: readonly PlaceId[]) =>
  db.rows<OwnPlace & { className: string }>(
    `select p.class_id as classId, p.id as placeId, c.name as className from places p join classes c on c.id = p.class_id
     where p.id in (select value from json_each($places)) order by c.made_at, p.id`,
    { places: JSON.stringify(places) },
  )
