/**
 * The table `seats`: each tie of the viewer ($viewer) to a class, with its group and place; a teacher has neither. The same as
 * `Seat` of core.
 */
export const SEATS = `seats as materialized (
    select t.class_id, null as group_id, null as place_id, 'teacher' as role from teachers t where t.account_id = $viewer
    union all
    select p.class_id, p.group_id, p.id, 'pupil' from places p where p.account_id = $viewer and p.left_at is null
    union all
    select p.class_id, p.group_id, p.id, 'family' from family_links f
      join places p on p.id = f.place_id and p.left_at is null
      join classes k on k.id = p.class_id and k.families = 1
      where f.account_id = $viewer)`

/** Whether the group of a column belongs to the audience of conversation `v`. */
const inGroups = (column: string): string => `(v.all_groups = 1
    or exists (select 1 from conversation_groups g where g.conversation_id = v.id and g.group_id = ${column}))`

/** Whether seat `s` belongs to the audience of conversation `v`: `isAddressed` of core. */
const ADDRESSED = `(s.role = 'teacher'
    or (iif(s.role = 'pupil', v.for_pupils, v.for_families) = 1 and ${inGroups('s.group_id')}))`

/**
 * Everybody to whom conversation `v` is addressed, as rows of place_id, name, account_id and side: a pupil, also one who has not
 * come in yet, and each family of a child.
 */
export const ADDRESSEES = `(select p.id as place_id, p.name, p.account_id, 'pupil' as side from places p
    where p.class_id = v.class_id and p.left_at is null and v.for_pupils = 1 and ${inGroups('p.group_id')}
  union all
  select p.id, p.name, f.account_id, 'family' from family_links f join places p on p.id = f.place_id and p.left_at is null
    join classes k on k.id = p.class_id and k.families = 1
    where p.class_id = v.class_id and v.for_families = 1 and ${inGroups('p.group_id')})`

/** Whether an account has seen the notice `v` itself. */
export const hasSeen = (account: string): string =>
  `exists (select 1 from read_positions r where r.account_id = ${account} and r.conversation_id = v.id and r.at >= v.appears_at)`

/** As what the viewer reads conversation `v` by $now, or null, from `seats`: `roleIn` of core. */
export const ROLE = `(select s.role from seats s where s.class_id = v.class_id and v.removed_at is null and ${ADDRESSED}
    and (s.role = 'teacher' or v.appears_at <= max($now, v.made_at))
    order by case s.role when 'teacher' then 0 when 'pupil' then 1 else 2 end limit 1)`

/** The places of the viewer to which conversation `v` is addressed, from `seats`, as `s`. */
export const OWN_SEATS = `from seats s where s.class_id = v.class_id and s.place_id is not null and ${ADDRESSED}`

/** Whether message `m` of `v` is for whoever reads it as `v.role`: `hears` of core; the notice itself is for all. */
const HEARD = `(v.kind = 'room' or v.role = 'teacher' or m.id = v.id or m.side = v.role
    or (m.side = 'teacher' and (v.role = 'pupil' or v.for_pupils = 0)))`

/** Where the viewer was last in `v`. */
export const POSITION =
  'coalesce((select at from read_positions r where r.account_id = $viewer and r.conversation_id = v.id), 0)'

/** What counts as new of `v`, which has a `role`: `isNew` of core. */
export const newMessages = (
  more = '',
): string => `(select count(*) from messages m where m.conversation_id = v.id
    and m.by_account <> $viewer and m.removed_at is null and m.shown_at > ${POSITION}
    and ${HEARD} ${more})`

/** How many messages of `v` wait for the nod. */
export const WAITING = `(select count(*) from messages m where m.conversation_id = v.id and m.shown_at is null
    and m.state = 'waits' and m.removed_at is null)`

/** Messages of `v` that whoever reads it as `v.role` sees once they are shown, as `m`. */
export const SHOWN_IN = `m.conversation_id = v.id and m.shown_at is not null and ${HEARD}`

/** What of `v` is shown to nobody else: the own messages that wait or were sent back, and for teachers what waits. */
export const UNSHOWN_IN = `m.conversation_id = v.id and m.shown_at is null and m.removed_at is null
    and (m.by_account = $viewer or (v.role = 'teacher' and m.state = 'waits'))`
