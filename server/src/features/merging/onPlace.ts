import { SERVER_KINDS } from '../kinds/index.js'

type OnPlace = 'submission' | 'asked' | 'own' | 'stays' | 'derived'

/** What is made on submissions, by the kinds of work. */
const ofKinds = Object.values(SERVER_KINDS).flatMap(kind => kind.tables)

/**
 * Every table with rows of a place, and what becomes of them when one place is joined to another:
 *
 * - `submission`: they are part of a work and go where the submission goes;
 * - `asked`: they say what is asked of a pupil, and both places' count for the one that stays;
 * - `own`: `service.ts` sees to them by what they mean;
 * - `stays`: they tell of the place itself, and stay with it;
 * - `derived`: they are made anew from other rows.
 *
 * A test compares this with the tables that there are.
 */
export const ON_PLACE: Readonly<Record<string, OnPlace>> = {
  ...Object.fromEntries(ofKinds.map(table => [table, 'submission' as const])),
  hand_ins: 'submission',
  moves: 'submission',
  submissions: 'submission',
  conversations: 'submission',
  annotations: 'submission',
  annotation_files: 'submission',
  draft_marks: 'submission',
  late_forgiven: 'submission',
  kept_works: 'submission',
  shared_links: 'submission',
  extensions: 'asked',
  work_pupils: 'asked',
  family_links: 'own',
  merges: 'own',
  nod_places: 'own',
  notice_taps: 'own',
  goals_reached: 'stays',
  report_words: 'stays',
  reading_beginnings: 'stays',
  reading_shown: 'stays',
  stand_ins: 'stays',
  door_entries: 'stays',
  invitations: 'stays',
  keys: 'stays',
  uploads: 'stays',
  join_requests: 'stays',
  search_entries: 'derived',
}

/** The tables whose rows go with a submission. */
export const SUBMISSION_TABLES = Object.keys(ON_PLACE).filter(name => ON_PLACE[name] === 'submission')
