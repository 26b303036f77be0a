import type { Migration } from '../migration.js'

/** What pupils watched of videos, which stops they passed, and which batches of it have come. */
export const video: Migration = {
  name: '2026-12-19-video',
  up: [
    `create table video_watched (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       watched text not null check (json_valid(watched)),
       stopped text not null check (json_valid(stopped)),
       back text not null check (json_valid(back)),
       -- where it was left, in seconds
       position real not null,
       at integer not null,
       primary key (work_id, place_id)
     ) strict, without rowid`,
    `create table video_viewings (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       id text not null,
       -- of the last batch that has come
       number integer not null,
       at integer not null,
       primary key (work_id, place_id, id)
     ) strict, without rowid`,
    `create table video_passed (
       work_id text not null references works (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       stop_id text not null,
       way_id text,
       at integer not null,
       primary key (work_id, place_id, stop_id)
     ) strict, without rowid`,
  ],
  down: ['drop table video_watched', 'drop table video_viewings', 'drop table video_passed'],
}
