import type { Migration } from '../migration.js'

/** Who looks after the school, and accounts that were closed. */
export const schoolOwner: Migration = {
  name: '2026-11-28-school-owner',
  up: [
    `alter table accounts add column owns_school integer not null default 0;
     alter table accounts add column ended_at integer;
     create index accounts_of_owners on accounts (id) where owns_school = 1`,
  ],
  down: [
    `drop index accounts_of_owners;
     alter table accounts drop column ended_at;
     alter table accounts drop column owns_school`,
  ],
}
