import type { Migration } from '../migration.js'

/** What an attempt was begun with, so that nothing of it changes with its quiz; and what a teacher gives a single answer. */
export const quizScores: Migration = {
  name: '2026-11-30-quiz-scores',
  up: [
    // the ids of its questions in their order; null of attempts from before: they are picked again
    'alter table quiz_attempts add column questions text check (json_valid(questions))',
    `alter table quiz_attempts add column decimal_sign text not null default '.'`,
    // whether its time ran out with nobody there to hand it in
    'alter table quiz_attempts add column ended integer not null default 0',
    `alter table quiz_answers add column note text not null default ''`,
    // how long it took, in milliseconds
    'alter table quiz_answers add column spent integer not null default 0',
    'create index quiz_attempts_open on quiz_attempts (begun_at) where handed_in_at is null',
  ],
  down: [
    'drop index quiz_attempts_open',
    'alter table quiz_answers drop column spent',
    'alter table quiz_answers drop column note',
    'alter table quiz_attempts drop column ended',
    'alter table quiz_attempts drop column decimal_sign',
    'alter table quiz_attempts drop column questions',
  ],
}
