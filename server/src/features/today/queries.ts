import type { Instant } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { markerInSql } from '@oppen/core/readMarkers'
import { addDays, type LocalDate } from '@oppen/core/zone'
import { type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'
import { NOT_HIDDEN, nameOf, TEACHER_NAME } from '../accounts/fragments.js'
import { MINE } from '../classes/fragments.js'
import { APPEARED, counts, familyWaits, OWN_LINE, STATUS, TAUGHT_LINE } from '../submissions/fragments.js'
import {
  IN_TALK,
  newMessages,
  newNotes,
  OPEN_SPACES,
  ownNewNotes,
  POSITION,
  ROLE,
  SEATS,
  UNREAD_NOTES,
  WAITING,
} from '../talk/fragments.js'

const DAY = 86_400_000
/** What closed, was said or changed stays on Today for so long; Progress has all of it. */
const KEPT = 14 * DAY
/** So many that came back are shown for a place, the newest: whoever never looks does not get a year at once. */
const BACK = 20
/** So many days of load are shown, this one included. */
const DAYS = 7

const submissionsJson = jsonArray(
  jsonObject({
    classId: 'c.id',
    className: 'c.name',
    placeId: 'm.place_id',
    child: 'm.child',
    work: jsonObject(OWN_LINE),
    status: STATUS,
    feedback: 'i.feedback',
    minutesToday: `(select coalesce(sum(l.minutes), 0) from work_loads l
      where l.work_id = w.id and l.day = $today and l.holder in (a.group_id, a.place_id))`,
    newNotes: ownNewNotes('m.place_id'),
    familyWaits: jsonBoolean(familyWaits('m.place_id')),
  }),
  `from mine m join classes c on c.id = m.class_id
   join asked a on a.place_id = m.place_id and ${APPEARED} join works w on w.id = a.work_id
   left join submissions i on i.work_id = w.id and i.place_id = m.place_id
   where case coalesce(i.phase, 'untouched')
     when 'handedBack' then i.handed_back_at > coalesce((select at from read_markers
       where account_id = $viewer and what = ${markerInSql('submission', 'w.id', 'm.place_id')}), 0)
       and i.handed_back_at >= coalesce((select j.handed_back_at from submissions j where j.place_id = m.place_id
         and j.handed_back_at is not null order by j.handed_back_at desc limit 1 offset ${BACK - 1}), 0)
     when 'withTeacher' then 1
     when 'tryAgain' then 1
     when 'excused' then 0
     when 'received' then 0
     else coalesce(a.closes_at, $now) >= $since end
   order by a.due_at, w.posted_at, w.id`,
)

/** Minutes of the next days, of the places of each pupil or child together; reading them does not grow with the work. */
const daysJson = jsonArray(
  jsonObject({ child: 'child', day: 'day', minutes: 'minutes' }),
  `from (select m.child, d.day, sum(d.minutes) as minutes
     from mine m join places p on p.id = m.place_id
     join day_loads d on d.holder in (p.group_id, p.id) and d.day between $today and $lastDay
     group by m.child, d.day having sum(d.minutes) > 0 order by d.day)`,
)

const PLACES = '(select count(*) from places p where p.class_id = c.id and p.left_at is null)'
const OPEN_DOOR = `from doors d where d.class_id = c.id and d.closed_at is null and (d.closes_at is null or d.closes_at > $now)`

const workOfTeacher = jsonArray(
  `json_patch(${jsonObject({ ...TAUGHT_LINE, newNotes: 'w.new_notes', oldestAt: 'w.oldest_at' })}, w.numbers)`,
  `from (select w.*, ${counts()} as numbers, ${newNotes()} as new_notes,
           (select min(q.handed_in_at) from submissions q join places s on s.id = q.place_id and s.left_at is null
             where q.work_id = w.id and q.phase = 'withTeacher') as oldest_at
         from works w where w.class_id = c.id and w.posted_at is not null and w.removed_at is null) w
   where w.new_notes > 0 or w.oldest_at is not null
     or exists (select 1 from work_times t where t.work_id = w.id and t.due_at between $since and $ahead)
   order by (select min(due_at) from work_times where work_id = w.id), w.posted_at, w.id`,
)

const asksJson = jsonArray(
  jsonObject({
    workId: 'w.id',
    title: 'w.title',
    placeId: 'p.id',
    name: 'p.name',
    html: 'm.html',
    at: 'm.shown_at',
  }),
  `${UNREAD_NOTES} order by m.shown_at limit 20`,
)

const teachingJson = jsonArray(
  jsonObject({
    classId: 'c.id',
    className: 'c.name',
    pupils: PLACES,
    claimed: '(select count(account_id) from places p where p.class_id = c.id and p.left_at is null)',
    waiting: '(select count(*) from join_requests v where v.class_id = c.id and v.answer is null)',
    doorOpen: jsonBoolean(`exists (select 1 ${OPEN_DOOR})`),
    doorClosesAt: `(select closes_at ${OPEN_DOOR} order by opened_at desc limit 1)`,
    asks: asksJson,
    works: workOfTeacher,
  }),
  `from teachers t join classes c on c.id = t.class_id and c.archived_at is null
   where t.account_id = $viewer and ${NOT_HIDDEN} order by c.made_at, c.id`,
)

/** The newest notices that the viewer reads, from `seats`, in classes and circles that are not hidden or archived. */
const notices = jsonArray(
  jsonObject({
    id: 'v.id',
    spaceId: 'c.id',
    spaceName: 'c.name',
    by: nameOf('m.by_account'),
    html: 'm.html',
    at: 'v.appears_at',
    isNew: jsonBoolean(`m.by_account <> $viewer and v.appears_at > ${POSITION}`),
  }),
  `from (select v.*, ${ROLE} as role from conversations v
      where v.kind = 'notice' and v.appears_at between $since and max($now, v.made_at) and v.space_id in (select id from open_spaces)) v
   join open_spaces c on c.id = v.space_id join messages m on m.id = v.id
   where v.role is not null order by v.appears_at desc limit 6`,
)

/** What waits for the nod in `v`, which has a `role`, for who looks after it: after letters teachers alone. */
const WAITS = `iif(v.role = 'teacher' and (v.kind <> 'letter' or exists (select 1 from seats s
    where s.space_id = v.space_id and s.oversees = 1)), ${WAITING}, 0)`

/** What is new in the talk of each class and circle that is not hidden or archived, and for teachers what waits for the nod. */
const talk = jsonArray(
  jsonObject({ spaceId: 'space_id', newMessages: 'sum(fresh)', waiting: 'sum(waits)' }),
  `from (select v.space_id, iif(${IN_TALK}, ${newMessages()}, 0) as fresh, ${WAITS} as waits
     from (select v.*, ${ROLE} as role from conversations v
       where v.space_id in (select id from open_spaces) and (${IN_TALK} or v.kind = 'thread')) v where v.role is not null)
   group by space_id having sum(fresh) + sum(waits) > 0`,
)

const EMPTY = "json('[]')"

/** Invitations that wait for the viewer's answer: who asks and into which class, nothing else of it. */
const invitationsJson = jsonArray(
  jsonObject({ id: 'i.id', kind: 'i.kind', className: 'c.name', by: 'b.shown_name', at: 'i.made_at' }),
  `from invitations i join classes c on c.id = i.class_id join accounts b on b.id = i.made_by
   where i.account_id = $viewer and i.answer is null and i.ends_at > $now order by i.made_at`,
)

/** Children that a family has asked to follow and no teacher has answered for. */
const askedJson = jsonArray(
  jsonObject({
    className: 'c.name',
    teacherName: TEACHER_NAME,
    name: 'v.about',
    at: 'v.at',
    turnedAway: jsonBoolean("v.answer = 'no'"),
  }),
  `from join_requests v join classes c on c.id = v.class_id where v.account_id = $viewer and v.kind = 'family'
   and (v.answer is null or (v.answer = 'no' and v.answered_at > $since)) order by v.at`,
)
/** What was changed in posted work and told, for those of whom it is asked. */
const changesJson = jsonArray(
  jsonObject({
    classId: 'c.id',
    className: 'c.name',
    workId: 'w.id',
    placeId: 'm.place_id',
    child: 'm.child',
    title: 'w.title',
    by: 'b.shown_name',
    at: 'n.at',
    isNew: jsonBoolean(
      `n.at > coalesce((select at from read_markers where account_id = $viewer and what = ${markerInSql('today')}), 0)`,
    ),
  }),
  `from work_news n cross join works w on w.id = n.work_id and w.removed_at is null
   cross join mine m on m.class_id = w.class_id
   join asked a on a.work_id = w.id and a.place_id = m.place_id and ${APPEARED}
   join classes c on c.id = w.class_id join accounts b on b.id = n.by_account
   where n.at > $since order by n.at desc limit 10`,
)

const head = {
  now: '$now',
  readAt: `(select at from read_markers where account_id = $viewer and what = ${markerInSql('today')})`,
  invitations: invitationsJson,
}

const WITH_PLACES = `with ${MINE}, ${SEATS}, ${OPEN_SPACES}
  select ${jsonObject({
    ...head,
    submissions: submissionsJson,
    teaching: EMPTY,
    asked: askedJson,
    notices,
    talk,
    changes: changesJson,
    days: daysJson,
  })} as json`

const TEACHING = `with ${SEATS}, ${OPEN_SPACES} select ${jsonObject({
  ...head,
  submissions: EMPTY,
  teaching: teachingJson,
  asked: EMPTY,
  notices,
  talk,
  changes: EMPTY,
  days: EMPTY,
})} as json`

/**
 * Everything that Today shows. Teachers have classes and others have places, never both; a statement of its own
 * for each is read by the database in half the time.
 */
export const todayJson = (
  db: Database,
  { accountId, kind }: Viewer,
  { now, today }: { readonly now: Instant; readonly today: LocalDate },
) =>
  kind === 'teacher'
    ? db.json(TEACHING, { viewer: accountId, now, since: now - KEPT, ahead: now + 7 * DAY })
    : db.json(WITH_PLACES, {
        viewer: accountId,
        now,
        today,
        lastDay: addDays(today, DAYS - 1),
        since: now - KEPT,
      })
