import type { Migration } from '../migration.js'

/** Wrong tries of the last day, by what they count for: a restart frees nobody. */
export const tries: Migration = {
  name: '2026-11-27-tries',
  up: [
    `create table tries (id integer primary key, book text not null, key text not null, at integer not null) strict;
     create index tries_by_time on tries (at)`,
  ],
  down: ['drop table tries'],
}
