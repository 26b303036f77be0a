import type { Migration } from '../migration.js'

/** Addresses that were given and count once whoever reads their mail has said so. */
export const emailConfirmations: Migration = {
  name: '2026-11-28-email-confirmations',
  up: [
    `create table email_confirmations (
       token_hash text primary key,
       account_id text not null references accounts (id) on delete cascade,
       email text not null,
       made_at integer not null,
       ends_at integer not null
     ) strict;
     create index email_confirmations_of_account on email_confirmations (account_id)`,
  ],
  down: ['drop table email_confirmations'],
}
