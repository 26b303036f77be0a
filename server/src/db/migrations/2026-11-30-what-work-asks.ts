import type { Migration } from '../migration.js'

/**
 * What each work asks of its pupils, and what its kind has of its own: no statement needs to know a kind, and a further kind
 * needs no column.
 */
export const whatWorkAsks: Migration = {
  name: '2026-11-30-what-work-asks',
  up: [
    "alter table works add column asks text not null default 'handIn' check (asks in ('look', 'handIn'))",
    'alter table works add column details text check (details is null or json_valid(details))',
    "update works set asks = 'look' where kind = 'handout'",
    'update works set details = question where question is not null',
    "update works set details = json_object('template', template) where template is not null",
    'alter table works drop column question',
    'alter table works drop column template',
  ],
  down: [
    'alter table works add column template text',
    'alter table works add column question text',
    "update works set template = details ->> 'template', question = iif(kind = 'question', details, null)",
    'alter table works drop column details',
    'alter table works drop column asks',
  ],
}
