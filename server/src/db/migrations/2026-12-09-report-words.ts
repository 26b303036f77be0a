import type { Migration } from '../migration.js'

/** What teachers say of pupils in reports for a span of weeks. */
export const reportWords: Migration = {
  name: '2026-12-09-report-words',
  up: [
    `create table report_words (
       place_id text not null references places (id) on delete cascade,
       from_week text not null,
       to_week text not null,
       words text not null,
       by_account text not null references accounts (id),
       at integer not null,
       primary key (place_id, from_week, to_week)
     ) strict, without rowid`,
  ],
  down: ['drop table report_words'],
}
