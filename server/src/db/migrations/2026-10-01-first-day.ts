import type { Migration } from '../migration.js'

const tables = `
create table settings (name text primary key, value text not null) strict;

create table accounts (
  id text primary key,
  kind text not null check (kind in ('teacher', 'pupil', 'family')),
  user_name text not null unique,
  shown_name text not null,
  secret_hash text not null,
  made_at integer not null
) strict;

create table sessions (
  token_hash text primary key,
  account_id text not null references accounts (id) on delete cascade,
  began_at integer not null,
  seen_at integer not null,
  ends_at integer not null
) strict;
create index sessions_of_account on sessions (account_id);

create table looks (
  account_id text not null references accounts (id) on delete cascade,
  what text not null,
  at integer not null,
  primary key (account_id, what)
) strict, without rowid;

create table classes (
  id text primary key,
  name text not null,
  year_label text not null,
  made_at integer not null
) strict;

create table teachers (
  class_id text not null references classes (id) on delete cascade,
  account_id text not null references accounts (id),
  role text not null check (role in ('owner', 'coTeacher')),
  primary key (class_id, account_id)
) strict, without rowid;
create index teachers_of_account on teachers (account_id);

create table groups (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  name text not null,
  position integer not null
) strict;
create index groups_of_class on groups (class_id);

create table places (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  group_id text not null references groups (id),
  name text not null,
  account_id text references accounts (id),
  claimed_at integer,
  key_serial integer not null default 1,
  key_hash text not null unique,
  made_at integer not null,
  unique (class_id, account_id)
) strict;
create index places_of_class on places (class_id, name);
create index places_of_account on places (account_id);

create table family_links (
  place_id text not null references places (id) on delete cascade,
  account_id text not null references accounts (id) on delete cascade,
  made_at integer not null,
  primary key (place_id, account_id)
) strict, without rowid;
create index family_links_of_account on family_links (account_id);

create table doors (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  code text not null unique,
  opened_by text not null references accounts (id),
  opened_at integer not null,
  closes_at integer,
  closed_at integer
) strict;
create index doors_of_class on doors (class_id, opened_at);

create table door_entries (
  door_id text not null references doors (id) on delete cascade,
  place_id text not null references places (id) on delete cascade,
  at integer not null,
  primary key (door_id, place_id)
) strict, without rowid;

create table topics (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  name text not null,
  position integer not null
) strict;
create index topics_of_class on topics (class_id);

create table works (
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
create index works_of_topic on works (class_id, topic_id, posted_at);

create table moves (
  work_id text not null references works (id),
  place_id text not null references places (id),
  number integer not null,
  kind text not null,
  at integer not null,
  by_account text not null references accounts (id),
  mark integer,
  try_again_by integer,
  feedback text,
  hand_in_id text references hand_ins (id),
  primary key (work_id, place_id, number)
) strict, without rowid;

create table pieces (
  work_id text not null references works (id),
  place_id text not null references places (id),
  phase text not null,
  phase_before text not null,
  hand_ins integer not null,
  first_handed_in_at integer,
  handed_in_at integer,
  handed_back_at integer,
  received_at integer,
  mark integer,
  try_again_by integer,
  feedback text,
  moves integer not null,
  primary key (work_id, place_id)
) strict, without rowid;
create index pieces_of_place on pieces (place_id);

create table copies (
  work_id text not null references works (id),
  place_id text not null references places (id),
  html text not null,
  version integer not null,
  saved_at integer not null,
  primary key (work_id, place_id)
) strict;

create table copy_versions (
  work_id text not null,
  place_id text not null,
  version integer not null,
  html text not null,
  saved_at integer not null,
  primary key (work_id, place_id, version),
  foreign key (work_id, place_id) references copies (work_id, place_id)
) strict;

create table hand_ins (
  id text primary key,
  work_id text not null references works (id),
  place_id text not null references places (id),
  number integer not null,
  html text not null,
  at integer not null,
  unique (work_id, place_id, number)
) strict;

create table files (
  id text primary key,
  work_id text not null references works (id),
  place_id text not null references places (id),
  hash text not null,
  name text not null,
  type text not null,
  size integer not null,
  added_by text not null references accounts (id),
  added_at integer not null,
  removed_at integer
) strict;
create index files_of_piece on files (work_id, place_id);

create table hand_in_files (
  hand_in_id text not null references hand_ins (id),
  file_id text not null references files (id),
  primary key (hand_in_id, file_id)
) strict, without rowid;

create table side_notes (
  id text primary key,
  work_id text not null references works (id),
  place_id text not null references places (id),
  by_account text not null references accounts (id),
  text text not null,
  at integer not null
) strict;
create index side_notes_of_piece on side_notes (work_id, place_id, at);

create table notices (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  by_account text not null references accounts (id),
  html text not null,
  at integer not null
) strict;
create index notices_of_class on notices (class_id, at);

create table notice_replies (
  id text primary key,
  notice_id text not null references notices (id) on delete cascade,
  by_account text not null references accounts (id),
  text text not null,
  at integer not null
) strict;
create index notice_replies_of_notice on notice_replies (notice_id, at)`

/** Moves and hand-ins are a record: written once, never changed, never taken out. */
const record = ['moves', 'hand_ins', 'hand_in_files'].flatMap(name =>
  ['update', 'delete'].map(
    verb =>
      `create trigger ${name}_never_${verb} before ${verb} on ${name} begin select raise(abort, '${name} are only ever added to'); end`,
  ),
)

const names = [...tables.matchAll(/create table (\w+)/g)].map(found => found[1] ?? '')

export const firstDay: Migration = {
  name: '2026-10-01-first-day',
  up: [tables, ...record],
  down: [
    ...['moves', 'hand_ins', 'hand_in_files'].flatMap(name => [
      `drop trigger ${name}_never_update`,
      `drop trigger ${name}_never_delete`,
    ]),
    ...names.reverse().map(name => `drop table ${name}`),
  ],
}
