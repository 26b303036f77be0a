import type { Migration } from '../migration.js'

/** Work that asks to be finished, of pupils or of families; forms and their answers. */
export const form: Migration = {
  name: '2026-11-30-form',
  up: [
    `alter table works add column asked_for text not null default 'handIn' check (asked_for in ('look', 'finish', 'handIn'))`,
    'update works set asked_for = asks',
    'alter table works drop column asks',
    'alter table works rename column asked_for to asks',
    // whether families have a part in it
    'alter table works add column by_family integer not null default 0',
    // the families that have done their part, by their children; no moment: it would tell whose answer is whose
    `create table family_parts (
      work_id text not null references works (id) on delete cascade,
      place_id text not null references places (id) on delete cascade,
      primary key (work_id, place_id)
    ) strict, without rowid`,
    // without names all but the receipt is null, which only the device knows that answered
    `create table form_answers (
      id text primary key,
      work_id text not null references works (id) on delete cascade,
      place_id text references places (id) on delete cascade,
      account_id text references accounts (id),
      side text not null check (side in ('pupil', 'family')),
      batch integer not null,
      receipt text,
      at integer,
      answers text not null check (json_valid(answers)),
      check ((place_id is null) = (account_id is null) and (place_id is null) = (at is null)
        and (place_id is null) = (receipt is not null))
    ) strict, without rowid`,
    'create unique index form_answers_named on form_answers (work_id, place_id, side) where place_id is not null',
    'create unique index form_answers_receipt on form_answers (work_id, receipt) where receipt is not null',
  ],
  down: [
    'drop table form_answers',
    'drop table family_parts',
    'alter table works drop column by_family',
    `alter table works add column asked_for text not null default 'handIn' check (asked_for in ('look', 'handIn'))`,
    `update works set asked_for = iif(asks = 'look', 'look', 'handIn')`,
    'alter table works drop column asks',
    'alter table works rename column asked_for to asks',
  ],
}
