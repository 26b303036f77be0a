import type { Migration } from '../migration.js'

/** What each work asks of its pupils, so that no statement needs to know its kind. */
export const whatWorkAsks: Migration = {
  name: '2026-11-30-what-work-asks',
  up: [
    "alter table works add column asks text not null default 'handIn' check (asks in ('look', 'handIn'))",
    "update works set asks = 'look' where kind = 'handout'",
  ],
  down: ['alter table works drop column asks'],
}
