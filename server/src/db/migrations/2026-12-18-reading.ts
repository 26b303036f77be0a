import type { Migration } from '../migration.js'

/** What pupils mark in passages, the words that they keep, and what was counted while they read aloud. */
export const reading: Migration = {
  name: '2026-12-18-reading',
  up: [
    `create table reading_marks (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       id text not null,
       colour text not null,
       anchor text not null check (json_valid(anchor)),
       note text not null,
       at integer not null,
       primary key (work_id, place_id, id)
     ) strict, without rowid`,
    `create table reading_counts (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       attempt integer not null,
       question_id text not null,
       slips text not null check (json_valid(slips)),
       last integer not null,
       seconds real not null,
       correct integer not null,
       per_minute integer not null,
       by_account text not null references accounts (id),
       at integer not null,
       primary key (work_id, place_id, attempt, question_id)
     ) strict, without rowid`,
    `create table own_words (
       account_id text not null references accounts (id) on delete cascade,
       id text not null,
       word text not null,
       -- as it is looked for: without capitals
       folded text not null,
       context text not null,
       sentence text not null,
       at integer not null,
       primary key (account_id, id),
       unique (account_id, folded)
     ) strict, without rowid`,
  ],
  down: ['drop table reading_marks', 'drop table reading_counts', 'drop table own_words'],
}
