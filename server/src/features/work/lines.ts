import { jsonObject } from '../../db/index.js'

/** SQL that writes the shapes of the contract; the statements of several features share it. */

/** The columns of a `workLine`, from a works row named `w`. */
export const WORK_LINE = {
  id: 'w.id',
  title: 'w.title',
  points: 'w.points',
  minutes: 'w.minutes',
  opensAt: 'w.opens_at',
  dueAt: 'w.due_at',
  closesAt: 'w.closes_at',
  postedAt: 'w.posted_at',
} as const

/** A `standing`, from a pieces row named `i` that may be missing: then nobody has moved the piece. */
export const STANDING = jsonObject({
  phase: "coalesce(i.phase, 'untouched')",
  phaseBefore: "coalesce(i.phase_before, 'untouched')",
  handIns: 'coalesce(i.hand_ins, 0)',
  firstHandedInAt: 'i.first_handed_in_at',
  handedInAt: 'i.handed_in_at',
  handedBackAt: 'i.handed_back_at',
  receivedAt: 'i.received_at',
  mark: 'i.mark',
  tryAgainBy: 'i.try_again_by',
})

/** The name of the teacher who owns class `c`. */
export const TEACHER_NAME = `(select a.shown_name from teachers t join accounts a on a.id = t.account_id
  where t.class_id = c.id and t.role = 'owner')`

/** How the looks of a person at a piece are named. */
export const pieceLook = (workId: string, placeId: string): string => `piece:${workId}:${placeId}`

/**
 * How many side notes by others came since the viewer ($viewer) last looked: over one piece, or with no place
 * over all pieces of work `w`.
 */
export const newNotes = (place?: string): string =>
  `(select count(*) from side_notes n
    left join looks l on l.account_id = $viewer and l.what = 'piece:' || n.work_id || ':' || n.place_id
    where n.work_id = w.id ${place ? `and n.place_id = ${place}` : ''}
      and n.by_account <> $viewer and n.at > coalesce(l.at, 0))`

/** Counts over the pieces of work `w`: in, to mark, and asked of so many places. */
export const counts = (placesOfClass: string): string =>
  `(select json_object(
      'in', count(*) filter (where phase in ('withTeacher', 'handedBack', 'received')),
      'toMark', count(*) filter (where phase = 'withTeacher'),
      'of', ${placesOfClass} - count(*) filter (where phase = 'excused'))
    from pieces q join places s on s.id = q.place_id and s.left_at is null where q.work_id = w.id)`
