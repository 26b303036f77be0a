import type { Migration } from '../migration.js'

/** The conversations of classes, or of classes and circles, by the name of the column that says whose they are. */
const conversations = (space: string, reference: string) => `create table conversations_anew (
  id text primary key,
  ${space} text not null ${reference},
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
) strict`

const COLUMNS = `kind, work_id, place_id, about_work, about_place, title, by_account, made_at, appears_at, for_pupils,
  for_families, all_groups, pinned, replies, asks, choices, writers, begins, quiet, quiet_why, hours, nod, position, last_shown_at,
  removed_at, removed_by`

const files = (space: string, reference: string) => `create table message_files_anew (
  id text primary key,
  ${space} text not null ${reference},
  by_account text not null references accounts (id),
  message_id text references messages (id) on delete cascade,
  position integer not null,
  hash text not null,
  name text not null,
  type text not null,
  size integer not null,
  at integer not null
) strict`

const FILE_COLUMNS = 'by_account, message_id, position, hash, name, type, size, at'

const rules = (space: string, reference: string) => `create table talk_rules_anew (
  ${space} text primary key ${reference},
  pupils_write integer not null,
  families_write integer not null,
  nod integer not null,
  pupil_letters integer not null,
  reactions text not null check (json_valid(reactions)),
  pupil_media integer not null default 1
) strict, without rowid`

const RULE_COLUMNS = 'pupils_write, families_write, nod, pupil_letters, reactions, pupil_media'

/** Makes a table anew under its name, with its rows. */
const anew = (table: string, made: string, into: string, from: string, where = '') => [
  made,
  `insert into ${table}_anew (${into}) select ${from} from ${table} ${where}`,
  `drop table ${table}`,
  `alter table ${table}_anew rename to ${table}`,
]

const indexes = (space: string) => [
  `create index conversations_of_space on conversations (${space}, kind, appears_at)`,
  "create unique index conversations_beside on conversations (work_id, coalesce(place_id, '')) where work_id is not null",
  'create index conversations_of_place on conversations (place_id) where place_id is not null',
  'create index conversations_by_moment on conversations (appears_at)',
  `create index conversations_by_news on conversations (${space}, last_shown_at)`,
  'create index message_files_of_message on message_files (message_id, position)',
  `create index message_files_of_space on message_files (${space})`,
  'create index message_files_by on message_files (by_account)',
  'create index message_files_ready on message_files (at) where message_id is null',
  'create index message_files_hash on message_files (hash)',
]

/** What changes in a conversation is found anew. */
const found = [
  `create trigger search_conversations_removed after update of removed_at on conversations
    when (old.removed_at is null) <> (new.removed_at is null) begin
    insert or ignore into search_due (kind, ref) select 'message', id from messages where conversation_id = new.id;
    insert or ignore into search_due (kind, ref) values ('room', new.id); end`,
  `create trigger search_conversations_named after update of title on conversations when old.title <> new.title begin
    insert or ignore into search_due (kind, ref) values ('room', new.id); end`,
  `create trigger search_conversations_insert after insert on conversations begin
    insert or ignore into search_due (kind, ref) values ('room', new.id); end`,
]

const SPACES = ['classes', 'circles']
/** What a class or a circle leaves goes with it. */
const ends = SPACES.map(
  table => `create trigger talk_of_${table} after delete on ${table} begin
    delete from conversations where space_id = old.id;
    delete from message_files where space_id = old.id;
    delete from talk_rules where space_id = old.id; end`,
)

const CIRCLE_SIDE = "case m.role when 'administrator' then 'teacher' else 'pupil' end"
/** In the letters of a circle its people are what they are in it now. */
const sides = ['insert', 'update of role'].map(
  (change, index) => `create trigger circle_members_side_${index} after ${change} on circle_members begin
    update conversation_people set side = (select ${CIRCLE_SIDE} from circle_members m
        where m.circle_id = new.circle_id and m.account_id = new.account_id)
      where account_id = new.account_id and conversation_id in (select id from conversations where space_id = new.circle_id); end`,
)

const taps = (place: string, key: string) => `create table notice_taps_anew (
  conversation_id text not null references conversations (id) on delete cascade,
  place_id text ${place} references places (id) on delete cascade,
  side text not null check (side in ('pupil', 'family')),
  account_id text not null references accounts (id),
  choice text not null,
  at integer not null${key}`
const TAPS = 'conversation_id, place_id, side, account_id, choice, at'

/** Who looked after a circle first, or wrote in it first. */
const BEGUN_BY = `coalesce(
  (select m.account_id from circle_members m where m.circle_id = o.id order by m.role, m.at limit 1),
  (select p.by_account from circle_posts p where p.circle_id = o.id order by p.at limit 1))`

