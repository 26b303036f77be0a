import { jsonObject } from '../../db/index.js'
import { NOT_HIDDEN } from '../accounts/fragments.js'
import { APPEARED } from '../submissions/fragments.js'

/** Classes and circles, as rows of id, name, archived_at and kind. */
export const SPACES = `(select id, name, archived_at, 'class' as kind from classes
    union all select id, name, null, 'circle' from circles)`

/** The name of a class or a circle. */
export const spaceName = (id: string): string =>
  `coalesce((select name from classes where id = ${id}), (select name from circles where id = ${id}))`

/** Whether a teacher looks after a class or a circle. */
export const attended = (id: string): string => `(not exists (select 1 from circles where id = ${id})
    or exists (select 1 from circle_members m join accounts a on a.id = m.account_id and a.kind = 'teacher'
      where m.circle_id = ${id} and m.role = 'administrator'))`

/**
 * The table `seats`: each tie of the viewer ($viewer) to a class, with its group and place, or to a circle; a teacher has neither,
 * nor has anybody in a circle. The same as `Seat` of core.
 */
export const SEATS = `seats as materialized (
    select t.class_id as space_id, null as group_id, null as place_id, 'teacher' as role, 1 as oversees
      from teachers t where t.account_id = $viewer
    union all
    select p.class_id, p.group_id, p.id, 'pupil', 0 from places p where p.account_id = $viewer and p.left_at is null
    union all
    select p.class_id, p.group_id, p.id, 'family', 0 from family_links f
      join places p on p.id = f.place_id and p.left_at is null
      join classes k on k.id = p.class_id and k.families = 1
      where f.account_id = $viewer
    union all
    select m.circle_id, null, null, iif(m.role = 'administrator', 'teacher', 'pupil'), m.role = 'administrator' and a.kind = 'teacher'
      from circle_members m join accounts a on a.id = m.account_id where m.account_id = $viewer)`

/** The table `open_spaces`: the classes and circles of `seats` that are neither archived nor hidden; none of the others is looked at. */
export const OPEN_SPACES = `open_spaces as materialized (select c.id, c.name from ${SPACES} c
    where c.id in (select space_id from seats) and c.archived_at is null and ${NOT_HIDDEN})`

/** Whether the group of a column belongs to the audience of conversation `v`. */
const inGroups = (column: string): string => `(v.all_groups = 1
    or exists (select 1 from conversation_groups g where g.conversation_id = v.id and g.group_id = ${column}))`

/** Whether seat `s` belongs to the audience of conversation `v`: `isAddressed` of core. */
const ADDRESSED = `(s.role = 'teacher'
    or (iif(s.role = 'pupil', v.for_pupils, v.for_families) = 1 and ${inGroups('s.group_id')}))`

/** Whether the pupil of seat `s` is asked for the work that `v` stands beside, and it has appeared. */
const ASKED_OF_SEAT = `exists (select 1 from asked a where a.work_id = v.work_id and a.place_id = s.place_id and ${APPEARED})`

/** Whether seat `s` is one by which the viewer reads conversation `v`: `reachesBy` of core. */
const REACHED = `case v.kind
    when 'letter' then exists (select 1 from conversation_people l where l.conversation_id = v.id
      and ((l.account_id = $viewer and l.side = s.role) or (s.oversees = 1 and l.is_pupil = 1)))
    when 'thread' then s.role = 'teacher' or (s.role = 'pupil' and ${ASKED_OF_SEAT})
    when 'sideNote' then s.role = 'teacher' or (s.role = 'pupil' and s.place_id = v.place_id and ${ASKED_OF_SEAT})
    else ${ADDRESSED} end`

/** Whether `v` was removed neither itself nor with the work that it stands beside. */
const STANDS = `v.removed_at is null and (v.work_id is null
    or exists (select 1 from works w where w.id = v.work_id and w.removed_at is null))`

/**
 * Everybody to whom conversation `v` is addressed, as rows of place_id, name, account_id and side: a pupil, also one who has not
 * come in yet, each family of a child, and each member of a circle, who has no place.
 */
