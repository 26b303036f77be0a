import type { Migration } from '../migration.js'

/**
 * Own copies whose versions can be told from those of a server set back, looked through and brought back; presses
 * that arrive later than they were made; words that their writer took away; the thread of a class beside its work.
 */
export const ownCopies: Migration = {
  name: '2026-11-25-own-copies',
  up: [
    `
alter table copies add column trail text not null default '[]';
alter table copies add column kept_at integer;
alter table copy_versions add column why text not null default 'choice';
alter table copy_versions add column kept_at integer not null default 0;
alter table copy_versions add column kept_by text references accounts (id);
alter table copy_versions add column words integer not null default 0;
alter table hand_ins add column pressed_at integer;
alter table moves add column pressed_at integer;
alter table side_notes add column removed_at integer;
alter table side_notes add column removed_by text references accounts (id);
create table class_notes (
  id text primary key,
  work_id text not null references works (id),
  by_account text not null references accounts (id),
  text text not null,
  at integer not null,
  removed_at integer,
  removed_by text references accounts (id)
) strict;
create index class_notes_of_work on class_notes (work_id, at);
create index files_of_place on files (place_id)`,
  ],
  down: [
    'drop index files_of_place',
    'drop table class_notes',
    'alter table side_notes drop column removed_by',
    'alter table side_notes drop column removed_at',
    'alter table moves drop column pressed_at',
    'alter table hand_ins drop column pressed_at',
    'alter table copy_versions drop column words',
    'alter table copy_versions drop column kept_by',
    'alter table copy_versions drop column kept_at',
    'alter table copy_versions drop column why',
    'alter table copies drop column kept_at',
    'alter table copies drop column trail',
  ],
}
