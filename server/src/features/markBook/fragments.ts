import { jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'

/** How work `w` counts. */
export const COUNTING = {
  points: 'w.points',
  category: 'w.category',
  extra: jsonBoolean('w.extra = 1'),
  counts: jsonBoolean('w.counts = 1'),
} as const

/** Moves `m` that gave a mark which was not taken back. */
export const GAVE_MARK = `m.kind = 'handBack' and m.mark is not null and not exists (select 1 from moves r
  where r.work_id = m.work_id and r.place_id = m.place_id and r.number = m.number + 1 and r.kind = 'recall')`

/** When a teacher last gave, changed or took back a mark of place `p`; a pupil who leaves work as it was takes nothing back. */
export const MARKED_AT = `(select max(m.at) from moves m where m.place_id = p.id
  and m.kind in ('handBack', 'tryAgain', 'recall') and not (m.kind = 'recall' and exists (select 1 from moves r
    where r.work_id = m.work_id and r.place_id = m.place_id and r.number = m.number - 1 and r.kind = 'improve')))`

/** All marks that were given for work `w` of place `p`, whose submission is `i`, the first first. */
export const MARKS_GIVEN =
  jsonNested(`iif(i.handed_back_at is null, '[]', (select json_group_array(m.mark) from (
    select m.mark from moves m where m.work_id = w.id and m.place_id = p.id and ${GAVE_MARK}
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
