import type { Migration } from '../migration.js'

/** Own entries of people, and the addresses under which other programs read somebody's calendar. */
export const calendar: Migration = {
  name: '2026-11-25-calendar',
  up: [
    `
create table entries (
  id text primary key,
  account_id text not null references accounts (id) on delete cascade,
  title text not null,
  note text not null,
  from_date text not null,
  to_date text not null,
  starts text,
  ends text,
  changed_at integer not null,
  removed_at integer
) strict;
create index entries_of_account on entries (account_id, to_date);
create table feeds (
  account_id text primary key references accounts (id) on delete cascade,
  source text not null,
  hash text not null unique,
  made_at integer not null,
  read_at integer
) strict`,
  ],
  down: ['drop table feeds', 'drop table entries'],
}
