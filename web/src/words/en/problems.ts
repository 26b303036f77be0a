import { learn } from '../wording.js'

/** What went wrong, by the code of the refusal, and what the things are called in it. */
export const problems = {
  what_title: 'The title',
  what_name: 'The name',
  what_firstName: 'The first name',
  what_lastName: 'The last name',
  what_groupName: 'The name of the group',
  what_yearLabel: 'The year',
  what_page: 'The page',
  what_note: 'The text',
  what_feedback: 'The feedback',
  what_notice: 'The notice',
  what_directions: 'The directions',
  what_place: 'The place',
  what_category: 'The category',
  what_choice: 'The choice',
  what_goals: 'The goal',
  what_draft: 'The page',
  problem_sign_in_needed: 'You are signed out. Sign in again to go on.',
  problem_sign_in_wrong:
    'That user name and password do not go together. Check both, or ask your teacher for a new password.',
  problem_cross_site:
    'This request came from another website and was not carried out. Open Oppen itself and try again there.',
  problem_host_unknown: 'Oppen is not at this address. Use the address that your school gave you.',
  problem_too_many_attempts: 'Too many wrong attempts. Wait {minutes} minutes, or ask your teacher.',
  problem_body_unreadable: 'What was sent could not be read. Reload the page and try again.',
  problem_range_past_end: 'The file is shorter than the part that was asked for. Reload it.',
  problem_body_too_large:
    'That is more than {most} kB at once. Send it in smaller parts, or add it as a file.',
  problem_shape_wrong: 'Oppen did not understand that. Reload the page and try again.',
  problem_busy: 'Oppen is busy right now. Try again in a moment; nothing was changed.',
  problem_disk_full:
    'The server’s disk is full, so nothing was saved. Please tell your school; what you typed is still here.',
  problem_server_fault:
    'Something went wrong in Oppen; it is not your fault. Tell your school this reference: {reference}.',
  problem_class_archived:
    'This class is archived: you can read everything, but nobody can write. A teacher of the class can reopen it in Settings.',
  problem_entry_empty: 'Type a class code, a key or your user name.',
  problem_entry_unknown:
    'That is not a class code, a key or a user name. A code has 7 characters, a key 16, and a user name has a dot in it, like ada.moreno.',
  problem_entry_several: 'There are two different codes in that text. Leave only the one you were given.',
  problem_code_symbol: 'Look at character {position}: “{char}” is never part of a code.',
  problem_code_length: 'A code has {expected} characters, this one has {got}. Look at the board again.',
  problem_code_check:
    'One character is wrong, or two are swapped. Compare with the board, character by character.',
  problem_code_look:
    'Look at character {position}: does it really say “{char}”? With “{maybe}” the code would be right.',
  problem_code_swapped: 'Look at characters {position} and {next}: they may be swapped.',
  problem_code_unknown:
    'This code does not open anything. It may be an old one: ask your teacher for the new one.',
  problem_door_closed: 'This door closed {at}. Ask your teacher to open it again; there will be a new code.',
  problem_door_register:
    'This door is only for names on the register. Find your name in the list, or ask your teacher to add it.',
  problem_no_lesson_now:
    'There is no lesson of this class right now. Open the door for 60 minutes instead, or set the lesson times in Settings.',
  problem_wait_over: 'This has been answered already. If you have not joined, type the code again.',
  problem_child_unknown: 'Choose which child on the register “{name}” is.',
  problem_class_not_shared:
    '{className} has no shared tablets. A teacher can turn them on in the class settings.',
  problem_face_wrong: 'That is not right for this name. Try again, or ask your teacher.',
  problem_no_families: '{className} does not use family accounts. Ask the teacher.',
  problem_place_taken:
    'Somebody has just joined as {name}. If that is your name, tell your teacher, who can reset it.',
  problem_groups_many: 'A class can have {most} groups. Remove one that you do not need first.',
  problem_circles_many:
    'You can belong to {most} circles, and you do. Leave one that you no longer need first.',
  problem_room_circle:
    'There are {left} MB left of the {most} MB of this circle. Remove files that are not needed first.',
  problem_too_quick: 'That was a lot of changes in one minute. Wait a moment, then go on; nothing is lost.',
  problem_left_by_self:
    '{name} left this class and can only come back by choice: invite {name} by user name, or open the door.',
  problem_place_gone: 'That name is no longer on the register. Type the code again to see the names.',
  problem_key_unknown: 'This key does not work. It may have been replaced: ask the teacher for a new card.',
  problem_key_ended: 'This key stopped working {at}. The teacher can print a new card.',
  problem_family_only: 'A family key is for a family’s own account. Sign out first, then type the key.',
  problem_already_in_class: 'You are in this class already, as {name}.',
  problem_secret_short: 'That is too short. It needs at least {least} characters.',
  problem_secret_long: 'That is too long. It can have at most {most} characters.',
  problem_pin_wrong: 'A PIN is four digits. Choose four.',
  problem_pictures_wrong: 'Choose three pictures, one after the other.',
  problem_old_secret_wrong: 'That is not your current password. Type it again; the new one is still below.',
  problem_reset_over:
    'This link has been used or is more than an hour old. Ask for a new one with “I forgot my password”.',
  problem_email_unreadable:
    '“{text}” is not an e-mail address. It needs an @ with something before and after it.',
  problem_confirmation_over:
    'This link has been used, cancelled, or is older than two days. Enter the address in your account again to get a new one.',
  problem_email_taken:
    '{text} belongs to another account here. Sign in with that one, or use another address.',
  problem_person_unknown: 'Nobody here has the user name “{name}”. Check it; it has a dot, like ada.moreno.',
  problem_already_invited: '{name} has been invited already and has not answered yet.',
  problem_invitation_over:
    'This invitation has been answered or withdrawn. Ask the teacher for a new one if you still need it.',
  problem_last_administrator:
    'The circle needs an administrator. Make another member an administrator first.',
  problem_owner_stays:
    '{name} is the owner of this class and cannot be removed. The owner can hand the class over first.',
  problem_merge_self: 'That is the same name twice. Choose another one.',
  problem_merge_both_claimed:
    '{name} and {other} both have an account. Reset the place of the one who does not use it, then merge them.',
  problem_roster_column: 'The file {file} has no column “{column}”. Export it again with that column.',
  problem_date_unreadable: '“{name}” is not a date. Write it like 2026-10-16.',
  problem_dates_backwards: '{name} would end before it begins. Swap the two dates.',
  problem_span_long: '{name} would last more than a year. Check the years of its dates.',
  problem_name_wrong: 'A term or closure needs a name of up to 80 characters.',
  problem_closure_backwards: '{name} needs two times of day in order, like 12:00 and 16:00, or none.',
  problem_rule_unreadable: 'This time cannot be read. Set it again.',
  problem_rule_finds_nothing:
    'No such lesson was found for {group}. Check the timetable of that week, or choose another time.',
  problem_week_unreadable: 'That is not a week. Choose one from the list.',
  problem_link_unreadable: '“{text}” is not a web address. It looks like https://example.org/page.',
  problem_work_changed:
    'Somebody else has changed this work in the meantime. Copy what you wrote, open it again and paste it in.',
  problem_nobody_asked: 'Nobody would get this work. Choose at least one group or pupil.',
  problem_question_choices: 'Give at least two different choices, or let pupils answer in words.',
  problem_due_before_opens: 'It would be due before it opens. Choose a later deadline or an earlier opening.',
  problem_answer_empty: 'There is no answer yet. Write one, or choose.',
  problem_answer_choice: 'Choose only from the choices given, and only one where one is asked for.',
  problem_answer_changed:
    'This answer was changed on another device. Look at it again; what you typed is still here.',
  problem_answers_hidden: 'You cannot see this answer yet. Give your own first.',
  problem_nothing_asked: 'This is a handout: there is nothing to hand in.',
  problem_lesson_unreadable: 'A lesson needs a day and two times, like 09:00 and 09:45.',
  problem_page_changed:
    'Somebody else has changed this page since you opened it. What you wrote is still here: copy it, close the page and open it again.',
  problem_month_unreadable: '“{text}” is not a month. Choose one like October 2026.',
  problem_times_many: 'A day can have at most {most} lines. Remove some.',
  problem_links_many: 'There can be at most {most} links here. Put the others on a page.',
  problem_birthday_unreadable: 'There is no day {day} in month {month}. Choose the day again.',
  problem_entry_backwards:
    'It starts at “{starts}”, so it cannot end at “{ends}”. Give it a start, and an end after it.',
  problem_calendar_file_unreadable:
    '{name} is not a calendar: line {line} says “{text}”. Save it again as iCalendar (.ics) and choose that file. Nothing was changed here.',
  problem_calendar_file_empty:
    'There are no events in {name}. Choose another file; nothing was changed here.',
  problem_calendar_file_many:
    '{name} has more than {most} events. Save a shorter time from the other calendar and choose that file.',
  problem_calendar_file_quick:
    '“{title}” in {name} repeats several times a day, which no lesson and no holiday does. Remove it in the other calendar and choose the file again.',
  problem_calendar_file_too_much:
    '{name} takes too long to read. Save a shorter time from the other calendar and choose that file.',
  problem_calendar_file_no_lessons:
    'No event in {name} starts and ends on one day of this school year, so no lesson was found. Choose another file; nothing was changed here.',
  problem_lesson_backwards: 'That lesson would end at {ends}, before it begins at {starts}. Swap the times.',
  problem_text_empty: '{what} is empty. Write something first.',
  problem_text_long:
    '{what} has {got} characters; at most {most} are allowed. Shorten it or split it; it is all still here.',
  problem_names_empty: 'There is no name in that. Write one name on each line.',
  problem_place_claimed_not: 'The place of {name} is already free.',
  problem_illegal_move: 'That is not possible right now. The page shows where this work is; look again.',
  problem_work_not_open: 'This work opens {at}. You can write then.',
  problem_work_closed: 'This work closed {at}. Write your teacher a side note.',
  problem_not_yours_to_change: 'Your teacher has this work. Take it back first if you want to change it.',
  problem_nothing_to_hand_in: 'There is nothing to hand in yet. Write something or add a photo first.',
  problem_words_not_own: 'Only the person who wrote this can remove it.',
  problem_tablet_who: 'On a shared tablet, say who you are first.',
  problem_not_your_page:
    'This page belongs to another child. Nothing was handed in. Sign out, then choose your own face.',
  problem_draft_changed: 'This page was changed somewhere else {savedAt}. Look at both versions and choose.',
  problem_hand_in_changed:
    'The pupil has changed this work in the meantime. Look at it as it is now, then decide again.',
  problem_mark_unreadable: '“{text}” is not a mark. Write a number like 8.5, with at most two decimals.',
  problem_mark_below_zero: '“{text}” is below zero. The lowest mark is 0.',
  problem_mark_above_points: '“{text}” is more than the {points} points of this work.',
  problem_mark_without_points: 'This work has no points, so it takes feedback but no mark.',
  problem_points_unreadable: '“{text}” is not a number of points. Write a number above 0, up to {most}.',
  problem_time_unreadable: '“{text}” is not a date and time.',
  problem_time_skipped: '{text} does not exist: the clocks go forward that night. Choose {next} or later.',
  problem_time_past: 'That time has passed: it is now {now}. Choose a later one.',
  problem_closes_before_due: 'It would close before it is due. Let it close at the deadline or later.',
  problem_file_empty: '“{name}” is empty: 0 bytes. Choose the file again, or take the photo again.',
  problem_file_large: '“{name}” is larger than {most} MB. Choose a smaller photo or a shorter document.',
  problem_file_picture:
    '{name} has {width} × {height} pixels, too many to open here. Make it smaller and add it again.',
  problem_file_missing:
    '“{name}” is listed here, but the file is missing on the server. Tell your school; a backup may still have it.',
  problem_file_too_much:
    '“{name}” takes too long to read: it unpacks to far more than its size. Print it to a new PDF, or add pictures of it.',
  problem_room_pupil:
    'There are {left} MB left of your {most} MB in this class. Remove what you do not need, or make the file smaller.',
  problem_room_class:
    'There are {left} MB left of the {most} MB of this class. Ask your teacher to make room.',
  problem_pdf_broken:
    '“{name}” is broken and cannot be read. Make the PDF again, or take pictures of its pages.',
  problem_pdf_locked: '“{name}” is protected with a password. Save it without one and add it again.',
  problem_pdf_pages:
    '“{name}” has {pages} pages; a worksheet can have {most}. Save the pages you need as a PDF of their own.',
  problem_sheets_many: 'A worksheet can have at most {most} pages.',
  problem_ink_unreadable: 'Something that was drawn could not be read. Everything else is saved.',
  problem_ink_many: 'This worksheet is full: it can have at most {most} strokes.',
  problem_worksheet_changed:
    'The worksheet was changed somewhere else in the meantime. Look at it again, then hand it in.',
  problem_file_type:
    '“{name}” cannot be added. You can add pictures (JPEG, PNG, WebP), PDFs, sound, video, text, tables (CSV) and documents; turn a page with code (HTML, SVG) into a picture or a PDF.',
  problem_picture_only: '“{name}” is not a picture (JPEG, PNG, WebP). Choose a photo.',
  problem_zone_unknown: '“{text}” is not a time zone. Choose one from the list, such as Europe/Lisbon.',
  problem_zone_in_use:
    'The times of {count} pieces of work, lessons and notes are set in {zone}: the time zone can no longer be changed.',
  problem_setting_pinned: 'This is fixed in the server’s settings. Change it there, then restart Oppen.',
  problem_mail_server_unreadable:
    '“{text}” is not the address of a mail server. It starts with smtps:// or smtp:// and contains no name or password.',
  problem_mail_failed: 'The mail server did not accept the message: {text}',
  problem_provider_unreachable:
    'No identity provider answers there ({text}). Copy the https address of the issuer from its settings.',
  problem_last_owner: 'The school needs an owner. Make another teacher an owner first.',
  problem_not_oneself: 'You cannot do that to your own account. Ask another owner of the school.',
  problem_teacher_has_classes: 'Somebody has to take over: {names}. Choose a teacher.',
  problem_limit_above: 'A pupil cannot have more storage than the whole class.',
  problem_backup_off: 'Backups are not set up. Set OPPEN_BACKUPS on the server and restart Oppen.',
  problem_backup_failed: '{text}',
  problem_name_not_same: 'That is not the name. Type it exactly: {name}',
  problem_file_cut: 'The upload was cut off and the file was not saved. Choose it again.',
  problem_files_many: 'There are already {most} files here. Remove one first.',
} as const

learn(problems)
