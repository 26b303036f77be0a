import type { Migration } from '../migration.js'

/** The language that somebody chose for the screens; without one the browser decides. */
export const languages: Migration = {
  name: '2026-11-28-languages',
  up: ['alter table accounts add column language text'],
  down: ['alter table accounts drop column language'],
}
