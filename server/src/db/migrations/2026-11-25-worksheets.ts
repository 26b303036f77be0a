import type { Migration } from '../migration.js'

/**
 * Worksheets: pages given out with the work or added by a pupil, and what stands on them. Ink is only ever added to:
 * what was taken off says since which version, so that every version can be seen again.
 */
export const worksheets: Migration = {
  name: '2026-11-25-worksheets',
  up: [
    `
create table sheets (
  id text primary key,
  work_id text not null references works (id),
  place_id text references places (id),
  position integer not null,
  hash text not null,
  type text not null,
  page integer not null,
  width real not null,
  height real not null,
  name text not null,
  removed_at integer
) strict;
create index sheets_of_work on sheets (work_id, position);
create table worksheets (
  work_id text not null references works (id),
  place_id text not null references places (id),
  sheets text not null,
  version integer not null,
  trail text not null,
  saved_at integer not null,
  kept_at integer,
  primary key (work_id, place_id)
) strict, without rowid;
create table worksheet_versions (
  work_id text not null,
  place_id text not null,
  version integer not null,
  sheets text not null,
  items integer not null,
  saved_at integer not null,
  why text not null,
  kept_at integer not null,
  kept_by text references accounts (id),
  primary key (work_id, place_id, version)
) strict, without rowid;
create table ink (
  work_id text not null,
  place_id text not null,
  id text not null,
  added integer not null,
  removed integer,
  sheet_id text not null,
  data text not null,
  primary key (work_id, place_id, id, added)
) strict, without rowid;
alter table hand_ins add column worksheet text`,
  ],
  down: [
    'alter table hand_ins drop column worksheet',
    'drop table ink',
    'drop table worksheet_versions',
    'drop table worksheets',
    'drop table sheets',
  ],
}
