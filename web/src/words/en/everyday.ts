/** What every screen of somebody who is signed in may say. */
export const everyday = {
  app: 'Oppen',

  loading: 'One moment …',

  cancel: 'Cancel',

  close: 'Close',

  undo: 'Undo',

  back: 'Back',

  new: 'new',

  optional: 'if you like',

  skip: 'Skip to the page',

  today: 'Today',
  area_topics: 'Topics',
  area_talk: 'Talk',
  area_progress: 'Progress',
  area_register: 'Register',

  areas: 'Areas',

  binder: 'Classes',
  binder_name: 'Binder',

  sign_out: 'Sign out',
  in_go: 'Go to Today',

  role_teacher: 'Teacher',
  role_pupil: 'Pupil',
  role_family: 'Family',
  role_guest: 'Guest for today',

  join_class: 'Join a class',

  new_class: 'New class',

  add_child: 'Add a child',
  not_you_short: 'Not you?',
  account: 'My account',
  classes_all: 'All classes',
  circles: 'Circles',
  circle_new: 'New circle',
  settings: 'Settings',
  area_settings: 'Settings',
  area_ownWork: 'My work',
  sight_done: '{className} is out of sight. It stays under “All classes”.',
  sight_undone: '{className} is back in sight.',
  archived: 'archived',
  archived_lead:
    'This class is archived. Everything in it can be read; nothing can be written until a teacher reopens it.',
  guest_lead:
    'You are here for today, without an account. What you make stays in the class under your name. Ask the teacher to put you on the register if you want to come back to it.',
  secret_once: 'Your teacher gave you a secret for one use. Choose your own now.',
  secret_once_go: 'Choose a secret',
  shortcut_class: 'Go to the class with that number',
  shortcut_today: 'Go to Today',
  saved: 'Kept.',
  yes: 'Yes',
  no: 'No',
  copied: 'Copied.',

  find_or_do: 'Find or do …',
  find_nothing: 'Nothing here is called that.',

  shortcuts: 'Keys on this page',

  shortcut_find: 'Find anything, do anything',
  shortcut_help: 'Show this list',
  shortcut_next: 'Next pupil',
  shortcut_previous: 'Previous pupil',
  shortcut_nextToMark: 'Next to mark',
  shortcut_mark: 'Write the mark',
  shortcut_feedback: 'Write feedback',
  shortcut_handBack: 'Hand back',

  minutes: '{minutes} min',

  clock_demo: 'Demo clock',
  clock_move: 'Move the clock',
  clock_moved: 'It is now {at}.',

  span_days_one: '{count} day',
  span_days_other: '{count} days',
  span_days_hours_one: '{count} day {hours} h',
  span_days_hours_other: '{count} days {hours} h',
  span_hours: '{hours} h',
  span_hours_minutes: '{hours} h {minutes} min',
  span_minutes: '{minutes} min',

  mark_out_of: '{mark} out of {points}',

  state_opens: 'Opens {at}',
  state_toDo: 'To do',
  state_toDo_by: 'To do by {at}',
  state_started: 'Started',
  state_started_by: 'Started, due {at}',
  state_withTeacher: 'With your teacher',
  state_withTeacher_late: 'With your teacher, {span} late',
  state_handedBack: 'Handed back',
  state_handedBack_mark: 'Handed back, {mark}',
  state_tryAgain: 'Try again',
  state_tryAgain_by: 'Try again by {at}',
  state_overdue: 'Overdue since {at}',
  state_missing: 'Missing, was due {at}',
  state_excused: 'Excused',
  state_received: 'Received on paper {at}',

  today_nothing_pupil: 'Nothing waits for you. Everything you handed in is kept under Progress.',
  today_nothing_teacher: 'Nothing to mark and nobody stuck.',
  today_no_class_pupil:
    'You are in no class yet. Ask your teacher for the class code and press “Join a class”.',
  today_no_class_teacher: 'You have no class yet. Make one, paste the names, open the door.',
  today_no_class_family:
    'You follow no child yet. Press “Add a child” and type the family key from the card.',
  today_hand: 'Needs a hand',
  today_next: 'Next',
  today_ahead: 'Opens later',
  today_back: 'Came back',
  today_with: 'With your teacher',
  today_talk: 'In Talk',
  today_minutes: 'about {minutes} min in all',
  today_sum_overdue_one: '{count} piece overdue',
  today_sum_overdue_other: '{count} pieces overdue',
  today_sum_again_one: '{count} to try again',
  today_sum_again_other: '{count} to try again',
  today_sum_next_one: '{count} to do',
  today_sum_next_other: '{count} to do',
  today_sum_back_one: '{count} came back since you last looked',
  today_sum_back_other: '{count} came back since you last looked',
  today_sum_calm: 'nothing overdue',
  today_since: 'You last looked {at}.',
  today_mark: 'To mark',
  today_asks: 'Asks',
  today_due: 'Due this week',
  progress_fresh: 'Marks last changed {at}.',
  progress_fresh_none: 'Nothing has been marked yet.',
  progress_waiting_one: '{count} piece waits for marking.',
  progress_waiting_other: '{count} pieces wait for marking.',
  problem_title: 'That did not work',
  problem_again: 'Try again',
  problem_missing_title: 'There is nothing here for you',
  problem_unreachable: 'Oppen does not answer. Check the connection; nothing you typed is lost.',
  problem_unknown: 'Something went wrong on this page. Load it again; what you typed is kept.',
  problem_not_found: 'There is nothing at this address, or it is not yours to see. Go back to Today.',

  today_doors: 'Doors',
  today_at_the_door: 'At the door',
  today_waiting_one: '{count} person waits for a nod',
  today_waiting_other: '{count} people wait for a nod',
  today_invited: 'Invitations',
  today_invited_pupil: '{by} invites you into {className}',
  today_invited_coTeacher: '{by} asks you to teach {className} together',
  today_invited_family: '{by} invites you to {className}',
  today_accept: 'Come in',
  today_decline: 'Decline',
  today_accepted: 'You are in.',
  today_declined: 'Declined. {by} can see that you said no.',
  today_asked: 'Asked',
  today_asked_wait: 'You asked {teacherName} to follow {name} in {className}. It waits for a yes.',
  today_asked_no:
    '{teacherName} does not know you as family of {name}. Speak to the school, or use the key from the card.',
  today_door_open: 'Door open until {at}',
  today_door_open_long: 'Door open',
  today_door_closed: 'Door closed',
  today_claimed: '{claimed} of {pupils} have come in',
  today_open_door: 'Open the door',
  today_show_door: 'Show the door',

  new_notes_one: '{count} new side note',
  new_notes_other: '{count} new side notes',

  counts_in: '{in} of {of} in',
  counts_toMark_one: '{count} to mark',
  counts_toMark_other: '{count} to mark',

  no_topic: 'Under no topic yet',

  post_work: 'Post work',
} as const
