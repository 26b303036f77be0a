import type { Migration } from '../migration.js'

/** What a class says of itself: pages, links one press away, files; and birthdays of those who want them known. */
export const about: Migration = {
  name: '2026-11-25-about',
  up: [
    `
create table class_pages (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  kind text not null,
  title text not null,
  html text not null,
  times text not null,
  month text,
  version integer not null default 1,
  changed_at integer not null,
  changed_by text not null references accounts (id),
  removed_at integer
) strict;
create index class_pages_of_class on class_pages (class_id);
create table class_links (
  class_id text not null references classes (id) on delete cascade,
  position integer not null,
  title text not null,
  url text not null,
  primary key (class_id, position)
) strict, without rowid;
create table class_files (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  by_account text not null references accounts (id),
  hash text not null,
  name text not null,
  type text not null,
  size integer not null,
  at integer not null,
  removed_at integer
) strict;
create index class_files_of_class on class_files (class_id);
alter table accounts add column birthday text`,
  ],
  down: [
    'alter table accounts drop column birthday',
    'drop table class_files',
    'drop table class_links',
    'drop table class_pages',
  ],
}
