import type { Migration } from '../migration.js'

const OUTGOING = (kinds: string) => [
  `create table outgoing_new (
     account_id text not null references accounts (id) on delete cascade,
     kind text not null check (kind in (${kinds})),
     ref text not null,
     due_at integer not null,
     tries integer not null default 0,
     sent_at integer,
     primary key (account_id, kind, ref)
   ) strict, without rowid`,
  `insert into outgoing_new select account_id, kind, ref, due_at, tries, sent_at from outgoing_mails
     where kind in (${kinds})`,
  'drop table outgoing_mails',
  'alter table outgoing_new rename to outgoing_mails',
  'create index outgoing_mails_due on outgoing_mails (due_at) where sent_at is null',
]

/** What is new to somebody, how they want to hear of it, and whom messages mention. */
export const news: Migration = {
  name: '2026-12-03-news',
  up: [
    `create table message_mentions (
       message_id text not null references messages (id) on delete cascade,
       -- an account, a group, or 'all'
       target text not null,
       primary key (message_id, target)
     ) strict, without rowid`,
    'create index message_mentions_of on message_mentions (target)',
    'create index conversations_by_news on conversations (class_id, last_shown_at)',
    `create table news_choices (
       account_id text primary key references accounts (id) on delete cascade,
       choices text not null
     ) strict, without rowid`,
    // until when somebody was told on a way, and when a message last went out on it
    `create table news_told (
       account_id text not null references accounts (id) on delete cascade,
       way text not null,
       told_until integer not null,
       sent_at integer,
       primary key (account_id, way)
     ) strict, without rowid`,
    // a device that shows news belongs to the session in which that was allowed
    `create table push_subscriptions (
       id text primary key,
       account_id text not null references accounts (id) on delete cascade,
       token_hash text not null references sessions (token_hash) on delete cascade,
       endpoint text not null unique,
       p256dh text not null,
       auth text not null,
       made_at integer not null
     ) strict`,
    'create index push_subscriptions_of_account on push_subscriptions (account_id)',
    'create index push_subscriptions_of_session on push_subscriptions (token_hash)',
    ...OUTGOING("'digest', 'letter', 'news', 'push'"),
  ],
  down: [
    ...OUTGOING("'digest', 'letter'"),
    'drop table push_subscriptions',
    'drop table news_told',
    'drop table news_choices',
    'drop index conversations_by_news',
    'drop table message_mentions',
  ],
}
