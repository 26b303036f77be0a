import type { Migration } from '../migration.js'

/** Files of messages, what notices lead to, and when somebody wrote last. */
export const attachments: Migration = {
  name: '2026-12-04-attachments',
  up: [
    // a file lies ready for whoever sent it until a message of theirs takes it
    `create table message_files (
       id text primary key,
       class_id text not null references classes (id) on delete cascade,
       by_account text not null references accounts (id),
       message_id text references messages (id) on delete cascade,
       position integer not null,
       hash text not null,
       name text not null,
       type text not null,
       size integer not null,
       at integer not null
     ) strict`,
    'create index message_files_of_message on message_files (message_id, position)',
    'create index message_files_of_class on message_files (class_id)',
    'create index message_files_by on message_files (by_account)',
    'create index message_files_ready on message_files (at) where message_id is null',
    'create index message_files_hash on message_files (hash)',
    `create table conversation_links (
       conversation_id text not null references conversations (id) on delete cascade,
       position integer not null,
       work_id text references works (id) on delete cascade,
       -- the Monday of a week
       week text,
       primary key (conversation_id, position),
       check ((work_id is null) <> (week is null))
     ) strict, without rowid`,
    'create index conversation_links_of_work on conversation_links (work_id) where work_id is not null',
    'drop index messages_by',
    'create index messages_by on messages (by_account, written_at)',
    'alter table talk_rules add column pupil_media integer not null default 1',
  ],
  down: [
    'drop index messages_by',
    'create index messages_by on messages (by_account)',
    'alter table talk_rules drop column pupil_media',
    'drop table conversation_links',
    'drop table message_files',
  ],
}