/** What was written in a circle stands in a room that is called like it. */
const moved = [
  `insert into conversations (id, space_id, title, kind, by_account, made_at, appears_at, for_families, last_shown_at)
     select o.id, o.id, o.name, 'room', ${BEGUN_BY}, o.made_at, o.made_at, 0, (select max(at) from circle_posts where circle_id = o.id)
     from circles o where ${BEGUN_BY} is not null`,
  // the moments of messages are each another
  `insert into messages (id, conversation_id, by_account, side, html, written_at, shown_at, state, removed_at)
     select p.id, p.circle_id, p.by_account, coalesce((select ${CIRCLE_SIDE} from circle_members m
         where m.circle_id = p.circle_id and m.account_id = p.by_account), 'pupil'), p.html, p.at, p.at, 'shown', p.removed_at
     from circle_posts p`,
  `insert into read_positions (account_id, conversation_id, at)
     select r.account_id, v.id, r.at from conversations v join read_markers r on r.what = 'circle:' || v.space_id`,
  "delete from read_markers where what like 'circle:%'",
]

const SEARCH = ['insert', 'update', 'delete'] as const
const forget = (kind: string) => [
  `delete from search_texts where rowid in (select id from search_entries where kind = '${kind}')`,
  `delete from search_entries where kind = '${kind}'`,
  `delete from search_due where kind = '${kind}'`,
]

const OF_CIRCLE = 'space_id in (select id from circles)'

/** Circles have notices, rooms and letters like classes. */
export const circlesTalk: Migration = {
  name: '2026-12-05-circles-talk',
  up: [
    ...anew(
      'conversations',
      conversations('space_id', ''),
      `id, space_id, ${COLUMNS}`,
      `id, class_id, ${COLUMNS}`,
    ),
    ...anew(
      'message_files',
      files('space_id', ''),
      `id, space_id, ${FILE_COLUMNS}`,
      `id, class_id, ${FILE_COLUMNS}`,
    ),
    ...anew('talk_rules', rules('space_id', ''), `space_id, ${RULE_COLUMNS}`, `class_id, ${RULE_COLUMNS}`),
    ...indexes('space_id'),
    ...found,
    ...ends,
    // a member of a circle answers without a place
    ...anew('notice_taps', `${taps('', '')}) strict`, TAPS, TAPS),
    'create unique index notice_taps_once on notice_taps (conversation_id, coalesce(place_id, account_id), side)',
    'create index notice_taps_of_place on notice_taps (place_id)',
    'alter table conversation_people add column is_pupil integer not null default 0',
    "update conversation_people set is_pupil = 1 where side = 'pupil'",
    ...sides,
    'alter table audit_log add column circle_id text',
    'create index audit_log_of_circle on audit_log (circle_id) where circle_id is not null',
    ...SEARCH.map(change => `drop trigger search_circle_posts_${change}`),
    ...forget('circlePost'),
    ...moved,
    'drop table circle_posts',
  ],
  down: [
    `create table circle_posts (
       id text primary key,
       circle_id text not null references circles (id) on delete cascade,
       by_account text not null references accounts (id),
       html text not null,
       at integer not null,
       removed_at integer
     ) strict`,
    'create index circle_posts_of_circle on circle_posts (circle_id, at)',
    ...SEARCH.map(
      change => `create trigger search_circle_posts_${change} after ${change} on circle_posts begin
        insert or ignore into search_due (kind, ref) values ('circlePost', ${change === 'delete' ? 'old' : 'new'}.id); end`,
    ),
    `insert into circle_posts (id, circle_id, by_account, html, at, removed_at)
       select m.id, v.space_id, m.by_account, m.html, m.shown_at, m.removed_at
       from messages m join conversations v on v.id = m.conversation_id and v.kind = 'room' and v.${OF_CIRCLE}
       where m.state = 'shown'`,
    `insert into read_markers (account_id, what, at)
       select r.account_id, 'circle:' || v.space_id, max(r.at) from read_positions r
       join conversations v on v.id = r.conversation_id and v.kind = 'room' and v.${OF_CIRCLE} group by r.account_id, v.space_id`,
    ...[0, 1].map(index => `drop trigger circle_members_side_${index}`),
    ...SPACES.map(table => `drop trigger talk_of_${table}`),
    `delete from messages where conversation_id in (select id from conversations where ${OF_CIRCLE})`,
    ...['read_positions', 'conversation_people', 'notice_taps'].map(
      table =>
        `delete from ${table} where conversation_id in (select id from conversations where ${OF_CIRCLE})`,
    ),
    ...['message_files', 'talk_rules', 'conversations'].map(
      table => `delete from ${table} where ${OF_CIRCLE}`,
    ),
    'drop index audit_log_of_circle',
    'alter table audit_log drop column circle_id',
    'alter table conversation_people drop column is_pupil',
    ...anew(
      'notice_taps',
      `${taps('not null', ',\n  primary key (conversation_id, place_id, side)')}) strict, without rowid`,
      TAPS,
      TAPS,
    ),
    'create index notice_taps_of_place on notice_taps (place_id)',
    ...(
      [
        ['conversations', conversations, COLUMNS, 'id, '],
        ['message_files', files, FILE_COLUMNS, 'id, '],
        ['talk_rules', rules, RULE_COLUMNS, ''],
      ] as const
    ).flatMap(([table, made, columns, id]) =>
      anew(
        table,
        made('class_id', 'references classes (id) on delete cascade'),
        `${id}class_id, ${columns}`,
        `${id}space_id, ${columns}`,
      ),
    ),
    ...indexes('class_id').map(one => one.replace('_of_space', '_of_class')),
    ...found,
  ],
}
