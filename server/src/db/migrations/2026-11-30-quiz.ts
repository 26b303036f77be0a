import type { Migration } from '../migration.js'

/** Attempts at quizzes, their answers, and every check of an answer. */
export const quiz: Migration = {
  name: '2026-11-30-quiz',
  up: [
    `create table quiz_attempts (
      work_id text not null references works (id) on delete cascade,
      place_id text not null references places (id) on delete cascade,
      number integer not null,
      begun_at integer not null,
      handed_in_at integer,
      score integer,
      primary key (work_id, place_id, number)
    ) strict, without rowid`,
    `create table quiz_answers (
      work_id text not null references works (id) on delete cascade,
      place_id text not null references places (id) on delete cascade,
      attempt integer not null,
      question_id text not null,
      answer text not null check (json_valid(answer)),
      version integer not null,
      flagged integer not null,
      at integer not null,
      checks integer not null,
      wrong_checks integer not null,
      -- the version that the last check was of: what was changed since has not been checked
      checked_version integer not null,
      solved integer not null,
      -- the part of its points that it is worth; null while a teacher has to say it
      share real,
      primary key (work_id, place_id, attempt, question_id)
    ) strict, without rowid`,
    `create table quiz_checks (
      work_id text not null references works (id) on delete cascade,
      place_id text not null references places (id) on delete cascade,
      attempt integer not null,
      question_id text not null,
      number integer not null,
      answer text not null check (json_valid(answer)),
      share real not null,
      at integer not null,
      primary key (work_id, place_id, attempt, question_id, number)
    ) strict, without rowid`,
    `create table quiz_more_time (
      work_id text not null references works (id) on delete cascade,
      place_id text not null references places (id) on delete cascade,
      minutes integer not null check (minutes > 0),
      primary key (work_id, place_id)
    ) strict, without rowid`,
  ],
  down: [
    'drop table quiz_more_time',
    'drop table quiz_checks',
    'drop table quiz_answers',
    'drop table quiz_attempts',
  ],
}
