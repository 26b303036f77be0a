import { MARK_RULES } from '@oppen/core/marks'
import { jsonArray, jsonNested, jsonObject } from '../../db/index.js'

/** SQL that writes the shapes of the contract; the statements of several features share it. */

const HEAD = {
  id: 'w.id',
  kind: 'w.kind',
  title: 'w.title',
  points: 'w.points',
  minutes: 'w.minutes',
} as const

/** A `timing`, from a row `a` of `asked`: the times that hold for one place. */
export const OWN_TIMING = { opensAt: 'a.opens_at', dueAt: 'a.due_at', closesAt: 'a.closes_at' } as const

/** A `workLine` as one place has it, from a works row `w` and its row `a` of `asked`. */
export const OWN_LINE = {
  ...HEAD,
  ...OWN_TIMING,
  postedAt: 'max(w.posted_at, coalesce(a.appears_at, 0))',
} as const

const span = (end: 'min' | 'max', column: string) =>
  `(select ${end}(${column}) from work_times where work_id = w.id)`

/** A `workLine` as teachers have it, from a works row `w`: from the first time of all groups to the last. */
export const TAUGHT_LINE = {
  ...HEAD,
  opensAt: span('min', 'opens_at'),
  dueAt: span('min', 'due_at'),
  closesAt: span('max', 'closes_at'),
  postedAt: 'coalesce(w.posted_at, w.made_at)',
} as const

/** Whether work `w` has a group for which it never closes. */
export const NEVER_CLOSES = 'exists (select 1 from work_times where work_id = w.id and closes_at is null)'

/** One work ($classId, $workId) as `w` with its class `c`; nothing where it is none of the class or was removed. */
export const FROM_WORK = `from works w join classes c on c.id = w.class_id
  where w.id = $workId and w.class_id = $classId and w.removed_at is null`

/** What stands over a page about work `w` of class `c`, and what the kind of work has of its own, as it is stored. */
export const WORK_HEAD = {
  className: 'c.name',
  title: 'w.title',
  details: jsonNested('w.details'),
} as const

/** The pupil of place `p`. */
export const PUPIL = { placeId: 'p.id', name: 'p.name' } as const

/** Where the submission `i` of place `p` to work `w` is, if it was ever moved. */
export const LEFT_SUBMISSION = 'left join submissions i on i.work_id = w.id and i.place_id = p.id'

/** The submissions that lie with the teacher: `work_id` and `place_id`. */
export const WITH_TEACHER = "(select work_id, place_id from submissions where phase = 'withTeacher')"

/** The phase of a submission `i` that may be missing. */
export const PHASE = "coalesce(i.phase, 'untouched')"

/** Everybody of whom work `w` is asked, by name, as place `p`, with what else is joined to it. */
export const fromAsked = (more: string): string =>
  `from asked a join places p on p.id = a.place_id and p.left_at is null ${more} where a.work_id = w.id order by p.name`

/**
 * Submissions of rows `t` that have a work and a place, as work `w` that was not removed and the row `a` of `asked`; with the
 * columns of `SUBMISSION_ADDRESS`.
 */
export const JOIN_ASKED = `join works w on w.id = t.work_id and w.removed_at is null
  join asked a on a.work_id = t.work_id and a.place_id = t.place_id`
export const SUBMISSION_ADDRESS = 'w.class_id as classId, t.work_id as workId, t.place_id as placeId'

/** The times of each group that is asked for work `w`, with what else is to be said of the group. */
export const groupTimes = (more: Readonly<Record<string, string>> = {}): string =>
  jsonArray(
    jsonObject({
      groupId: 't.group_id',
      appearsAt: 't.appears_at',
      opensAt: 't.opens_at',
      dueAt: 't.due_at',
      closesAt: 't.closes_at',
      why: jsonNested('t.why'),
      problems: jsonNested('t.problems'),
      ...more,
    }),
    `from work_times t join groups g on g.id = t.group_id where t.work_id = w.id and (w.for_whom <> 'pupils'
       or exists (select 1 from work_pupils k join places p on p.id = k.place_id
                  where k.work_id = w.id and p.group_id = t.group_id))
     order by g.position`,
  )

/** Whether the family of a place still has a part to do in work `w`. */
export const familyWaits = (place: string): string =>
  `(w.by_family and not exists (select 1 from family_parts f where f.work_id = w.id and f.place_id = ${place}))`

/** Whether the row `a` of `asked` has appeared by $now. */
export const APPEARED = '(a.appears_at is null or a.appears_at <= $now)'

/** What the kind of work `w` has of its own: `details` of the contract. */
export const DETAILS = "iif(w.details is null, '{}', json_object(w.kind, json(w.details)))"

