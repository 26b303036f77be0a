import type { Migration } from '../migration.js'

/** From which class one was carried over, and by which press: pressed twice it is one class. */
export const carriedOver: Migration = {
  name: '2026-12-13-carried-over',
  up: [
    `create table carried_over (
       class_id text primary key references classes (id) on delete cascade,
       from_class text not null references classes (id) on delete cascade,
       press text not null,
       by_account text not null references accounts (id),
       at integer not null,
       -- work is copied some at a time, by its ids: so far it has come, and whether that was all
       last_work text not null default '',
       done integer not null default 0,
       unique (from_class, by_account, press)
     ) strict, without rowid`,
  ],
  down: ['drop table carried_over'],
}
