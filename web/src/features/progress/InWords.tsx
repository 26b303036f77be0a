import type { ProgressPage } from '@oppen/contract'
import { type SubmissionState, stateOfWork } from '@oppen/core/work'
import { useNow } from '../../app/session.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'

/** How much of what there is, in a sentence: what is late or missing, what is to do, what is with the teacher. */
export function InWords({ page }: { readonly page: ProgressPage }) {
  const { now } = useNow()
  const states = page.submissions.map(({ work, status }) => stateOfWork({ ...work }, status, now).is)
  const count = (...names: readonly SubmissionState['is'][]) => states.filter(is => names.includes(is)).length
  const parts = [
    ['progress_is_late', count('overdue')],
    ['progress_is_missing', count('missing')],
    ['progress_is_toDo', count('toDo', 'started', 'tryAgain')],
    ['progress_is_waiting', count('withTeacher', 'received')],
    ['progress_is_back', count('handedBack')],
  ] as const
  const said = parts.flatMap(([key, number]) => (number ? [say(key, { count: number })] : []))
  if (!said.length) return null
  return <p className="text-[1.0625rem]">{say('progress_in_words', { list: listWords(said) })}</p>
}