/** The same for whoever reads it ($kind): what stands under `key` gives answers away and is for teachers alone. */
export const SEEN_DETAILS =
  "iif(w.details is null, '{}', json_object(w.kind, json(iif($kind = 'teacher', w.details, json_remove(w.details, '$.key')))))"

/** Where work `w` stands before its pupils: `posting` of the contract. */
export const POSTING = `case when w.posted_at is null then 'draft'
  when not exists (select 1 from work_times t where t.work_id = w.id and (t.appears_at is null or t.appears_at <= $now))
    then 'planned' else 'posted' end`

/** What comes with the directions of work `w`, but for what stands in its own parts: it is shown there. */
export const MATERIALS = jsonArray(
  jsonObject({ id: 'm.id', kind: 'm.kind', title: 'm.title', url: 'm.url', type: 'm.type', size: 'm.size' }),
  `from materials m where m.work_id = w.id and (w.details is null or instr(w.details, '/materials/' || m.id) = 0)
   order by m.position, m.id`,
)

/** A `status`, from a submissions row named `i` that may be missing: then nobody has moved the submission. */
export const STATUS = jsonObject({
  phase: PHASE,
  phaseBefore: "coalesce(i.phase_before, 'untouched')",
  handIns: 'coalesce(i.hand_ins, 0)',
  firstHandedInAt: 'i.first_handed_in_at',
  handedInAt: 'i.handed_in_at',
  handedBackAt: 'i.handed_back_at',
  receivedAt: 'i.received_at',
  mark: 'i.mark',
  tryAgainBy: 'i.try_again_by',
})

/** How many places are asked for work `w`, of all groups or of the one that `t` is limited to. */
const askedOf = (group: string) => `iif(w.for_whom = 'pupils',
    (select count(*) from work_pupils k join places s on s.id = k.place_id and s.left_at is null
      where k.work_id = w.id ${group && `and s.group_id = ${group}`}),
    (select count(*) from work_times u join places s on s.group_id = u.group_id and s.left_at is null
      where u.work_id = w.id ${group && `and u.group_id = ${group}`}))`

/** Counts over the works `w`: in, to mark, and asked; of all groups, or of one. What is to be looked at is in once it was opened. */
export const counts = (group = ''): string =>
  `(select json_object(
      'in', count(*) filter (where phase in ('withTeacher', 'handedBack', 'received')
                                or (w.asks in ('look', 'finish') and phase = 'started')),
      'toMark', count(*) filter (where phase = 'withTeacher' and w.asks = 'handIn'),
      'of', ${askedOf(group)} - count(*) filter (where phase = 'excused'))
    from submissions q join places s on s.id = q.place_id and s.left_at is null
    where q.work_id = w.id ${group && `and s.group_id = ${group}`})`

/** From the submission of one place ($classId, $workId, $placeId) by $now, with what else is joined to it. */
export const fromSubmission = (more = ''): string => `from works w join classes c on c.id = w.class_id
  join places p on p.class_id = w.class_id and p.id = $placeId
  join asked a on a.work_id = w.id and a.place_id = p.id and ${APPEARED}
  left join submissions i on i.work_id = w.id and i.place_id = p.id ${more}
  where w.id = $workId and w.class_id = $classId`

/** A `WritableSubmission`, from `fromSubmission`. */
export const WRITABLE = jsonObject({ status: STATUS, timing: jsonObject(OWN_TIMING), kind: 'w.kind' })

/** What commands look at in a submission, from `fromSubmission`. */
export const SUBMISSION_NOW = {
  status: STATUS,
  timing: jsonObject(OWN_TIMING),
  kind: 'w.kind',
  feedback: 'i.feedback',
  levels: 'i.levels',
  sticker: 'i.sticker',
  moves: 'coalesce(i.moves, 0)',
  points: 'w.points',
} as const

/** The rules of class `c` about averages, as text; those saved before there were some of them begin as all classes do. */
export const RULES = `json_insert(coalesce((select rules from mark_rules where class_id = c.id), '${JSON.stringify(MARK_RULES)}'),
  '$.wordsOnly', json('false'), '$.figures', json('false'), '$.averages', json('true'), '$.signals', json('${JSON.stringify(MARK_RULES.signals)}'))`

/** The rules of class `c` about averages. */
export const MARK_RULES_OF = jsonNested(RULES)

/** The words of class `c` for marks, the highest first. */
export const SCALE_OF = jsonNested(`${RULES} -> '$.scale'`)

/** Of what came back from submission `i`: the levels that were chosen and the sticker, while it is with the pupil. */
export const VERDICT = {
  levels: jsonNested("iif(i.phase in ('handedBack', 'tryAgain'), i.levels, null)"),
  sticker: "iif(i.phase in ('handedBack', 'tryAgain'), i.sticker, null)",
} as const
