import { wordOfMark } from '@oppen/core/marks'
import type { SubmissionState } from '@oppen/core/work'
import { showHundredths } from './numbers.js'
import { say } from './say.js'
import { type StateContext, type StateWords, spanWords } from './states.js'
import { when, whenDay } from './times.js'

const markOf = (mark: number, { points, scale }: StateContext): string =>
  (scale && wordOfMark(mark, points, scale)) ?? showHundredths(mark)

/** The teacher's reading of the same state, short enough for a row of a list. */
export function teacherStateWords(state: SubmissionState, context: StateContext): StateWords {
  switch (state.is) {
    case 'withTeacher':
      return state.lateBy > 0
        ? { words: say('row_late', { span: spanWords(state.lateBy) }), tone: 'rust' }
        : { words: say('row_in', { at: whenDay(state.since, context) }), tone: 'blue' }
    case 'handedBack':
      return { words: state.mark === null ? say('row_back') : markOf(state.mark, context), tone: 'teal' }
    case 'toDo':
      return { words: say('row_notYet'), tone: 'soft' }
    case 'started':
      return { words: say('row_started'), tone: 'soft' }
    case 'opens':
      return { words: say('state_opens', { at: when(state.at, context) }), tone: 'soft' }
    case 'overdue':
      return { words: state.begun ? say('row_overdue_started') : say('row_overdue'), tone: 'rust' }
    case 'missing':
      return { words: say('row_missing'), tone: 'rust' }
    case 'tryAgain':
      return { words: say(state.own ? 'row_improving' : 'row_tryAgain'), tone: 'plain' }
    case 'excused':
      return { words: say('row_excused'), tone: 'soft' }
    case 'received':
      return { words: say('row_received'), tone: 'leaf' }
    case 'seen':
      return { words: say('state_seen'), tone: 'leaf' }
    case 'finished':
      return { words: say('state_finished'), tone: 'leaf' }
  }
}
