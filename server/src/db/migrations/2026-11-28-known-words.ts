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
] as const

const renamed = (from: string, to: string) => `alter table ${from} rename to ${to}`

/** Tables and columns take the words of docs/WORDS.md. What is in them stays as it is. */
export const knownWords: Migration = {
  name: '2026-11-28-known-words',
  up: [circleMembers('administrator', 'keeper'), ...TABLES.map(([from, to]) => renamed(from, to))],
  down: [
    ...TABLES.map(([from, to]) => renamed(to, from)).reverse(),
    circleMembers('keeper', 'administrator'),
  ],
}
