import type { Migration } from '../migration.js'

/** A conversation is a notice with its replies, or a room; what is said in it are messages. */
const tables = `
create table conversations (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  kind text not null check (kind in ('notice', 'room')),
  title text not null default '',
  by_account text not null references accounts (id),
  made_at integer not null,
  appears_at integer not null,
  for_pupils integer not null default 1,
  for_families integer not null default 1,
  all_groups integer not null default 1,
  pinned integer not null default 0,
  replies integer not null default 1,
  -- what a notice asks: a tap, one of some choices, or nothing; a list of the choices
  asks text check (asks in ('read', 'choice')),
  choices text check (json_valid(choices)),
  -- the rules of a room
  writers text not null default 'all' check (writers in ('all', 'pupils', 'teachers')),
  begins integer not null default 1,
  quiet integer not null default 0,
  quiet_why text not null default '',
  hours text check (json_valid(hours)),
  nod integer not null default 0,
  position integer not null default 0,
  -- when the last message was shown: the next is shown after it, whatever the clock does
  last_shown_at integer,
  removed_at integer,
  removed_by text references accounts (id)
) strict;
create index conversations_of_class on conversations (class_id, kind, appears_at);
create index conversations_by_moment on conversations (appears_at);

create table conversation_groups (
  conversation_id text not null references conversations (id) on delete cascade,
  group_id text not null references groups (id) on delete cascade,
  primary key (conversation_id, group_id)
) strict, without rowid;

create table messages (
  id text primary key,
  conversation_id text not null references conversations (id) on delete cascade,
  by_account text not null references accounts (id),
  -- as what it was written
  side text not null check (side in ('teacher', 'pupil', 'family')),
  html text not null,
  -- what the device calls the sending: sent twice it is written once
  once text,
  written_at integer not null,
  shown_at integer,
  state text not null check (state in ('shown', 'waits', 'sentBack')),
  -- the message that it answers
  answers text references messages (id) on delete set null,
  edited_at integer,
  decided_by text references accounts (id),
  decided_word text not null default '',
  removed_at integer,
  removed_by text references accounts (id),
  check ((state = 'shown') = (shown_at is not null))
) strict;
create index messages_shown on messages (conversation_id, shown_at);
create index messages_unshown on messages (conversation_id) where shown_at is null;
create index messages_by on messages (by_account);
create unique index messages_once on messages (by_account, once) where once is not null;

create table read_positions (
  account_id text not null references accounts (id) on delete cascade,
  conversation_id text not null references conversations (id) on delete cascade,
  at integer not null,
  primary key (account_id, conversation_id)
) strict, without rowid;
create index read_positions_of_conversation on read_positions (conversation_id, at);

create table message_reactions (
  message_id text not null references messages (id) on delete cascade,
  account_id text not null references accounts (id) on delete cascade,
  reaction text not null,
  primary key (message_id, account_id, reaction)
) strict, without rowid;

create table message_reports (
  message_id text not null references messages (id) on delete cascade,
  account_id text not null references accounts (id) on delete cascade,
  word text not null,
  at integer not null,
  settled_at integer,
  settled_by text references accounts (id),
  primary key (message_id, account_id)
) strict, without rowid;
create index message_reports_open on message_reports (message_id) where settled_at is null;

-- a pupil answers a notice once, and so does a family for each child
create table notice_taps (
  conversation_id text not null references conversations (id) on delete cascade,
  place_id text not null references places (id) on delete cascade,
  side text not null check (side in ('pupil', 'family')),
  account_id text not null references accounts (id),
  choice text not null,
  at integer not null,
  primary key (conversation_id, place_id, side)
) strict, without rowid;
create index notice_taps_of_place on notice_taps (place_id);

-- what a class says about its talk; none is how a class begins
create table talk_rules (
  class_id text primary key references classes (id) on delete cascade,
  pupils_write integer not null,
  families_write integer not null,
  nod integer not null,
  reactions text not null check (json_valid(reactions))
) strict, without rowid;

-- pupils whose every message waits for the nod
create table nod_places (
  place_id text primary key references places (id) on delete cascade
) strict, without rowid`

const escaped = (text: string) =>
  `replace(replace(replace(replace(${text}, '&', '&amp;'), '<', '&lt;'), '>', '&gt;'), char(10), '<br>')`

