import type { Migration } from '../migration.js'

const TABLES = ['moves', 'hand_ins', 'hand_in_files'] as const

const never = (name: string, when: string) => `drop trigger ${name}_never_delete;
create trigger ${name}_never_delete before delete on ${name} ${when}
begin select raise(abort, '${name} are only ever added to'); end`

/**
 * Moves and hand-ins may be taken out when their person is erased, and then alone; and words that were looked for are
 * written over when their text goes (SQLite FTS5: "The 'secure-delete' Configuration Option").
 */
export const erasing: Migration = {
  name: '2026-11-28-erasing',
  up: [
    ...TABLES.map(name => never(name, "when not exists (select 1 from settings where name = 'erasing')")),
    "insert into search_texts (search_texts, rank) values ('secure-delete', 1)",
  ],
  down: [
    ...TABLES.map(name => never(name, '')),
    "insert into search_texts (search_texts, rank) values ('secure-delete', 0)",
  ],
}
