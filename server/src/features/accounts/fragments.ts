/** The address that account `a` has given and not confirmed yet. */
export const EMAIL_ASKED =
  '(select e.email from email_confirmations e where e.account_id = a.id order by e.made_at desc, e.rowid desc limit 1)'

/** Classes `c` that the viewer has hidden ask nothing of the day. */
export const NOT_HIDDEN =
  'not exists (select 1 from hidden_classes s where s.account_id = $viewer and s.class_id = c.id)'

/** The name that the account of a column shows; null where the column is empty. */
export const nameOf = (column: string): string => `(select shown_name from accounts z where z.id = ${column})`

/** The words by which class `c` shows marks, as JSON text, the highest first; none where it shows points. */
export const MARK_WORDS = `coalesce((select iif(m.rules ->> '$.wordsOnly', m.rules -> '$.scale', '[]') from mark_rules m
  where m.class_id = c.id), '[]')`

/** The name of the teacher who owns class `c`. */
export const TEACHER_NAME = `(select a.shown_name from teachers t join accounts a on a.id = t.account_id
  where t.class_id = c.id and t.role = 'owner')`
