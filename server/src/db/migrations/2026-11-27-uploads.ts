import type { Migration } from '../migration.js'

/**
 * Uploads on their way, which count for the room of pupil and class, and what whole ones have become: an upload that is
 * taken again, because the answer did not come, becomes nothing a second time.
 */
export const uploads: Migration = {
  name: '2026-11-27-uploads',
  up: [
    `create table uploads (
       id text primary key,
       owner text not null,
       class_id text not null references classes (id) on delete cascade,
       place_id text not null references places (id) on delete cascade,
       size integer not null,
       at integer not null
     ) strict;
     create index uploads_of_class on uploads (class_id);
     create table taken_uploads (
       id text primary key,
       owner text not null,
       reply text not null,
       at integer not null
     ) strict;
     create index taken_uploads_by_time on taken_uploads (at);
     insert into taken_uploads (id, owner, reply, at)
       select id, 'piece ' || work_id || ' ' || place_id,
         json_object('id', id, 'name', name, 'type', type, 'size', size, 'addedAt', added_at), added_at from files`,
  ],
  down: ['drop table taken_uploads; drop table uploads'],
}
