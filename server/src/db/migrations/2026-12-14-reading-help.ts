import type { Migration } from '../migration.js'

/** What makes text easier to read: what people chose, and what teachers set for the beginning of a pupil. */
export const readingHelp: Migration = {
  name: '2026-12-14-reading-help',
  up: [
    `create table reading_settings (
       account_id text primary key references accounts (id) on delete cascade,
       settings text not null check (json_valid(settings)),
       at integer not null
     ) strict, without rowid`,
    `create table reading_beginnings (
       place_id text primary key references places (id) on delete cascade,
       settings text not null check (json_valid(settings)),
       by_account text not null references accounts (id),
       at integer not null
     ) strict, without rowid`,
  ],
  down: ['drop table reading_settings', 'drop table reading_beginnings'],
}
