import type { Migration } from '../migration.js'

/** Work that pupils and teachers keep, links by which somebody outside sees a piece of it, and for whom a class has such links. */
export const portfolio: Migration = {
  name: '2026-12-11-portfolio',
  up: [
    `create table kept_works (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       hand_in integer not null,
       side text not null check (side in ('pupil', 'teacher')),
       why text not null,
       goal text,
       by_account text not null references accounts (id),
       at integer not null,
       removed_at integer,
       primary key (work_id, place_id, hand_in, side)
     ) strict, without rowid`,
    'create index kept_works_of_place on kept_works (place_id)',
    `create table shared_links (
       id text primary key,
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       hand_in integer not null,
       source text not null,
       hash text not null unique,
       -- what the press that made it is called by whoever pressed
       press text not null,
       made_by text not null references accounts (id) on delete cascade,
       made_at integer not null,
       ends_at integer not null,
       revoked_at integer,
       unique (made_by, work_id, place_id, hand_in, press)
     ) strict, without rowid`,
    'create index shared_links_of_place on shared_links (place_id, work_id, hand_in)',
    'create index shared_links_of_work on shared_links (work_id)',
    "alter table classes add column sharing text not null default 'adults' check (sharing in ('nobody', 'adults', 'everybody'))",
  ],
  down: ['drop table shared_links', 'drop table kept_works', 'alter table classes drop column sharing'],
}
