/** Every refusal that crosses the wire: its HTTP status and the parameters that its wording may name. */
export const ERRORS = {
  sign_in_needed: { status: 401, params: [] },
  sign_in_wrong: { status: 403, params: [] },
  not_found: { status: 404, params: [] },
  cross_site: { status: 403, params: [] },
  too_many_tries: { status: 429, params: ['minutes'] },
  body_unreadable: { status: 400, params: [] },
  body_too_large: { status: 413, params: ['most'] },
  shape_wrong: { status: 422, params: [] },
  busy: { status: 503, params: [] },
  disk_full: { status: 507, params: [] },
  server_fault: { status: 500, params: ['reference'] },

  class_archived: { status: 409, params: [] },

  entry_empty: { status: 422, params: [] },
  entry_unknown: { status: 422, params: [] },
  entry_several: { status: 422, params: [] },
  code_symbol: { status: 422, params: ['position', 'char'] },
  code_length: { status: 422, params: ['expected', 'got'] },
  code_check: { status: 422, params: [] },
  code_look: { status: 422, params: ['position', 'char', 'maybe'] },
  code_swapped: { status: 422, params: ['position', 'next'] },
  code_unknown: { status: 404, params: [] },
  door_closed: { status: 410, params: ['at'] },
  door_register: { status: 409, params: [] },
  no_lesson_now: { status: 409, params: [] },
  wait_over: { status: 410, params: [] },
  child_unknown: { status: 422, params: ['name'] },
  class_not_shared: { status: 409, params: ['className'] },
  face_wrong: { status: 403, params: [] },
  no_families: { status: 409, params: ['className'] },
  place_taken: { status: 409, params: ['name'] },
  place_gone: { status: 410, params: [] },
  key_unknown: { status: 404, params: [] },
  key_ended: { status: 410, params: ['at'] },
  family_only: { status: 409, params: [] },
  already_in_class: { status: 409, params: ['name'] },
  secret_short: { status: 422, params: ['least'] },
  secret_long: { status: 422, params: ['most'] },
  pin_wrong: { status: 422, params: [] },
  pictures_wrong: { status: 422, params: [] },
  old_secret_wrong: { status: 403, params: [] },
  reset_over: { status: 410, params: [] },
  email_unreadable: { status: 422, params: ['text'] },
  email_taken: { status: 409, params: ['text'] },

  person_unknown: { status: 404, params: ['name'] },
  already_invited: { status: 409, params: ['name'] },
  invitation_over: { status: 410, params: [] },
  last_keeper: { status: 409, params: [] },
  owner_stays: { status: 409, params: ['name'] },
  merge_self: { status: 422, params: [] },
  merge_both_claimed: { status: 409, params: ['name', 'other'] },
  roster_column: { status: 422, params: ['file', 'column'] },
  lesson_unreadable: { status: 422, params: [] },
  lesson_backwards: { status: 422, params: ['starts', 'ends'] },

  text_empty: { status: 422, params: ['what'] },
  text_long: { status: 422, params: ['what', 'most', 'got'] },
  names_empty: { status: 422, params: [] },
  place_claimed_not: { status: 409, params: ['name'] },

  illegal_move: { status: 409, params: ['move', 'phase'] },
  work_not_open: { status: 409, params: ['at'] },
  work_closed: { status: 409, params: ['at'] },
  not_yours_to_change: { status: 409, params: ['phase'] },
  nothing_to_hand_in: { status: 422, params: [] },
  copy_changed: { status: 409, params: ['version', 'savedAt', 'html'] },
  hand_in_changed: { status: 409, params: ['number'] },

  mark_unreadable: { status: 422, params: ['text'] },
  mark_below_zero: { status: 422, params: ['text'] },
  mark_above_points: { status: 422, params: ['text', 'points'] },
  mark_without_points: { status: 422, params: [] },
  points_unreadable: { status: 422, params: ['text', 'most'] },

  time_unreadable: { status: 422, params: ['text'] },
  time_skipped: { status: 422, params: ['text', 'next'] },
  time_past: { status: 422, params: ['now'] },
  closes_before_due: { status: 422, params: [] },

  file_empty: { status: 422, params: ['name'] },
  file_large: { status: 413, params: ['name', 'most'] },
  file_type: { status: 415, params: ['name'] },
  picture_only: { status: 415, params: ['name'] },
  file_cut: { status: 400, params: [] },
  files_many: { status: 409, params: ['most'] },
} as const satisfies Record<string, { status: number; params: readonly string[] }>

export type ErrorCode = keyof typeof ERRORS

/** What stands in the body of every reply that is not a success. */
export type WireError = {
  readonly error: {
    readonly code: ErrorCode
    /** The field of the body it is about, "secret" or "places.2.name", where there is one. */
    readonly path?: string
    readonly params?: Readonly<Record<string, string | number>>
  }
}
