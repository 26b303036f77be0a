import type { Migration } from '../migration.js'

/** What somebody has sent to their address, and the messages that wait to be sent. */
export const mailChoices: Migration = {
  name: '2026-12-02-mail-choices',
  up: [
    `create table mail_choices (
       account_id text primary key references accounts (id) on delete cascade,
       -- the summary of the week, for families
       digest integer not null,
       -- a copy of each letter
       letters integer not null
     ) strict, without rowid`,
    // one for each thing that somebody is told of; it is composed when it is sent
    `create table outgoing_mails (
       account_id text not null references accounts (id) on delete cascade,
       kind text not null check (kind in ('digest', 'letter')),
       ref text not null,
       due_at integer not null,
       tries integer not null default 0,
       sent_at integer,
       primary key (account_id, kind, ref)
     ) strict, without rowid`,
    // of messages that are for their reader alone nothing is shown to teachers
    'alter table mails add column own integer not null default 0',
    'create index outgoing_mails_due on outgoing_mails (due_at) where sent_at is null',
  ],
  down: ['drop table outgoing_mails', 'drop table mail_choices', 'alter table mails drop column own'],
}
