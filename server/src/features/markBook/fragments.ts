import { MARK_RULES } from '@oppen/core/marks'
import { jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'

/** The rules of class `c` about averages. */
export const MARK_RULES_OF = jsonNested(
  `coalesce((select rules from mark_rules where class_id = c.id), '${JSON.stringify(MARK_RULES)}')`,
)

/** How work `w` counts. */
export const COUNTING = {
  points: 'w.points',
  category: 'w.category',
  extra: jsonBoolean('w.extra = 1'),
  counts: jsonBoolean('w.counts = 1'),
} as const

/** All marks that were given for work `w` of place `p`, whose submission is `i`, the first first. */
export const MARKS_GIVEN =
  jsonNested(`iif(i.handed_back_at is null, '[]', (select json_group_array(m.mark) from (
    select m.mark from moves m where m.work_id = w.id and m.place_id = p.id and m.kind = 'handBack' and m.mark is not null
    order by m.number) m))`)

/** Whether being late with work `w` was forgiven to place `p`. */
export const FORGIVEN = jsonBoolean(
  'exists (select 1 from late_forgiven f where f.work_id = w.id and f.place_id = p.id)',
)

/** A `Counted` of core but for its status and timing. */
export const COUNTED = {
  id: 'w.id',
  counting: jsonObject(COUNTING),
  marks: MARKS_GIVEN,
  forgiven: FORGIVEN,
} as const
