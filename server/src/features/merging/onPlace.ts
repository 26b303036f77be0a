/**
 * Every table with rows of a place, and what becomes of them when one place is joined to another:
 *
 * - `submission`: they are part of a work and go where the submission goes;
 * - `asked`: they say what is asked of a pupil, and both places' count for the one that stays;
 * - `own`: `merge.ts` sees to them by what they mean;
 * - `stays`: they tell of the place itself, and stay with it;
 * - `derived`: they are made anew from other rows.
 *
 * A test compares this with the tables that there are.
 */
export const ON_PLACE = {
  answer_replies: 'submission',
  answers: 'submission',
  drafts: 'submission',
  draft_versions: 'submission',
  files: 'submission',
  hand_ins: 'submission',
  ink: 'submission',
  moves: 'submission',
  submissions: 'submission',
  sheets: 'submission',
  side_notes: 'submission',
  worksheet_versions: 'submission',
  worksheets: 'submission',
  extensions: 'asked',
  work_pupils: 'asked',
  family_links: 'own',
  merges: 'own',
  door_entries: 'stays',
  invitations: 'stays',
  keys: 'stays',
  uploads: 'stays',
  join_requests: 'stays',
  search_entries: 'derived',
} as const satisfies Record<string, 'submission' | 'asked' | 'own' | 'stays' | 'derived'>

/** The tables whose rows go with a submission. */
export const PIECE_TABLES = (Object.keys(ON_PLACE) as (keyof typeof ON_PLACE)[]).filter(
  name => ON_PLACE[name] === 'submission',
)