/** Notices and replies become conversations and messages. */
const moved = [
  `insert into conversations (id, class_id, kind, by_account, made_at, appears_at, last_shown_at)
     select n.id, n.class_id, 'notice', n.by_account, n.at, n.at,
       (select coalesce(max(r.at), n.at) from notice_replies r where r.notice_id = n.id) from notices n`,
  `insert into messages (id, conversation_id, by_account, side, html, written_at, shown_at, state)
     select id, id, by_account, 'teacher', html, at, at, 'shown' from notices`,
  `insert into messages (id, conversation_id, by_account, side, html, written_at, shown_at, state)
     select id, notice_id, by_account, (select kind from accounts where id = by_account), '<p>' || ${escaped('text')} || '</p>', at, at, 'shown' from notice_replies`,
  // who looked at the talk of a class had every notice in front of them
  `insert into read_positions (account_id, conversation_id, at)
     select l.account_id, n.id, l.at from read_markers l join notices n on l.what = 'talk:' || n.class_id
     where l.at >= n.at`,
  `delete from read_markers where what like 'talk:%'`,
]

const SEARCH = ['insert', 'update', 'delete'] as const

/** What changes in a message or in its conversation is found anew. */
const found = [
  ...SEARCH.map(
    change => `create trigger search_messages_${change} after ${change} on messages begin
      insert or ignore into search_due (kind, ref) values ('message', ${change === 'delete' ? 'old' : 'new'}.id); end`,
  ),
  `create trigger search_conversations_removed after update of removed_at on conversations
    when (old.removed_at is null) <> (new.removed_at is null) begin
    insert or ignore into search_due (kind, ref) select 'message', id from messages where conversation_id = new.id;
    insert or ignore into search_due (kind, ref) values ('room', new.id); end`,
  `create trigger search_conversations_named after update of title on conversations when old.title <> new.title begin
    insert or ignore into search_due (kind, ref) values ('room', new.id); end`,
  `create trigger search_conversations_insert after insert on conversations begin
    insert or ignore into search_due (kind, ref) values ('room', new.id); end`,
]

const FORMER = ['notices', 'notice_replies'].flatMap(name => SEARCH.map(change => `search_${name}_${change}`))
const forget = (kinds: string) => [
  `delete from search_texts where rowid in (select id from search_entries where kind in (${kinds}))`,
  `delete from search_entries where kind in (${kinds})`,
  `delete from search_due where kind in (${kinds})`,
]

const formerTables = `
create table notices (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  by_account text not null references accounts (id),
  html text not null,
  at integer not null
) strict;
create index notices_of_class on notices (class_id, at);
create table notice_replies (
  id text primary key,
  notice_id text not null references notices (id) on delete cascade,
  by_account text not null references accounts (id),
  text text not null,
  at integer not null
) strict;
create index notice_replies_of_notice on notice_replies (notice_id, at)`

const plainText = (html: string) =>
  `replace(replace(replace(replace(replace(replace(${html}, '<br>', char(10)), '<p>', ''), '</p>', ''), '&lt;', '<'), '&gt;', '>'), '&amp;', '&')`

const movedBack = [
  `insert into notices (id, class_id, by_account, html, at)
     select m.id, c.class_id, m.by_account, m.html, m.shown_at from messages m join conversations c on c.id = m.id
     where c.kind = 'notice' and c.removed_at is null`,
  `insert into notice_replies (id, notice_id, by_account, text, at)
     select m.id, m.conversation_id, m.by_account, ${plainText('m.html')}, m.shown_at
     from messages m join notices n on n.id = m.conversation_id
     where m.id <> m.conversation_id and m.state = 'shown' and m.removed_at is null`,
  `insert into read_markers (account_id, what, at)
     select p.account_id, 'talk:' || c.class_id, max(p.at) from read_positions p
     join conversations c on c.id = p.conversation_id group by p.account_id, c.class_id`,
]

const marksOf = (table: string, kind: string) =>
  SEARCH.map(
    change => `create trigger search_${table}_${change} after ${change} on ${table} begin
      insert or ignore into search_due (kind, ref) values ('${kind}', ${change === 'delete' ? 'old' : 'new'}.id); end`,
  )

/** Notices are for some or all, rooms are there, and both are made of messages of one kind. */
export const talk: Migration = {
  name: '2026-12-01-talk',
  up: [
    tables,
    ...FORMER.map(name => `drop trigger ${name}`),
    ...forget("'notice', 'reply'"),
    ...found,
    ...moved,
    'drop table notice_replies',
    'drop table notices',
  ],
  down: [
    formerTables,
    ...forget("'message', 'room'"),
    ...marksOf('notices', 'notice'),
    ...marksOf('notice_replies', 'reply'),
    ...movedBack,
    ...[
      'nod_places',
      'talk_rules',
      'notice_taps',
      'message_reports',
      'message_reactions',
      'read_positions',
      'messages',
      'conversation_groups',
      'conversations',
    ].map(name => `drop table ${name}`),
  ],
}
