import type { ClassId, Instant, PlaceId } from '@oppen/core/ids'
import type { MarkRules } from '@oppen/core/marks'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'
import { TEACHER_NAME } from '../accounts/fragments.js'
import { COUNTED } from '../markBook/fragments.js'
import { APPEARED, MARK_RULES_OF, OWN_TIMING, STATUS } from '../submissions/fragments.js'

export type Span = { readonly from: string; readonly to: string }

const WORDS = `coalesce((select words from report_words r where r.place_id = p.id and r.from_week = $from
  and r.to_week = $to), '')`

const REPORTS = `select ${jsonObject({
  className: 'c.name',
  pupils: jsonArray(
    jsonObject({ placeId: 'p.id', name: 'p.name', words: WORDS }),
    'from places p where p.class_id = c.id and p.left_at is null order by p.name, p.id',
  ),
})} as json from classes c where c.id = $classId`

/** The pupils of a class with what is said of them in reports for a span of weeks. */
export const reportsJson = (db: Database, classId: ClassId, span: Span) =>
  db.json(REPORTS, { classId, ...span })

export const reportClass = async (db: Database, classId: ClassId) => {
  const json = await db.json(
    `select ${jsonObject({ className: 'c.name', teacherName: TEACHER_NAME, rules: MARK_RULES_OF })} as json
     from classes c where c.id = $classId`,
    { classId },
  )
  return json === undefined
    ? undefined
    : (JSON.parse(json) as { className: string; teacherName: string; rules: MarkRules })
}

/** What reports of some pupils are made of, as JSON for each: it is read by whoever makes them. */
export const reportRows = (
  db: Database,
  classId: ClassId,
  { placeIds, now, ...span }: Span & { readonly placeIds: readonly PlaceId[]; readonly now: Instant },
) =>
  db.rows<{ json: string }>(
    `select ${jsonObject({
      name: 'p.name',
      words: WORDS,
      goals: jsonArray(
        jsonObject({
          text: 'one.value',
          reached: jsonNested(
            "iif(exists (select 1 from goals_reached r where r.place_id = p.id and r.week = g.week and r.goal = one.value), 'true', 'false')",
          ),
        }),
        `from goals g, json_each(g.texts) one where g.class_id = p.class_id and g.week between $from and $to
         order by g.week, one.key`,
      ),
      submissions: jsonArray(
        jsonObject({
          ...COUNTED,
          title: 'w.title',
          week: 'w.week',
          timing: jsonObject(OWN_TIMING),
          status: STATUS,
        }),
        `from asked a join works w on w.id = a.work_id and w.asks = 'handIn' and w.removed_at is null
         left join submissions i on i.work_id = a.work_id and i.place_id = p.id
         where a.place_id = p.id and ${APPEARED} order by coalesce(a.due_at, w.posted_at), w.id`,
      ),
    })} as json from places p where p.class_id = $classId and p.left_at is null
       and p.id in (select value from json_each($placeIds)) order by p.name, p.id`,
    { classId, now, ...span, placeIds: JSON.stringify(placeIds) },
  )
