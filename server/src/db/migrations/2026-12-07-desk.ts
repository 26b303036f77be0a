import type { Migration } from '../migration.js'

const drafts = (name: string, columns: string): string => `create table ${name} (
  work_id text not null references works (id) on delete cascade,
  place_id text not null references places (id) on delete cascade,
  ${columns}
  by_account text not null references accounts (id),
  at integer not null,
  primary key (work_id, place_id)
) strict, without rowid`

/** What a teacher says of a submission before it is handed back, rubrics, what is put over a pupil's work, and saved phrases. */
export const desk: Migration = {
  name: '2026-12-07-desk',
  up: [
    drafts(
      'draft_marks_anew',
      `mark integer,
       feedback text not null default '',
       levels text not null default '{}' check (json_valid(levels)),
       sticker text,
       -- whether it goes with what is handed back together
       ready integer not null default 1,
       version text not null,
       writer text not null,`,
    ),
    `insert into draft_marks_anew (work_id, place_id, mark, version, writer, by_account, at)
     select work_id, place_id, mark, lower(hex(randomblob(8))), '', by_account, at from draft_marks`,
    'drop table draft_marks',
    'alter table draft_marks_anew rename to draft_marks',
    'create index draft_marks_of_place on draft_marks (place_id)',
    `create table annotations (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       id text not null,
       data text not null check (json_valid(data)),
       by_account text not null references accounts (id),
       at integer not null,
       removed_at integer,
       -- when it was handed back: from then on its pupil sees it
       shown_at integer,
       primary key (work_id, place_id, id)
     ) strict, without rowid`,
    'create index annotations_of_place on annotations (place_id)',
    `create table annotation_files (
       id text primary key,
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       hash text not null,
       type text not null,
       size integer not null,
       name text not null,
       by_account text not null references accounts (id),
       at integer not null
     ) strict, without rowid`,
    'create index annotation_files_of_submission on annotation_files (work_id, place_id)',
    'create index annotation_files_of_place on annotation_files (place_id)',
    'create index annotation_files_by_hash on annotation_files (hash)',
    `create table mark_phrases (
       account_id text not null references accounts (id) on delete cascade,
       id text not null,
       text text not null,
       at integer not null,
       primary key (account_id, id)
     ) strict, without rowid`,
    'alter table works add column rubric text check (rubric is null or json_valid(rubric))',
    'alter table works add column keep_back integer not null default 0',
    'alter table moves add column levels text check (levels is null or json_valid(levels))',
    'alter table moves add column sticker text',
    'alter table submissions add column levels text check (levels is null or json_valid(levels))',
    'alter table submissions add column sticker text',
  ],
  down: [
    'alter table submissions drop column sticker',
    'alter table submissions drop column levels',
    // a move back stands for what earlier versions do not know
    'alter table moves drop column sticker',
    'alter table moves drop column levels',
    'alter table works drop column keep_back',
    'alter table works drop column rubric',
    'drop table mark_phrases',
    'drop table annotation_files',
    'drop table annotations',
    drafts('draft_marks_before', 'mark integer not null,'),
    `insert into draft_marks_before (work_id, place_id, mark, by_account, at)
     select work_id, place_id, mark, by_account, at from draft_marks where mark is not null`,
    'drop table draft_marks',
    'alter table draft_marks_before rename to draft_marks',
    'create index draft_marks_of_place on draft_marks (place_id)',
  ],
}
