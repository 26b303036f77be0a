/**
 * Every table, and what of it belongs to one person: the rows that are theirs (`own`), the rows that they wrote or did
 * among others (`wrote`), and, where neither, why none is anybody's. Conditions read $account ('' for a place that nobody
 * has claimed), $places, $names and $addresses (JSON). The order is the one in which rows are removed.
 *
 * Whatever is `own` goes with the person. What a teacher `wrote` belongs to the class and stays without the name; what a
 * pupil or a family wrote goes. A test compares this with the tables that there are.
 */
export type Personal =
  | {
      readonly own?: string
      readonly wrote?: string
      /** Columns that open something or are made of a secret: they are in no archive. */
      readonly hidden?: readonly string[]
      /** Kept for a reason of the school's, with these columns set, so that no name is left. */
      readonly kept?: { readonly set: string; readonly why: KeptFor }
    }
  | { readonly nobodys: string }

/** Why rows of somebody who was erased stay, without the name. */
export type KeptFor = 'security'

const IN_PLACES = '(select value from json_each($places))'
const ofPlace = `place_id in ${IN_PLACES}`
const byAccount = 'by_account = $account'
const ofAccount = 'account_id = $account'

/** Classes in which the person goes by the name; elsewhere somebody else may. */
export const THEIR_CLASSES = `(select class_id from teachers where account_id = $account
  union select class_id from places where id in ${IN_PLACES}
  union select p.class_id from family_links l join places p on p.id = l.place_id where l.account_id = $account)`

