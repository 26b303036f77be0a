import { fullTextTable } from '../fullText.js'
import type { Migration } from '../migration.js'

/**
 * Texts that can be found. Whatever changes in a table marks its row in `search_due`; the texts are made anew from
 * what is marked before the next search, because taking the marks of formatting out of a text is not for SQL.
 */
const tables = `
create table search_due (kind text not null, ref text not null, primary key (kind, ref)) strict, without rowid;
create table search_entries (
  id integer primary key,
  kind text not null,
  ref text not null,
  class_id text,
  circle_id text,
  work_id text,
  place_id text,
  at integer,
  unique (kind, ref)
) strict`

/** Each table with texts: the kinds that come of a row, and what names it. */
const SOURCES: readonly (readonly [table: string, ref: string, kinds: readonly string[]])[] = [
  ['works', 'id', ['work', 'directions']],
  ['materials', 'id', ['material']],
  ['notices', 'id', ['notice']],
  ['notice_replies', 'id', ['reply']],
  ['class_pages', 'id', ['page']],
  ['class_files', 'id', ['classFile']],
  ['class_links', "class_id || '.' || $row.position", ['classLink']],
  ['circle_posts', 'id', ['circlePost']],
  ['circle_files', 'id', ['circleFile']],
  ['files', 'id', ['file']],
  ['places', 'id', ['place']],
  ['teachers', "class_id || '.' || $row.account_id", ['teacher']],
]

const refOf = (ref: string, row: string): string => `${row}.${ref.replaceAll('$row', row)}`

const marks = SOURCES.flatMap(([table, ref, kinds]) =>
  (['insert', 'update', 'delete'] as const).map(
    change => `create trigger search_${table}_${change} after ${change} on ${table} begin
      ${kinds
        .map(
          kind =>
            `insert or ignore into search_due (kind, ref) values ('${kind}', ${refOf(ref, change === 'delete' ? 'old' : 'new')});`,
        )
        .join('\n')} end`,
  ),
)

const names = `create trigger search_accounts_update after update of shown_name on accounts begin
  insert or ignore into search_due (kind, ref)
    select 'teacher', class_id || '.' || account_id from teachers where account_id = new.id; end`

const whatIsThere = SOURCES.flatMap(([table, ref, kinds]) =>
  kinds.map(
    kind =>
      `insert or ignore into search_due (kind, ref) select '${kind}', ${refOf(ref, table)} from ${table}`,
  ),
)

const triggers = [
  ...SOURCES.flatMap(([table]) => ['insert', 'update', 'delete'].map(change => `search_${table}_${change}`)),
  'search_accounts_update',
]

export const search: Migration = {
  name: '2026-11-25-search',
  up: [tables, fullTextTable('search_texts'), ...marks, names, ...whatIsThere],
  down: [
    ...triggers.map(name => `drop trigger ${name}`),
    'drop table search_texts',
    'drop table search_entries',
    'drop table search_due',
  ],
}
