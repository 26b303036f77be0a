import { learn } from '../wording.js'

/** Open questions and what is answered to them. */
export const answers = {
  answer_own: 'Your answer',
  answer_why: 'Say why, if you like',
  answer_choose: 'Choose one',
  answer_choose_several: 'Choose as many as fit',
  answer_go: 'Answer',
  answer_change: 'Edit your answer',
  answer_change_go: 'Save the answer',
  answer_closed: 'This question is closed: it takes no more answers.',
  answer_reply: 'Reply',
  answer_reply_to: 'Reply to {name}',
  answer_reply_go: 'Send',
  answers_title: 'What others answered',
  answers_count: '{in} of {of} have answered',
  answers_none: 'Nobody else has answered yet.',
  answers_hidden_never: 'Only your teachers see the answers.',
  answers_hidden_afterOwn: 'You can see the other answers once you have given your own.',
  answers_hidden_always: '',
  answers_mark: 'Mark answers',
  answers_not_yet: 'not yet',
  answers_all: 'All answers',
} as const

learn(answers)
