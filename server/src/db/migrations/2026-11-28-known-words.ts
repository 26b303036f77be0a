import type { Migration } from '../migration.js'

/** The table again with another name for the role of who looks after a circle; SQLite changes no check by itself. */
const circleMembers = (administrator: string, before: string) => `create table circle_members_anew (
  circle_id text not null references circles (id) on delete cascade,
  account_id text not null references accounts (id) on delete cascade,
  role text not null check (role in ('${administrator}', 'member')),
  at integer not null,
  primary key (circle_id, account_id)
) strict, without rowid;
insert into circle_members_anew
  select circle_id, account_id, case role when '${before}' then '${administrator}' else role end, at from circle_members;
drop table circle_members;
alter table circle_members_anew rename to circle_members;
create index circle_members_of_account on circle_members (account_id)`

/** Tables by their names before and now, in the order in which they are renamed. */
const TABLES = [
  ['due_times', 'stale_times'],
  ['records', 'audit_log'],
  ['looks', 'read_markers'],
  ['waits', 'join_requests'],
  ['tries', 'attempts'],
  ['pieces', 'submissions'],
  ['copies', 'drafts'],
  ['copy_versions', 'draft_versions'],
] as const

/** Indexes by their names before and now; SQLite makes them anew. */
const INDEXES = [
  ['pieces_of_place', 'submissions_of_place', '(place_id)'],
  [
    'pieces_come_back',
    'submissions_come_back',
    '(place_id, handed_back_at) where handed_back_at is not null',
  ],
  ['files_of_piece', 'files_of_submission', '(work_id, place_id)'],
  ['side_notes_of_piece', 'side_notes_of_submission', '(work_id, place_id, at)'],
  ['waits_of_class', 'join_requests_of_class', '(class_id, answered_at)'],
  ['waits_of_account', 'join_requests_of_account', '(account_id)'],
  ['records_of_class', 'audit_log_of_class', '(class_id, at)'],
  ['tries_by_time', 'attempts_by_time', '(at)'],
] as const

const tableOf = (index: string): string =>
  index.startsWith('attempts') ? 'attempts' : index.replace(/_(of|come)_.*/, '')

const renamed = (from: string, to: string) => `alter table ${from} rename to ${to}`

/** What a save of a worksheet is put into, as of 2026-11-28-worksheet-saves, with the name of the column of lineages. */
const worksheetSaves = (lineage: string) => `create view worksheet_saves as
  select work_id, place_id, sheets, version, ${lineage}, saved_at, kept_at, '[]' as items from worksheets;
create trigger worksheet_saves_put instead of insert on worksheet_saves begin
  insert into worksheets (work_id, place_id, sheets, version, ${lineage}, saved_at, kept_at)
    values (new.work_id, new.place_id, new.sheets, new.version, new.${lineage}, new.saved_at, new.kept_at)
    on conflict (work_id, place_id) do update set sheets = excluded.sheets, version = excluded.version,
      ${lineage} = excluded.${lineage}, saved_at = excluded.saved_at, kept_at = excluded.kept_at;
  insert into ink (work_id, place_id, id, added, removed, sheet_id, data)
    select new.work_id, new.place_id, value ->> 'id', new.version, null, value ->> 'page', value
    from json_each(new.items);
end`

const lineages = (from: string, to: string) => [
  'drop trigger worksheet_saves_put; drop view worksheet_saves',
  `alter table copies rename column ${from} to ${to}; alter table worksheets rename column ${from} to ${to}`,
  worksheetSaves(to),
]

/** Lines of the audit log whose kind has another name; in the table as it is called at that moment. */
const auditKind = (from: string, to: string) => `update records set kind = '${to}' where kind = '${from}'`

/** Names in columns that begin with the word for a pupil's work: before the tables themselves are renamed. */
const names = (from: string, to: string) =>
  (
    [
      ['looks', 'what', ':'],
      ['uploads', 'owner', ' '],
      ['taken_uploads', 'owner', ' '],
    ] as const
  )
    .map(
      ([table, column, end]) =>
        `update ${table} set ${column} = '${to}' || substr(${column}, ${from.length + 1}) where ${column} like '${from}${end}%'`,
    )
    .join(';\n')

/** Tables and columns take the words of docs/WORDS.md. What is in them means what it did. */
export const knownWords: Migration = {
  name: '2026-11-28-known-words',
  up: [
    circleMembers('administrator', 'keeper'),
    auditKind('too_many_tries', 'too_many_attempts'),
    names('piece', 'submission'),
    ...lineages('trail', 'lineage'),
    ...TABLES.map(([from, to]) => renamed(from, to)),
    ...INDEXES.map(([from, to, on]) => `drop index ${from}; create index ${to} on ${tableOf(to)} ${on}`),
  ],
  down: [
    ...INDEXES.map(([from, to, on]) => `drop index ${to}; create index ${from} on ${tableOf(to)} ${on}`),
    ...TABLES.map(([from, to]) => renamed(to, from)).reverse(),
    ...lineages('lineage', 'trail'),
    names('submission', 'piece'),
    auditKind('too_many_attempts', 'too_many_tries'),
    circleMembers('keeper', 'administrator'),
  ],
}
