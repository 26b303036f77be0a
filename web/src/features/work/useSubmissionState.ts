import type { WorkLine } from '@oppen/contract'
import { type SubmissionState, type SubmissionStatus, stateOfWork } from '@oppen/core/work'
import { useNow, useTie } from '../../app/session.js'
import { type StateWords, stateWords } from '../../words/states.js'
import { teacherStateWords } from '../../words/teacherStates.js'

/** The state of a submission now, in a pupil's or a teacher's words; it goes on as time does. */
export function useSubmissionState(
  work: WorkLine,
  status: SubmissionStatus,
  reader: 'pupil' | 'teacher' = 'pupil',
): { state: SubmissionState; said: StateWords } {
  const time = useNow()
  const scale = useTie()?.markWords
  const state = stateOfWork(work, status, time.now)
  const words = reader === 'teacher' ? teacherStateWords : stateWords
  return { state, said: words(state, { ...time, points: work.points, scale }) }
}
