import type { Migration } from '../migration.js'

const madeAnew = (place: string, kept: string) =>
  `create table uploads_anew (
     id text primary key,
     owner text not null,
     class_id text not null references classes (id) on delete cascade,
     place_id ${place} references places (id) on delete cascade,
     size integer not null,
     at integer not null
   ) strict;
   insert into uploads_anew select id, owner, class_id, place_id, size, at from uploads ${kept};
   drop table uploads;
   alter table uploads_anew rename to uploads;
   create index uploads_of_class on uploads (class_id)`

/** Uploads of teachers, which are of no place, take their room from when they are begun too. */
export const uploadsOfTeachers: Migration = {
  name: '2026-12-20-uploads-of-teachers',
  up: [madeAnew('text', '')],
  down: [madeAnew('text not null', 'where place_id is not null')],
}
