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
    'That user name and secret do not belong together. Check both, or ask your teacher for a new secret.',
  problem_cross_site:
    'This came from another page than Oppen and was not done. Open Oppen itself and try there.',
  problem_host_unknown:
    'Oppen is not found at this address. Open it at the address that your school gave you.',
  problem_too_many_attempts: 'Too many wrong tries. Wait {minutes} minutes, or ask your teacher.',
  problem_body_unreadable: 'What arrived could not be read. Load the page again and send it once more.',
  problem_range_past_end: 'The file is shorter than the part that was asked for. Load it again.',
  problem_body_too_large:
    'That is more than {most} kB at once. Send it in smaller parts, or add it as a file.',
  problem_shape_wrong: 'Oppen was sent something it does not know. Load the page again and repeat the step.',
  problem_busy: 'Oppen is busy right now. Press once more in a moment; nothing was changed.',
  problem_disk_full:
    'The disk of the server is full, so nothing was kept. Tell your school; what you typed is still here.',
  problem_server_fault: 'A fault in Oppen, nothing you did. Tell your school the reference {reference}.',
  problem_class_archived:
    'This class is archived: everything can be read, nothing can be written. A teacher of the class can reopen it in its settings.',
  problem_entry_empty: 'Nothing is typed yet. Type a class code, a key or your user name.',
  problem_entry_unknown:
    'That is no class code, no key and no user name. A code has 7 characters, a key 16, and a user name a dot in it, like ada.moreno.',
  problem_entry_several:
    'There are two different codes in that text. Leave only the one that you were given.',
  problem_code_symbol: 'Look at character {position}: “{char}” is never part of a code.',
  problem_code_length: 'A code has {expected} characters, this one has {got}. Look at the board again.',
  problem_code_check:
    'One character is wrong, or two are swapped. Compare with the board, character by character.',
  problem_code_look:
    'Look at character {position}: is “{char}” really written there? With “{maybe}” the code would be right.',
  problem_code_swapped: 'Look at characters {position} and {next}: it seems that they are swapped.',
  problem_code_unknown:
    'Nothing opens with this code. It may be an old one: ask your teacher for the new one.',
  problem_door_closed:
    'This door closed {at}. Ask your teacher to open it again; the code will be a new one.',
  problem_door_register:
    'This door is only for names on the register. Find your name in the list, or ask your teacher to add it.',
  problem_no_lesson_now:
    'No lesson of this class is on now. Open the door for 60 minutes instead, or set the lesson times in Settings.',
  problem_wait_over:
    'This has been answered already. Look again; if you are not in, type the code once more.',
  problem_child_unknown: 'Choose the child on the register that “{name}” is.',
  problem_class_not_shared:
    '{className} has no shared tablets. A teacher can switch them on in the settings of the class.',
  problem_face_wrong: 'That does not fit this name. Try once more, or ask your teacher for a new secret.',
  problem_no_families: '{className} runs without families. Ask the teacher.',
  problem_place_taken:
    'The name {name} has just been taken. If it is yours, tell your teacher, who can free it.',
  problem_groups_many: 'A class has {most} groups at most. Remove one that is not needed first.',
  problem_circles_many:
    'You belong to {most} circles already, which is the most. Leave one that you no longer need first.',
  problem_room_circle:
    'There is room for {left} MB more of the {most} MB of this circle. Remove files that are not needed first.',
  problem_too_quick: 'That was a great many changes in one minute. Wait a moment and go on; nothing is lost.',
  problem_left_by_self:
    '{name} left this class and can come back only by the own choice: invite {name} by user name, or open the door.',
  problem_place_gone: 'That name is no longer on the register. Type the code again to see the names.',
  problem_key_unknown: 'This key opens nothing. It may have been replaced: ask the teacher for a new card.',
  problem_key_ended: 'This key ended {at}. The teacher can print a new card.',
  problem_family_only: 'A family key is for a family’s own account. Sign out first, then type the key.',
  problem_already_in_class: 'You are in this class already, as {name}.',
  problem_secret_short: 'That secret is too short. It needs at least {least} characters.',
  problem_secret_long: 'That secret is too long. It may have {most} characters at most.',
  problem_pin_wrong: 'A pin is four digits, like the ones on a lock. Choose four.',
  problem_pictures_wrong: 'Choose three pictures, one after the other.',
  problem_old_secret_wrong:
    'That is not your secret until now. Type it once more; the new one is kept below.',
  problem_reset_over:
    'This address has been used or is more than an hour old. Ask for a new one with “I forgot my secret”.',
  problem_email_unreadable: '“{text}” is not an e-mail address. It needs an @ and a place after it.',
  problem_confirmation_over:
    'This letter has been answered, called off, or is older than two days. Give the address in your account again for a new one.',
  problem_email_taken:
    '{text} belongs to another account here. Come in with that one, or use another address.',
  problem_person_unknown:
    'Nobody here has the user name “{name}”. Look at it once more; it has a dot, like ada.moreno.',
  problem_already_invited: '{name} has been invited already and has not answered yet.',
  problem_invitation_over:
    'This invitation has been answered or taken back. Ask the teacher for a new one if you still need it.',
  problem_last_administrator: 'Somebody has to look after the circle. Make another member a keeper first.',
  problem_owner_stays:
    '{name} is the owner of this class and stays. The owner can hand the class over first.',
  problem_merge_self: 'That is the same place twice. Choose another one.',
  problem_merge_both_claimed:
    '{name} and {other} both have an account. Free the place of the one who does not use it, then join them.',
  problem_roster_column: 'The file {file} has no column “{column}”. Export it again with that column.',
  problem_date_unreadable: '“{name}” is not a date that exists. Write it as 2026-10-16.',
  problem_dates_backwards: '{name} would end before it begins. Swap the two dates.',
  problem_span_long: '{name} would last more than a year. Look at the years of its dates.',
  problem_name_wrong: 'A term or closure needs a name of up to 80 characters.',
  problem_closure_backwards: '{name} needs two times of day in order, like 12:00 and 16:00, or none.',
  problem_rule_unreadable: 'This time cannot be read. Choose how it is set once more.',
  problem_rule_finds_nothing:
    'No such lesson was found for {group}. Look at the timetable of that week, or choose another time.',
  problem_week_unreadable: 'That is not a week. Choose one from the list.',
  problem_link_unreadable: '“{text}” is not a web address. It looks like https://example.org/page.',
  problem_work_changed:
    'Somebody else has changed this piece meanwhile. Copy what you wrote, open it again and put it in.',
  problem_nobody_asked: 'Nobody would get this piece. Choose at least one group or pupil.',
  problem_question_choices: 'Choices need at least two that are not alike. Or let pupils answer in words.',
  problem_due_before_opens: 'It would be due before it opens. Choose a later deadline or an earlier opening.',
  problem_answer_empty: 'There is no answer yet. Write one, or choose.',
  problem_answer_choice: 'Choose only from what is offered, and one only where one is asked for.',
  problem_answer_changed:
    'This answer was changed on another device. Look at it again; what you typed is still here.',
  problem_answers_hidden: 'This answer is not shown to you now. Give your own first.',
  problem_nothing_asked: 'This is a handout: there is nothing to hand in.',
  problem_lesson_unreadable: 'A lesson needs a day and two times, like 09:00 and 09:45.',
  problem_page_changed:
    'Somebody else has changed this page since you opened it. What you wrote is still here: copy it, close the page and open it again.',
  problem_month_unreadable: '“{text}” is not a month. Choose one like October 2026.',
  problem_times_many: 'A day has at most {most} lines. Take some off.',
  problem_links_many: 'At most {most} links stand one press away. Put the others on a page.',
  problem_birthday_unreadable: 'There is no day {day} in month {month}. Choose the day again.',
  problem_entry_backwards:
    'It would end at “{ends}”, not after it begins at “{starts}”. Give it a beginning, and an end after it.',
  problem_calendar_file_unreadable:
    '{name} is not a calendar: line {line} says “{text}”. Save it again as iCalendar (.ics) and choose that file. Nothing here was changed.',
  problem_calendar_file_empty:
    'There are no events in {name}. Choose another file; nothing here was changed.',
  problem_calendar_file_many:
    '{name} has more than {most} events. Save a shorter time from the other program and choose that file.',
  problem_calendar_file_quick:
    '“{title}” in {name} repeats several times a day, which no lesson and no holiday does. Take it out of the file in the other program and choose the file again.',
  problem_calendar_file_too_much:
    '{name} takes too long to read. Save a shorter time from the other program and choose that file.',
  problem_calendar_file_no_lessons:
    'No event in {name} has a beginning and an end on one day of this school year, so no lesson was found. Choose another file; nothing here was changed.',
  problem_lesson_backwards: 'That lesson would end at {ends}, before it begins at {starts}. Swap the times.',
  problem_text_empty: '{what} is empty. Write something first.',
  problem_text_long:
    '{what} has {got} characters, {most} fit. Shorten it, or split it; it is all still here.',
  problem_names_empty: 'There is no name in that. Write one name on each line.',
  problem_place_claimed_not: 'The place of {name} is free already.',
  problem_illegal_move:
    'That cannot be done where this piece stands now. The page shows how it stands; look again.',
  problem_work_not_open: 'This work opens {at}. Until then it cannot be written on.',
  problem_work_closed: 'This work closed {at} and takes nothing more. Write your teacher a side note.',
  problem_not_yours_to_change:
    'This piece lies with your teacher. Take it back first if you want to change it.',
  problem_nothing_to_hand_in: 'There is nothing to hand in yet. Write something or add a photo first.',
  problem_words_not_own: 'Only who wrote these words can take them away.',
  problem_tablet_who: 'On a shared tablet, say who you are first.',
  problem_not_your_page:
    'This page belongs to another child. Nothing was handed in. Sign out, and come in with your own face.',
  problem_draft_changed: 'This page was changed elsewhere {savedAt}. Look at both versions and choose.',
  problem_hand_in_changed:
    'The pupil has moved this piece meanwhile. Look at it as it is now, then decide again.',
  problem_mark_unreadable: '“{text}” is not a mark. Write a number like 8.5, with two decimals at most.',
  problem_mark_below_zero: '“{text}” is below zero. The lowest mark is 0.',
  problem_mark_above_points: '“{text}” is more than the {points} points of this piece.',
  problem_mark_without_points: 'This work has no points, so it takes feedback but no mark.',
  problem_points_unreadable: '“{text}” is not a number of points. Write a number above 0 and up to {most}.',
  problem_time_unreadable: '“{text}” is not a date and time.',
  problem_time_skipped: '{text} does not exist: the clocks go forward that night. Choose {next} or later.',
  problem_time_past: 'That time has passed: it is now {now}. Choose a later one.',
  problem_closes_before_due: 'It would close before it is due. Let it close at the due time or later.',
  problem_file_empty: '“{name}” is empty: 0 bytes. Choose the file again, or take the photo anew.',
  problem_file_large: '“{name}” is larger than {most} MB. Choose a smaller photo or a shorter document.',
  problem_file_picture:
    '{name} has {width} × {height} points, more than can be opened here. Make it smaller and add it again.',
  problem_file_missing:
    '“{name}” is listed here, but its file is missing on the server. Tell your school; a backup may still have it.',
  problem_file_too_much:
    '“{name}” takes too long to read: it unpacks to far more than it looks. Print it anew as a PDF, or send pictures of it.',
  problem_room_pupil:
    'There is room for {left} MB more of your {most} MB in this class. Take off what you do not need, or make the file smaller.',
  problem_room_class:
    'There is room for {left} MB more of the {most} MB of this class. Ask your teacher to make room.',
  problem_pdf_broken:
    '“{name}” cannot be read: it is broken. Make the PDF again, or take pictures of its pages.',
  problem_pdf_locked: '“{name}” is locked with a password. Save it without one and add it again.',
  problem_pdf_pages:
    '“{name}” has {pages} pages; a worksheet takes {most}. Save the pages you need as a PDF of their own.',
  problem_sheets_many: 'A worksheet has {most} pages at most.',
  problem_ink_unreadable: 'Something that was drawn could not be read. Everything else is kept.',
  problem_ink_many: 'There is more on this worksheet than fits: {most} strokes at most.',
  problem_worksheet_changed:
    'The worksheet was changed elsewhere meanwhile. Look at it again, then hand it in.',
  problem_file_type:
    '“{name}” cannot be added, whatever its name says. Pictures (JPEG, PNG, WebP), PDF, sound, video, text, tables (CSV) and documents can; of a page with code (HTML, SVG) make a picture or a PDF.',
  problem_picture_only:
    '“{name}” is not a picture (JPEG, PNG, WebP), whatever its name says. Choose a photo.',
  problem_zone_unknown: '“{text}” is no time zone. Choose one of the list, such as Europe/Lisbon.',
  problem_zone_in_use:
    '{count} pieces of work, lessons and notes were given their times in {zone}: the time zone can no longer be changed.',
  problem_setting_pinned: 'The settings of the machine fix this. Change it there, and start Oppen again.',
  problem_mail_server_unreadable:
    '“{text}” is not the address of a mail server. It begins with smtps:// or smtp:// and has neither name nor password in it.',
  problem_mail_failed: 'The mail server did not take the letter: {text}',
  problem_provider_unreachable:
    'No identity provider answers there ({text}). Copy the https address of the issuer from its settings.',
  problem_last_owner: 'The school needs somebody who looks after it. Make another teacher an owner first.',
  problem_not_oneself: 'That cannot be done to your own account. Ask another owner of the school.',
  problem_teacher_has_classes: 'Somebody has to take over: {names}. Choose a teacher.',
  problem_limit_above: 'A pupil cannot have more room than the whole class.',
  problem_backup_off: 'No backups are set up. Set OPPEN_BACKUPS on the machine and start Oppen again.',
  problem_backup_failed: '{text}',
  problem_name_not_same: 'That is not the name. Type it exactly: {name}',
  problem_file_cut: 'The file was cut off on its way and was not kept. Choose it again.',
  problem_files_many: 'There are {most} files on this piece already. Take one off first.',
} as const

learn(problems)
