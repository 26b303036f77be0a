import type { Migration } from '../migration.js'

/** Words beside a piece of work can be found too: those of the class's thread and of side notes. */
const SOURCES = [
  ['class_notes', 'inThread'],
  ['side_notes', 'sideNote'],
] as const

const CHANGES = ['insert', 'update', 'delete'] as const

export const foundWords: Migration = {
  name: '2026-11-26-found-words',
  up: SOURCES.flatMap(([table, kind]) => [
    ...CHANGES.map(
      change => `create trigger search_${table}_${change} after ${change} on ${table} begin
        insert or ignore into search_due (kind, ref) values ('${kind}', ${change === 'delete' ? 'old' : 'new'}.id); end`,
    ),
    `insert or ignore into search_due (kind, ref) select '${kind}', id from ${table}`,
  ]),
  down: SOURCES.flatMap(([table, kind]) => [
    ...CHANGES.map(change => `drop trigger search_${table}_${change}`),
    `delete from search_texts where rowid in (select id from search_entries where kind = '${kind}')`,
    `delete from search_entries where kind = '${kind}'`,
    `delete from search_due where kind = '${kind}'`,
  ]),
}