export const ADDRESSEES = `(select p.id as place_id, p.name, p.account_id, 'pupil' as side from places p
    where p.class_id = v.space_id and p.left_at is null and v.for_pupils = 1 and ${inGroups('p.group_id')}
  union all
  select p.id, p.name, f.account_id, 'family' from family_links f join places p on p.id = f.place_id and p.left_at is null
    join classes k on k.id = p.class_id and k.families = 1
    where p.class_id = v.space_id and v.for_families = 1 and ${inGroups('p.group_id')}
  union all
  select null, a.shown_name, m.account_id, 'pupil' from circle_members m join accounts a on a.id = m.account_id
    where m.circle_id = v.space_id and m.role = 'member' and v.for_pupils = 1 and v.all_groups = 1)`

/** Whether person `l` belongs to circle `v.space_id` as what. */
const belongsTo = (role: 'administrator' | 'member'): string =>
  `exists (select 1 from circle_members m where m.circle_id = v.space_id and m.account_id = l.account_id and m.role = '${role}')`

/** Whether person `l` of letter `v` still belongs to its class or circle as what they were written to. */
export const BELONGS = `case l.side
    when 'teacher' then exists (select 1 from teachers t where t.class_id = v.space_id and t.account_id = l.account_id)
      or ${belongsTo('administrator')}
    when 'pupil' then exists (select 1 from places p where p.class_id = v.space_id and p.account_id = l.account_id and p.left_at is null)
      or ${belongsTo('member')}
    else exists (select 1 from family_links f join places p on p.id = f.place_id and p.left_at is null
      join classes k on k.id = p.class_id and k.families = 1
      where f.account_id = l.account_id and p.class_id = v.space_id) end`

/** The accounts that read conversation `v` by $now besides teachers who only look after it, as rows of account_id and role. */
export const READERS = `(select t.account_id, 'teacher' as role from teachers t where t.class_id = v.space_id and v.kind <> 'letter'
  union
  select m.account_id, 'teacher' from circle_members m
    where m.circle_id = v.space_id and m.role = 'administrator' and v.kind <> 'letter'
  union
  select a.account_id, a.side from ${ADDRESSEES} a where v.kind in ('notice', 'room') and a.account_id is not null
  union
  select p.account_id, 'pupil' from asked a join places p on p.id = a.place_id and p.account_id is not null and p.left_at is null
    where a.work_id = v.work_id and (v.place_id is null or a.place_id = v.place_id) and ${APPEARED}
  union
  select l.account_id, l.side from conversation_people l where l.conversation_id = v.id and ${BELONGS})`

/** The answers to notice `v` of those who are still there. */
export const TAPS = `(select t.* from notice_taps t where t.conversation_id = v.id and (
    exists (select 1 from places p where p.id = t.place_id and p.left_at is null)
    or (t.place_id is null and exists (select 1 from circle_members m
      where m.circle_id = v.space_id and m.account_id = t.account_id))))`

/** Whether an account has seen the notice `v` itself. */
export const hasSeen = (account: string): string =>
  `exists (select 1 from read_positions r where r.account_id = ${account} and r.conversation_id = v.id and r.at >= v.appears_at)`

/** As what the viewer reads conversation `v` by $now, or null, from `seats`: `readingOf` of core. */
export const ROLE = `(select s.role from seats s where s.space_id = v.space_id and ${STANDS} and ${REACHED}
    and (s.role = 'teacher' or v.appears_at <= max($now, v.made_at))
    order by case s.role when 'teacher' then 0 when 'pupil' then 1 else 2 end limit 1)`

/** The places of the viewer, and the membership in a circle, to which conversation `v` is addressed, from `seats`, as `s`. */
export const OWN_SEATS = `from seats s where s.space_id = v.space_id and s.role <> 'teacher' and ${ADDRESSED}`

/** Whether message `m` of `v` is for whoever reads it as `v.role`: `hears` of core; the notice itself is for all. */
const HEARD = `(v.kind <> 'notice' or v.role = 'teacher' or m.id = v.id or m.side in (v.role, 'teacher'))`

/** Where the viewer was last in `v`. */
export const POSITION =
  'coalesce((select at from read_positions r where r.account_id = $viewer and r.conversation_id = v.id), 0)'

