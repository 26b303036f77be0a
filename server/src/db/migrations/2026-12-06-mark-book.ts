import type { Migration } from '../migration.js'

/** How a class turns marks into averages, and marks that were typed and not handed back yet. */
export const markBook: Migration = {
  name: '2026-12-06-mark-book',
  up: [
    `create table mark_rules (
       class_id text primary key references classes (id) on delete cascade,
       rules text not null check (json_valid(rules))
     ) strict, without rowid`,
    'alter table works add column extra integer not null default 0',
    'alter table works add column counts integer not null default 1',
    `create table draft_marks (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       mark integer not null,
       by_account text not null references accounts (id),
       at integer not null,
       primary key (work_id, place_id)
     ) strict, without rowid`,
    'create index draft_marks_of_place on draft_marks (place_id)',
    // submissions whose being late takes nothing
    `create table late_forgiven (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       primary key (work_id, place_id)
     ) strict, without rowid`,
    'create index late_forgiven_of_place on late_forgiven (place_id)',
  ],
  down: [
    'drop table late_forgiven',
    'drop table draft_marks',
    'alter table works drop column counts',
    'alter table works drop column extra',
    'drop table mark_rules',
  ],
}
