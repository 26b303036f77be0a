import { type Migration, onlyAdded } from '../migration.js'

const accounts = `
alter table accounts add column email text;
alter table accounts add column secret_kind text not null default 'password';
alter table accounts add column secret_once integer not null default 0;
alter table accounts add column guest integer not null default 0;
alter table accounts add column picture text;
alter table accounts add column identity text;
create unique index accounts_by_email on accounts (email);
create unique index accounts_by_identity on accounts (identity);
alter table sessions add column device text not null default '';
alter table sessions add column came_by text not null default 'secret';
alter table sessions add column idle integer;
alter table sessions add column ends_by integer;
alter table sessions add column tablet_id text;
create table resets (
  token_hash text primary key,
  account_id text not null references accounts (id) on delete cascade,
  made_at integer not null,
  ends_at integer not null
) strict`

const classes = `
alter table classes add column families integer not null default 1;
alter table classes add column shared integer not null default 0;
alter table classes add column own_secret text not null default 'password';
alter table classes add column idle_minutes integer not null default 5;
alter table classes add column admits text not null default 'register';
alter table classes add column archived_at integer;
create table lesson_times (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  group_id text references groups (id) on delete cascade,
  weekday integer not null check (weekday between 1 and 7),
  starts text not null,
  ends text not null
) strict;
create index lesson_times_of_class on lesson_times (class_id);
create table sights (
  account_id text not null references accounts (id) on delete cascade,
  class_id text not null references classes (id) on delete cascade,
  primary key (account_id, class_id)
) strict, without rowid`

/** The register's places, now with what is known of a pupil beside the name, and keys in a table of their own. */
const places = `
create table places_now (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  group_id text not null references groups (id),
  name text not null,
  account_id text references accounts (id),
  claimed_at integer,
  guest integer not null default 0,
  email text,
  number text,
  family_language text,
  picture text,
  left_at integer,
  left_how text check (left_how in ('moved', 'left', 'merged')),
  made_at integer not null,
  unique (class_id, account_id)
) strict;
insert into places_now (id, class_id, group_id, name, account_id, claimed_at, made_at)
  select id, class_id, group_id, name, account_id, claimed_at, made_at from places;
alter table family_links add column copied integer not null default 0;
create table keys (
  id text primary key,
  place_id text not null references places (id) on delete cascade,
  kind text not null check (kind in ('home', 'family')),
  source text not null,
  hash text not null unique,
  made_at integer not null,
  used_at integer,
  ended_at integer
) strict;
create index keys_of_place on keys (place_id, kind);
insert into keys (id, place_id, kind, source, hash, made_at)
  select 'f' || id, id, 'family', 'family ' || id || ' ' || key_serial, key_hash, made_at from places;
drop table places;
alter table places_now rename to places;
create index places_of_class on places (class_id, name);
create index places_of_account on places (account_id)`

const doors = `
alter table doors add column admits text not null default 'register';
create table waits (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  kind text not null check (kind in ('newcomer', 'family', 'tablet')),
  name text not null,
  about text,
  account_id text references accounts (id) on delete cascade,
  token_hash text unique,
  secret_hash text,
  secret_kind text,
  at integer not null,
  answer text check (answer in ('yes', 'no')),
  answered_at integer,
  place_id text references places (id) on delete set null
) strict;
create index waits_of_class on waits (class_id, answered_at);
create index waits_of_account on waits (account_id);
create table tablets (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  token_hash text not null unique,
  name text not null,
  made_at integer not null,
  seen_at integer not null,
  ended_at integer
) strict;
create index tablets_of_class on tablets (class_id);
create table invitations (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  kind text not null check (kind in ('pupil', 'coTeacher', 'family')),
  account_id text references accounts (id) on delete cascade,
  email text,
  place_id text references places (id) on delete cascade,
  token_hash text unique,
  made_by text not null references accounts (id),
  made_at integer not null,
  ends_at integer not null,
  answer text check (answer in ('accepted', 'declined', 'withdrawn')),
  answered_at integer
) strict;
create index invitations_of_class on invitations (class_id, answered_at);
create index invitations_of_account on invitations (account_id);
create table records (
  id integer primary key,
  class_id text references classes (id) on delete cascade,
  at integer not null,
  by_account text references accounts (id),
  kind text not null,
  params text not null
) strict;
create index records_of_class on records (class_id, at);
create table mails (
  id text primary key,
  at integer not null,
  recipient text not null,
  subject text not null,
  file text not null,
  by_account text references accounts (id) on delete set null,
  to_account text references accounts (id) on delete set null
) strict;
create index mails_by_time on mails (at)`