export const PERSON_DATA = {
  // a work and what was made of it
  hand_in_files: { own: `hand_in_id in (select id from hand_ins where ${ofPlace})` },
  moves: { own: ofPlace, wrote: byAccount },
  hand_ins: { own: ofPlace },
  submissions: { own: ofPlace },
  draft_versions: { own: ofPlace },
  drafts: { own: ofPlace },
  ink: { own: ofPlace },
  worksheet_versions: { own: ofPlace },
  worksheets: { own: ofPlace },
  sheets: { own: ofPlace },
  files: { own: ofPlace },
  answer_replies: { own: ofPlace, wrote: byAccount },
  answers: { own: ofPlace },
  quiz_attempts: { own: ofPlace },
  quiz_answers: { own: ofPlace },
  quiz_checks: { own: ofPlace },
  quiz_more_time: { own: ofPlace },
  family_parts: { own: ofPlace },
  // what was answered without a name is nobody's any more
  form_answers: { own: `${ofPlace} or ${ofAccount}`, hidden: ['receipt'] },
  extensions: { own: ofPlace, wrote: byAccount },
  work_pupils: { own: ofPlace },
  work_loads: { own: `holder in ${IN_PLACES}` },
  day_loads: { own: `holder in ${IN_PLACES}` },
  uploads: { own: ofPlace },
  taken_uploads: {
    own: `exists (select 1 from json_each($places) one where taken_uploads.owner like '% ' || one.value)`,
    hidden: ['owner'],
  },
  // among others
  message_reactions: { own: ofAccount },
  message_reports: { own: ofAccount },
  message_files: { wrote: byAccount },
  message_mentions: { own: 'target = $account' },
  annotations: { own: ofPlace, wrote: byAccount },
  annotation_files: { own: ofPlace, wrote: byAccount },
  mark_phrases: { own: ofAccount },
  listed_words: { wrote: byAccount },
  draft_marks: { own: ofPlace, wrote: byAccount },
  late_forgiven: { own: ofPlace },
  report_words: { own: ofPlace, wrote: byAccount },
  reading_settings: { own: ofAccount },
  reading_beginnings: { own: ofPlace, wrote: byAccount },
  reading_marks: { own: ofPlace },
  reading_counts: { own: ofPlace, wrote: byAccount },
  video_watched: { own: ofPlace },
  video_viewings: { own: ofPlace },
  video_passed: { own: ofPlace },
  own_words: { own: ofAccount },
  reading_shown: { own: ofPlace, wrote: byAccount },
  goals_reached: { own: ofPlace, wrote: byAccount },
  kept_works: { own: ofPlace, wrote: byAccount },
  shared_links: { own: `${ofPlace} or made_by = $account`, hidden: ['source', 'hash'] },
  // in a circle answers are of accounts
  notice_taps: { own: `${ofPlace} or (place_id is null and ${ofAccount})`, wrote: ofAccount },
  read_positions: { own: ofAccount },
  nod_places: { own: ofPlace },
  messages: { wrote: byAccount },
  conversation_people: { own: ofAccount },
  letter_hours: { own: ofAccount },
  conversations: { own: `${ofPlace} or about_place in ${IN_PLACES}`, wrote: byAccount },
  circle_files: { wrote: byAccount },
  circle_members: { own: ofAccount },
  works: { wrote: 'posted_by = $account' },
  work_news: { wrote: byAccount },
  carried_over: { wrote: byAccount },
  class_pages: { wrote: 'changed_by = $account' },
  class_files: { wrote: byAccount },
  // coming in
  merges: {
    own: `from_place in ${IN_PLACES} or into_place in ${IN_PLACES}`,
    wrote: byAccount,
  },
  doors: { wrote: 'opened_by = $account' },
  door_entries: { own: ofPlace },
  keys: { own: ofPlace, hidden: ['source', 'hash'] },
  join_requests: { own: `${ofAccount} or ${ofPlace}`, hidden: ['token_hash', 'secret_hash'] },
  invitations: {
    own: `${ofAccount} or ${ofPlace} or email in (select value from json_each($addresses))`,
    wrote: 'made_by = $account',
    hidden: ['token_hash'],
  },
  audit_log: {
    own: `${byAccount} or (params ->> 'name' in (select value from json_each($names)) and (class_id is null or class_id in ${THEIR_CLASSES}))`,
    kept: {
      set: `by_account = iif(${byAccount}, null, by_account), params = '{"name":"…"}'`,
      why: 'security',
    },
  },
  family_links: { own: `${ofAccount} or ${ofPlace}` },
  outgoing_mails: { own: ofAccount },
  mail_choices: { own: ofAccount },
  news_choices: { own: ofAccount },
  news_told: { own: ofAccount },
  push_subscriptions: { own: ofAccount, hidden: ['token_hash', 'endpoint', 'p256dh', 'auth'] },
  mails: {
    own: 'to_account = $account or recipient in (select value from json_each($addresses))',
    wrote: byAccount,
  },
  // the account itself
  teachers: { own: ofAccount },
  entries: { own: ofAccount },
  feeds: { own: ofAccount, hidden: ['source', 'hash'] },
  // what others have seen of a submission is kept under the name of the submission
  read_markers: {
    own: `${ofAccount} or exists (select 1 from json_each($places) one where read_markers.what like '%:' || one.value)`,
  },
  hidden_classes: { own: ofAccount },
  email_confirmations: { own: ofAccount, hidden: ['token_hash'] },
  resets: { own: ofAccount, hidden: ['token_hash'] },
  sessions: { own: ofAccount, hidden: ['token_hash'] },
  stand_ins: { own: `${ofAccount} or ${ofPlace}` },
  places: { own: `id in ${IN_PLACES}` },
  accounts: { own: 'id = $account', hidden: ['secret_hash'] },
  // nobody's
  SequelizeMeta: { nobodys: 'the log of steps' },
  circles: { nobodys: 'of all its members' },
  class_links: { nobodys: 'of the class' },
  classes: { nobodys: 'of the class' },
  conversation_groups: { nobodys: 'of the class' },
  conversation_links: { nobodys: 'of the class' },
  talk_rules: { nobodys: 'of the class' },
  mark_rules: { nobodys: 'of the class' },
  stale_times: { nobodys: 'what is to be worked out anew' },
  goals: { nobodys: 'of the class' },
  groups: { nobodys: 'of the class' },
  lesson_changes: { nobodys: 'of the class' },
  lesson_notes: { nobodys: 'of the class' },
  lesson_times: { nobodys: 'of the class' },
  materials: { nobodys: 'of the class' },
  search_due: { nobodys: 'made anew from what is there' },
  search_entries: { nobodys: 'made anew from what is there' },
  search_texts: { nobodys: 'made anew from what is there' },
  settings: { nobodys: 'of the school' },
  tablets: { nobodys: 'of the class' },
  topics: { nobodys: 'of the class' },
  attempts: { nobodys: 'hashes that are forgotten within a day' },
  work_times: { nobodys: 'of the class' },
} as const satisfies Readonly<Record<string, Personal>>

export type PersonalTable = keyof typeof PERSON_DATA

/** A table with rows of people, and which they are. */
export type Rows = { readonly table: PersonalTable } & Exclude<Personal, { nobodys: string }>

/** The tables with rows of people, in the order in which rows are removed. */
export const PERSONAL: readonly Rows[] = (Object.keys(PERSON_DATA) as PersonalTable[]).flatMap(table => {
  const one: Personal = PERSON_DATA[table]
  return 'nobodys' in one ? [] : [{ table, ...one }]
})