/** Whether `v` is to the viewer: a letter between others, which a teacher can read, is never new. */
export const CONCERNED = `(v.kind <> 'letter' or exists (select 1 from conversation_people l
    where l.conversation_id = v.id and l.account_id = $viewer))`

/** Whether message `m` of `v` was shown by others since the viewer was there last: `isNew` of core. */
const SHOWN_SINCE = `m.by_account <> $viewer and m.removed_at is null and m.shown_at > ${POSITION}`

/** What counts as new of `v`, which has a `role`. Where nothing was shown since, no message is looked at. */
export const newMessages = (more = ''): string => ofNewMessages('count(*)', more, '0')

/** The same, of which something else than their number is said: an expression over rows `m`; null where nothing is new. */
export const ofNewMessages = (
  what: string,
  more = '',
  none = 'null',
): string => `iif(coalesce(v.last_shown_at, 0) > ${POSITION} and ${CONCERNED}, (select ${what} from messages m
    where m.conversation_id = v.id and ${SHOWN_SINCE} and ${HEARD} ${more}), ${none})`

/** The conversations that stand on the page of a class's talk; those beside work stand with the work. */
export const IN_TALK = "v.kind in ('notice', 'room', 'letter')"

/**
 * How many words by others came beside work `w` since the viewer ($viewer) last read them, for teachers: in all side notes and
 * the thread of the class, or in the side note of one place.
 */
export const newNotes = (place?: string): string => newBeside(place ? `v.place_id = ${place}` : '1')

const newBeside = (which: string): string => `(select count(*) from conversations v
    join messages m on m.conversation_id = v.id and ${SHOWN_SINCE}
    where v.work_id = w.id and coalesce(v.last_shown_at, 0) > ${POSITION} and ${which})`

/** The same for the pupil of a place: the own side note and the thread. To others nothing goes of these, not their number. */
export const ownNewNotes = (place: string): string =>
  `iif(exists (select 1 from places o where o.id = ${place} and o.account_id = $viewer),
    ${newBeside(`coalesce(v.place_id, ${place}) = ${place}`)}, 0)`

/** How much was said in the thread of the class beside work `w`, and how much of it is new to the viewer. */
export const THREAD = jsonObject({
  count: `(select count(*) from conversations v join messages m on m.conversation_id = v.id and m.removed_at is null
    and m.shown_at is not null where v.work_id = w.id and v.kind = 'thread')`,
  fresh: newBeside("v.kind = 'thread'"),
})

/** The side notes of pupils of class `c` that the viewer has not read, as `m` of `v` beside work `w`, of place `p`. */
export const UNREAD_NOTES = `from conversations v join works w on w.id = v.work_id and w.removed_at is null
   join places p on p.id = v.place_id and p.left_at is null join messages m on m.conversation_id = v.id
   where v.space_id = c.id and v.kind = 'sideNote' and coalesce(v.last_shown_at, 0) > ${POSITION}
     and m.by_account = p.account_id and m.removed_at is null and m.shown_at > ${POSITION}`

/** How many messages of `v` wait for the nod. */
export const WAITING = `(select count(*) from messages m where m.conversation_id = v.id and m.shown_at is null
    and m.state = 'waits' and m.removed_at is null)`

/** Whether message `m` mentions the viewer, a group of theirs or all; from `seats`. */
export const MENTIONS_VIEWER = `exists (select 1 from message_mentions n where n.message_id = m.id and (n.target in ($viewer, 'all')
    or n.target in (select group_id from seats)))`

/** Whether message `m` of `v` answers the viewer: a message of theirs, or a notice. */
export const ANSWERS_VIEWER = `((v.kind = 'notice' and m.id <> v.id and v.by_account = $viewer)
    or exists (select 1 from messages w where w.id = m.answers and w.by_account = $viewer))`

/** Messages of `v` that whoever reads it as `v.role` sees once they are shown, as `m`. */
export const SHOWN_IN = `m.conversation_id = v.id and m.shown_at is not null and ${HEARD}`

/** What of `v` is shown to nobody else: the own messages that wait or were sent back, and for teachers what waits. */
export const UNSHOWN_IN = `m.conversation_id = v.id and m.shown_at is null and m.removed_at is null
    and (m.by_account = $viewer or (v.role = 'teacher' and m.state = 'waits'))`