const circles = `
create table circles (
  id text primary key,
  name text not null,
  code text unique,
  made_at integer not null
) strict;
create table circle_members (
  circle_id text not null references circles (id) on delete cascade,
  account_id text not null references accounts (id) on delete cascade,
  role text not null check (role in ('keeper', 'member')),
  at integer not null,
  primary key (circle_id, account_id)
) strict, without rowid;
create index circle_members_of_account on circle_members (account_id);
create table circle_posts (
  id text primary key,
  circle_id text not null references circles (id) on delete cascade,
  by_account text not null references accounts (id),
  html text not null,
  at integer not null,
  removed_at integer
) strict;
create index circle_posts_of_circle on circle_posts (circle_id, at);
create table circle_files (
  id text primary key,
  circle_id text not null references circles (id) on delete cascade,
  by_account text not null references accounts (id),
  hash text not null,
  name text not null,
  type text not null,
  size integer not null,
  at integer not null,
  removed_at integer
) strict;
create index circle_files_of_circle on circle_files (circle_id, at)`

/** Merging moves what one place has to another: the only change that a record of moves and hand-ins allows. */
const merges = `
create table merges (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  from_place text not null references places (id),
  into_place text not null references places (id),
  at integer not null,
  by_account text not null references accounts (id),
  took text not null,
  running integer not null default 0,
  undone_at integer
) strict;
drop trigger moves_never_update;
drop trigger hand_ins_never_update`

const guarded = (name: string, columns: readonly string[]) => `create trigger ${name}_never_update
  before update on ${name} when ${columns.map(column => `new.${column} is not old.${column}`).join(' or ')}
    or not exists (select 1 from merges where running = 1 and old.place_id in (from_place, into_place, 'aside')
                   and new.place_id in (from_place, into_place, 'aside'))
  begin select raise(abort, '${name} are only ever added to') ; end`

const MOVE = [
  'work_id',
  'number',
  'kind',
  'at',
  'by_account',
  'mark',
  'try_again_by',
  'feedback',
  'hand_in_id',
]
const HAND_IN = ['id', 'work_id', 'number', 'html', 'at']

const up = [accounts, classes, places, doors, circles, merges]

const placesBefore = `
create table places_before (
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
insert into places_before (id, class_id, group_id, name, account_id, claimed_at, key_hash, made_at)
  select id, class_id, group_id, name, account_id, claimed_at,
    coalesce((select max(hash) from keys k where k.place_id = p.id and k.kind = 'family'), 'none ' || id), made_at
  from places p;
drop table keys;
drop table places;
alter table places_before rename to places;
create index places_of_class on places (class_id, name);
create index places_of_account on places (account_id)`

const dropColumns = (table: string, columns: readonly string[]) =>
  columns.map(column => `alter table ${table} drop column ${column}`)

export const gettingIn: Migration = {
  name: '2026-11-25-getting-in',
  up: [...up, guarded('moves', MOVE), guarded('hand_ins', HAND_IN)],
  down: [
    'drop trigger moves_never_update',
    'drop trigger hand_ins_never_update',
    ...['moves', 'hand_ins'].map(onlyAdded),
    ...['circle_files', 'circle_posts', 'circle_members', 'circles'].map(name => `drop table ${name}`),
    ...['merges', 'mails', 'records', 'invitations', 'tablets', 'waits'].map(name => `drop table ${name}`),
    ...dropColumns('family_links', ['copied']),
    placesBefore,
    ...['sights', 'lesson_times', 'resets'].map(name => `drop table ${name}`),
    ...dropColumns('doors', ['admits']),
    ...dropColumns('classes', ['families', 'shared', 'own_secret', 'idle_minutes', 'admits', 'archived_at']),
    ...dropColumns('sessions', ['device', 'came_by', 'idle', 'ends_by', 'tablet_id']),
    'drop index accounts_by_email',
    'drop index accounts_by_identity',
    ...dropColumns('accounts', ['email', 'secret_kind', 'secret_once', 'guest', 'picture', 'identity']),
  ],
}
