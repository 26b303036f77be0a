import type { Migration } from '../migration.js'

/**
 * Posted work with its kind, week, lane and rules of timing; what comes out of the rules stands in `work_times`, one
 * row for each group that is asked. `rules` is empty for work posted before there were any.
 */
const works = `
drop view if exists asked;
create table works_now (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  topic_id text references topics (id),
  kind text not null default 'assignment',
  title text not null,
  directions text not null,
  template text,
  question text,
  week text,
  lane text check (lane in ('getReady', 'lesson', 'followUp')),
  rules text not null default '',
  group_rules text not null default '{}',
  for_whom text not null default 'all' check (for_whom in ('all', 'groups', 'pupils')),
  points integer check (points > 0),
  minutes integer check (minutes > 0),
  category text not null default '',
  pinned integer not null default 0,
  position integer not null default 0,
  version integer not null default 1,
  made_at integer not null,
  posted_at integer,
  posted_by text not null references accounts (id),
  removed_at integer
) strict;
insert into works_now (id, class_id, topic_id, title, directions, template, points, minutes, position, made_at, posted_at, posted_by)
  select id, class_id, topic_id, title, directions, template, points, minutes,
    -row_number() over (partition by class_id, topic_id order by posted_at, id desc), posted_at, posted_at, posted_by from works;
create table work_times (
  work_id text not null references works (id) on delete cascade,
  group_id text not null references groups (id) on delete cascade,
  appears_at integer,
  opens_at integer,
  due_at integer,
  closes_at integer,
  why text not null default 'null',
  problems text not null default '[]',
  primary key (work_id, group_id)
) strict, without rowid;
create index work_times_of_group on work_times (group_id, due_at);
create index work_times_to_come on work_times (group_id, appears_at) where appears_at is not null;
create index pieces_come_back on pieces (place_id, handed_back_at) where handed_back_at is not null;
insert into work_times (work_id, group_id, opens_at, due_at, closes_at)
  select w.id, g.id, w.opens_at, w.due_at, w.closes_at from works w join groups g on g.class_id = w.class_id;
drop table works;
alter table works_now rename to works;
create index works_of_topic on works (class_id, topic_id, pinned, position);
create index works_of_week on works (class_id, week);
create table work_pupils (
  work_id text not null references works (id) on delete cascade,
  place_id text not null references places (id) on delete cascade,
  primary key (work_id, place_id)
) strict, without rowid;
create index work_pupils_of_place on work_pupils (place_id);
create table extensions (
  work_id text not null references works (id) on delete cascade,
  place_id text not null references places (id) on delete cascade,
  due text not null,
  due_at integer not null,
  why text not null,
  at integer not null,
  by_account text not null references accounts (id),
  primary key (work_id, place_id)
) strict, without rowid;
create index extensions_of_place on extensions (place_id);
create table materials (
  id text primary key,
  work_id text not null references works (id) on delete cascade,
  kind text not null check (kind in ('file', 'link')),
  title text not null,
  url text,
  hash text,
  type text,
  size integer,
  position integer not null
) strict;
create index materials_of_work on materials (work_id, position);
create table work_news (
  id integer primary key,
  work_id text not null references works (id) on delete cascade,
  at integer not null,
  by_account text not null references accounts (id)
) strict;
create index work_news_of_work on work_news (work_id, at);
create index work_news_by_time on work_news (at);
create table answers (
  work_id text not null references works (id) on delete cascade,
  place_id text not null references places (id) on delete cascade,
  text text not null,
  choices text not null,
  at integer not null,
  version integer not null,
  primary key (work_id, place_id)
) strict, without rowid;
create table answer_replies (
  id text primary key,
  work_id text not null references works (id) on delete cascade,
  place_id text not null references places (id) on delete cascade,
  by_account text not null references accounts (id),
  text text not null,
  at integer not null
) strict;
create index answer_replies_of_answer on answer_replies (work_id, place_id, at)`

/**
 * Which piece is asked of which place, with the times that hold there: those of its group, or an extension of its
 * own, after which it stays open at least as long. A place that left its group keeps the pieces it has begun.
 */
