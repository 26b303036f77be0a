import type { Migration } from '../migration.js'

/** Which goals of a week a pupil has reached, as a teacher saw it. */
export const goalsReached: Migration = {
  name: '2026-12-08-goals-reached',
  up: [
    `create table goals_reached (
       place_id text not null references places (id) on delete cascade,
       week text not null,
       goal text not null,
       by_account text not null references accounts (id),
       at integer not null,
       primary key (place_id, week, goal)
     ) strict, without rowid`,
  ],
  down: ['drop table goals_reached'],
}
