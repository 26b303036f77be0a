/** The address that account `a` has given and not confirmed yet. */
export const EMAIL_ASKED =
  '(select e.email from email_confirmations e where e.account_id = a.id order by e.made_at desc, e.rowid desc limit 1)'
