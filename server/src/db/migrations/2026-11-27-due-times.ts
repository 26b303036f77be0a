import type { Migration } from '../migration.js'

/** Work whose times are to be worked out again, because the calendar or a timetable changed. */
export const dueTimes: Migration = {
  name: '2026-11-27-due-times',
  up: [
    `create table due_times (
       work_id text primary key references works (id) on delete cascade,
       class_id text not null
     ) strict, without rowid;
     create index due_times_of_class on due_times (class_id)`,
  ],
  down: ['drop table due_times'],
}
