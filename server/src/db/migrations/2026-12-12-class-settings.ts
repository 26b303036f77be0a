import type { Migration } from '../migration.js'

const yes = (table: string, column: string): string =>
  `alter table ${table} add column ${column} integer not null default 1 check (${column} in (0, 1))`

/** What else a class can say: what pupils may do with what they handed in and wrote, what they see of each other, and how it looks. */
export const classSettings: Migration = {
  name: '2026-12-12-class-settings',
  up: [
    yes('classes', 'take_back'),
    yes('classes', 'see_others'),
    'alter table classes add column improve integer not null default 0 check (improve in (0, 1))',
    yes('talk_rules', 'pupils_edit'),
    'alter table classes add column tint text',
    'alter table classes add column sign text',
  ],
  down: [
    'alter table classes drop column sign',
    'alter table classes drop column tint',
    'alter table talk_rules drop column pupils_edit',
    'alter table classes drop column improve',
    'alter table classes drop column see_others',
    'alter table classes drop column take_back',
  ],
}