const asked = `create view asked as
  select w.id as work_id, w.class_id, p.id as place_id, p.group_id, t.appears_at, t.opens_at,
    coalesce(x.due_at, t.due_at) as due_at,
    iif(x.due_at is null or t.closes_at is null, t.closes_at, max(t.closes_at, x.due_at)) as closes_at,
    coalesce(x.why, t.why, 'null') as why, x.due_at is not null as extended
  from places p
    join works w on w.class_id = p.class_id and w.posted_at is not null and w.removed_at is null
    left join work_times t on t.work_id = w.id and t.group_id = p.group_id
    left join extensions x on x.work_id = w.id and x.place_id = p.id
  where (t.work_id is not null and (w.for_whom <> 'pupils'
           or exists (select 1 from work_pupils k where k.work_id = w.id and k.place_id = p.id)))
    or exists (select 1 from pieces i where i.work_id = w.id and i.place_id = p.id)`

const timetables = `
alter table lesson_times add column place text not null default '';
alter table lesson_times add column rotation text;
alter table lesson_times add column from_date text;
alter table lesson_times add column until_date text;
create table lesson_changes (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  group_id text references groups (id) on delete cascade,
  lesson_id text references lesson_times (id) on delete cascade,
  kind text not null check (kind in ('cancelled', 'moved', 'extra')),
  on_date text,
  to_date text,
  starts text,
  ends text,
  place text not null default ''
) strict;
create index lesson_changes_of_class on lesson_changes (class_id);
create table lesson_notes (
  class_id text not null references classes (id) on delete cascade,
  group_id text not null references groups (id) on delete cascade,
  lesson_key text not null,
  live text not null default '',
  own text not null default '',
  primary key (group_id, lesson_key)
) strict, without rowid;
create index lesson_notes_of_class on lesson_notes (class_id);
alter table groups add column room text;
create table goals (
  class_id text not null references classes (id) on delete cascade,
  week text not null,
  texts text not null,
  primary key (class_id, week)
) strict, without rowid`

/**
 * Minutes that fall on days, for a group or for a single pupil beside it; `day_loads` adds them up as they come and
 * go, so that reading a term's load does not grow with the number of pieces.
 */
const loads = `
create table work_loads (
  work_id text not null,
  holder text not null,
  day text not null,
  minutes integer not null,
  primary key (work_id, holder, day)
) strict, without rowid;
create index work_loads_of_holder on work_loads (holder, day);
create table day_loads (
  holder text not null,
  day text not null,
  minutes integer not null,
  primary key (holder, day)
) strict, without rowid`

const sums = [
  `create trigger work_loads_come after insert on work_loads begin
     insert into day_loads (holder, day, minutes) values (new.holder, new.day, new.minutes)
       on conflict (holder, day) do update set minutes = minutes + excluded.minutes; end`,
  `create trigger work_loads_go after delete on work_loads begin
     update day_loads set minutes = minutes - old.minutes where holder = old.holder and day = old.day; end`,
]

const worksBefore = `
drop view asked;
create table works_before (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  topic_id text references topics (id),
  title text not null,
  directions text not null,
  template text,
  opens_at integer,
  due_at integer,
  closes_at integer,
  points integer check (points > 0),
  minutes integer check (minutes > 0),
  posted_at integer not null,
  posted_by text not null references accounts (id)
) strict;
insert into works_before
  select w.id, w.class_id, w.topic_id, w.title, w.directions, w.template, min(t.opens_at), min(t.due_at), max(t.closes_at),
    w.points, w.minutes, coalesce(w.posted_at, w.made_at), w.posted_by
  from works w left join work_times t on t.work_id = w.id group by w.id;
drop table works;
alter table works_before rename to works;
create index works_of_topic on works (class_id, topic_id, posted_at)`

const NEW_TABLES = [
  'day_loads',
  'work_loads',
  'goals',
  'lesson_notes',
  'lesson_changes',
  'materials',
  'work_news',
  'answer_replies',
  'answers',
  'extensions',
  'work_pupils',
  'work_times',
]

export const weeks: Migration = {
  name: '2026-11-25-weeks',
  up: [works, timetables, loads, asked, ...sums],
  down: [
    worksBefore,
    ...NEW_TABLES.map(name => `drop table ${name}`),
    'drop index pieces_come_back',
    'alter table groups drop column room',
    ...['place', 'rotation', 'from_date', 'until_date'].map(
      column => `alter table lesson_times drop column ${column}`,
    ),
  ],
}
