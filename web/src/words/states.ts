import { type ScaleStep, wordOfMark } from '@oppen/core/marks'
import { spanOf, type WhenOptions } from '@oppen/core/timing'
import type { SubmissionState } from '@oppen/core/work'
import { showHundredths } from './numbers.js'
import { say } from './say.js'
import { when } from './times.js'

export type Tone = 'plain' | 'soft' | 'leaf' | 'teal' | 'rust' | 'blue'

export type StateWords = { readonly words: string; readonly tone: Tone }

export type StateContext = WhenOptions & {
  readonly points: number | null
  /** The words of the class for marks; points are shown where there are none. */
  readonly scale?: readonly ScaleStep[] | undefined
  /** How a moment is written; in full where nothing is given. */
  readonly write?: (moment: number, context: WhenOptions) => string
}

/** A length of time in words: "2 days 3 h", "40 min". */
export function spanWords(milliseconds: number): string {
  const { days, hours, minutes } = spanOf(milliseconds)
  if (days) return hours ? say('span_days_hours', { count: days, hours }) : say('span_days', { count: days })
  if (hours) return minutes ? say('span_hours_minutes', { hours, minutes }) : say('span_hours', { hours })
  return say('span_minutes', { minutes })
}

/** Minutes as people say them: "1 h 25 min". */
export const minutesWords = (minutes: number): string => spanWords(minutes * 60_000)

/** A mark with its points, "8.5 out of 10", or as the word of a class that shows no points: "Very good". */
export function markWords(
  mark: number,
  points: number | null,
  scale: readonly ScaleStep[] | undefined,
): string {
  const word = scale && wordOfMark(mark, points, scale)
  if (word) return word
  return points === null
    ? showHundredths(mark)
    : say('mark_out_of', { mark: showHundredths(mark), points: showHundredths(points) })
}

/** A pupil's or family's reading of a state. */
export function stateWords(state: SubmissionState, context: StateContext): StateWords {
  const at = (moment: number) => (context.write ?? when)(moment, context)
  switch (state.is) {
    case 'opens':
      return { words: say('state_opens', { at: at(state.at) }), tone: 'soft' }
    case 'toDo':
      return {
        words: state.by === null ? say('state_toDo') : say('state_toDo_by', { at: at(state.by) }),
        tone: 'plain',
      }
    case 'started':
      return {
        words: state.by === null ? say('state_started') : say('state_started_by', { at: at(state.by) }),
        tone: 'blue',
      }
    case 'withTeacher': {
      const late = state.lateBy > 0
      const said = late
        ? say('state_withTeacher_late', { span: spanWords(state.lateBy) })
        : say('state_withTeacher')
      return { words: said, tone: late ? 'rust' : 'leaf' }
    }
    case 'handedBack':
      return {
        words:
          state.mark === null
            ? say('state_handedBack')
            : say('state_handedBack_mark', { mark: markWords(state.mark, context.points, context.scale) }),
        tone: 'teal',
      }
    case 'tryAgain':
      if (state.own) return { words: say('state_improving'), tone: 'plain' }
      return {
        words: state.by === null ? say('state_tryAgain') : say('state_tryAgain_by', { at: at(state.by) }),
        tone: 'rust',
      }
    case 'overdue':
      return { words: say('state_overdue', { at: at(state.since) }), tone: 'rust' }
    case 'missing':
      return { words: say('state_missing', { at: at(state.since) }), tone: 'rust' }
    case 'excused':
      return { words: say('state_excused'), tone: 'soft' }
    case 'received':
      return { words: say('state_received', { at: at(state.at) }), tone: 'leaf' }
    case 'seen':
      return { words: say('state_seen'), tone: 'leaf' }
    case 'finished':
      return { words: say('state_finished'), tone: 'leaf' }
  }
}
