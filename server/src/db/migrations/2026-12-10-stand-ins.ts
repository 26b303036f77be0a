import type { Migration } from '../migration.js'

/** The stand-in pupil of a class, with whom its teachers try things out: a place that is not in the class, as one who left is not. */
export const standIns: Migration = {
  name: '2026-12-10-stand-ins',
  up: [
    `create table stand_ins (
       class_id text primary key references classes (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       account_id text not null references accounts (id) on delete cascade
     ) strict, without rowid`,
    'create index stand_ins_of_account on stand_ins (account_id)',
    'create index stand_ins_of_place on stand_ins (place_id)',
  ],
  down: ['drop table stand_ins'],
}
