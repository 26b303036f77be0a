import type { Migration } from '../migration.js'

/**
 * A conversation is a notice with its replies, a room, what is said beside a piece of work, or a letter; what is said in it are
 * messages.
 */
const tables = `
create table conversations (
  id text primary key,
  class_id text not null references classes (id) on delete cascade,
  kind text not null check (kind in ('notice', 'room', 'thread', 'sideNote', 'letter')),
  -- the work that it stands beside, and of a side note the pupil whom it is with
  work_id text references works (id) on delete cascade,
  place_id text references places (id) on delete cascade,
  -- what a letter is about
  about_work text references works (id) on delete set null,
  about_place text references places (id) on delete set null,
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
  removed_by text references accounts (id),
  check ((work_id is not null) = (kind in ('thread', 'sideNote')) and (place_id is not null) = (kind = 'sideNote'))
) strict;
create index conversations_of_class on conversations (class_id, kind, appears_at);
create unique index conversations_beside on conversations (work_id, coalesce(place_id, '')) where work_id is not null;
create index conversations_of_place on conversations (place_id) where place_id is not null;
create index conversations_by_moment on conversations (appears_at);

create table conversation_groups (
  conversation_id text not null references conversations (id) on delete cascade,
  group_id text not null references groups (id) on delete cascade,
  primary key (conversation_id, group_id)
) strict, without rowid;

-- whom a letter is to and from, and as what
create table conversation_people (
  conversation_id text not null references conversations (id) on delete cascade,
  account_id text not null references accounts (id) on delete cascade,
  side text not null check (side in ('teacher', 'pupil', 'family')),
  primary key (conversation_id, account_id)
) strict, without rowid;
create index conversation_people_of_account on conversation_people (account_id);

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
  pupil_letters integer not null,
  reactions text not null check (json_valid(reactions))
) strict, without rowid;

-- when a teacher reads letters, and the word for other times
create table letter_hours (
  account_id text primary key references accounts (id) on delete cascade,
  hours text check (json_valid(hours)),
  word text not null
) strict, without rowid;

-- pupils whose every message waits for the nod
create table nod_places (
  place_id text primary key references places (id) on delete cascade
) strict, without rowid`

const escaped = (text: string) =>
  `replace(replace(replace(replace(${text}, '&', '&amp;'), '<', '&lt;'), '>', '&gt;'), char(10), '<br>')`

/** Words of what was said in plain text, with who removed them. */
const said = (conversation: string, from: string) =>
  `insert into messages (id, conversation_id, by_account, side, html, written_at, shown_at, state, removed_at, removed_by)
     select id, ${conversation}, by_account, (select kind from accounts where id = by_account),
       '<p>' || ${escaped('text')} || '</p>', at, at, 'shown', removed_at, removed_by from ${from}`

/** Where somebody who looked at a submission or a thread stands with reading what is said there. */
const lookedAt = (marker: string, kind: string) =>
  `insert into read_positions (account_id, conversation_id, at)
     select l.account_id, v.id, l.at from conversations v join read_markers l on l.what = ${marker} where v.kind = '${kind}'`

/** Notices and replies, and what is said beside work, become conversations and messages. */
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
  // the id of a thread is that of its work, the id of a side note that of the first word
  `insert into conversations (id, class_id, kind, work_id, by_account, made_at, appears_at, last_shown_at)
     select w.id, w.class_id, 'thread', w.id, w.posted_by, min(n.at), min(n.at), max(n.at)
     from class_notes n join works w on w.id = n.work_id group by w.id`,
  `insert into conversations (id, class_id, kind, work_id, place_id, by_account, made_at, appears_at, last_shown_at)
     select n.id, w.class_id, 'sideNote', n.work_id, n.place_id, w.posted_by, min(n.at), min(n.at), max(n.at)
     from side_notes n join works w on w.id = n.work_id group by n.work_id, n.place_id`,
  said('work_id', 'class_notes'),
  said(
    "(select v.id from conversations v where v.kind = 'sideNote' and v.work_id = n.work_id and v.place_id = n.place_id)",
    'side_notes n',
  ),
  lookedAt("'thread:' || v.work_id", 'thread'),
  lookedAt("'submission:' || v.work_id || ':' || v.place_id", 'sideNote'),
  `delete from read_markers where what like 'thread:%'`,
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

const FORMER = ['notices', 'notice_replies', 'class_notes', 'side_notes'].flatMap(name =>
  SEARCH.map(change => `search_${name}_${change}`),
)
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
create index notice_replies_of_notice on notice_replies (notice_id, at);
create table side_notes (
  id text primary key,
  work_id text not null references works (id) on delete cascade,
  place_id text not null references places (id) on delete cascade,
  by_account text not null references accounts (id),
  text text not null,
  at integer not null,
  removed_at integer,
  removed_by text references accounts (id)
) strict;
create index side_notes_of_submission on side_notes (work_id, place_id, at);
create table class_notes (
  id text primary key,
  work_id text not null references works (id) on delete cascade,
  by_account text not null references accounts (id),
  text text not null,
  at integer not null,
  removed_at integer,
  removed_by text references accounts (id)
) strict;
create index class_notes_of_work on class_notes (work_id, at)`

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
     join conversations c on c.id = p.conversation_id and c.kind in ('notice', 'room') group by p.account_id, c.class_id`,
  `insert into read_markers (account_id, what, at)
     select p.account_id, 'thread:' || c.work_id, p.at from read_positions p
     join conversations c on c.id = p.conversation_id and c.kind = 'thread'`,
  `insert into class_notes (id, work_id, by_account, text, at, removed_at, removed_by)
     select m.id, c.work_id, m.by_account, ${plainText('m.html')}, m.shown_at, m.removed_at, m.removed_by
     from messages m join conversations c on c.id = m.conversation_id and c.kind = 'thread' where m.state = 'shown'`,
  `insert into side_notes (id, work_id, place_id, by_account, text, at, removed_at, removed_by)
     select m.id, c.work_id, c.place_id, m.by_account, ${plainText('m.html')}, m.shown_at, m.removed_at, m.removed_by
     from messages m join conversations c on c.id = m.conversation_id and c.kind = 'sideNote' where m.state = 'shown'`,
]

const marksOf = (table: string, kind: string) =>
  SEARCH.map(
    change => `create trigger search_${table}_${change} after ${change} on ${table} begin
      insert or ignore into search_due (kind, ref) values ('${kind}', ${change === 'delete' ? 'old' : 'new'}.id); end`,
  )

/** Notices are for some or all, rooms and letters are there, and all that is said is made of messages of one kind. */
export const talk: Migration = {
  name: '2026-12-01-talk',
  up: [
    tables,
    ...FORMER.map(name => `drop trigger ${name}`),
    ...forget("'notice', 'reply', 'inThread', 'sideNote'"),
    ...found,
    ...moved,
    ...['notice_replies', 'notices', 'class_notes', 'side_notes'].map(name => `drop table ${name}`),
  ],
  down: [
    formerTables,
    ...forget("'message', 'room'"),
    ...marksOf('notices', 'notice'),
    ...marksOf('notice_replies', 'reply'),
    ...marksOf('class_notes', 'inThread'),
    ...marksOf('side_notes', 'sideNote'),
    ...movedBack,
    ...[
      'nod_places',
      'letter_hours',
      'talk_rules',
      'notice_taps',
      'message_reports',
      'message_reactions',
      'read_positions',
      'messages',
      'conversation_people',
      'conversation_groups',
      'conversations',
    ].map(name => `drop table ${name}`),
  ],
}
