import type { Migration } from '../migration.js'

/** From which class one was carried over, and by which press: pressed twice it is one class. */
export const carriedOver: Migration = {
  name: '2026-12-13-carried-over',
  up: [
    `create table carried_over (
       class_id text primary key references classes (id) on delete cascade,
       from_class text not null references classes (id) on delete cascade,
       press text not null unique,
       by_account text not null references accounts (id),
       at integer not null
     ) strict, without rowid`,
    'create index carried_over_from on carried_over (from_class)',
  ],
  down: ['drop table carried_over'],
}
