import type { Migration } from '../migration.js'

const SEARCH = ['insert', 'update', 'delete'] as const
/**
 * An answer that goes to another place is found under a new name, and under the old one no more. Answers are written by upserts, whose way
 * with conflicts would hold for an "or ignore" in their triggers as well (SQLite, CREATE TRIGGER).
 */
const ROWS = { insert: ['new'], update: ['old', 'new'], delete: ['old'] } as const

/** Answers can be found, and replies to them can be removed as other words can. */
export const answers: Migration = {
  name: '2026-11-30-answers',
  up: [
    'alter table answer_replies add column removed_at integer',
    'alter table answer_replies add column removed_by text references accounts (id)',
    ...SEARCH.map(
      change => `create trigger search_answers_${change} after ${change} on answers begin
      ${ROWS[change]
        .map(
          row =>
            `insert into search_due (kind, ref) values ('answer', ${row}.work_id || '.' || ${row}.place_id)
              on conflict do nothing;`,
        )
        .join('\n')} end`,
    ),
    "insert or ignore into search_due (kind, ref) select 'answer', work_id || '.' || place_id from answers",
  ],
  down: [
    ...SEARCH.map(change => `drop trigger search_answers_${change}`),
    "delete from search_texts where rowid in (select id from search_entries where kind = 'answer')",
    "delete from search_entries where kind = 'answer'",
    "delete from search_due where kind = 'answer'",
    'alter table answer_replies drop column removed_by',
    'alter table answer_replies drop column removed_at',
  ],
}
