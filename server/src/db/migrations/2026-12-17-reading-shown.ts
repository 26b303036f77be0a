import type { Migration } from '../migration.js'

/** Families who say that teachers of a class may see which reading help their child uses. */
export const readingShown: Migration = {
  name: '2026-12-17-reading-shown',
  up: [
    `create table reading_shown (
       place_id text not null references places (id) on delete cascade,
       by_account text not null references accounts (id) on delete cascade,
       at integer not null,
       primary key (place_id, by_account)
     ) strict, without rowid`,
  ],
  down: ['drop table reading_shown'],
}
