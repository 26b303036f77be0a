import type { WorkLine } from '@oppen/contract'
import { momentOf, type SubmissionStatus } from '@oppen/core/work'
import { Link } from 'react-router'
import { useNow } from '../../app/session.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { useSubmissionState } from './useSubmissionState.js'

type Props = {
  readonly work: WorkLine
  readonly status: SubmissionStatus
  readonly to: string
  /** What stands under the state: the class, the topic. */
  readonly meta?: string | null | undefined
  readonly feedback?: string | null | undefined
  readonly newNotes?: number
  readonly isNew?: boolean
}

/** One work in a list: when in the margin; what, state and details on the page. One press opens it. */
export function SubmissionLine({ work, status, to, meta, feedback, newNotes = 0, isNew = false }: Props) {
  const { state, said } = useSubmissionState(work, status)
  const time = useNow()
  const moment = momentOf(state)
  const details = [meta, work.minutes === null ? null : say('minutes', { minutes: work.minutes })].filter(
    Boolean,
  )
  return (
    <Row as="li" margin={moment === null ? null : when(moment, time)} className="py-2">
      <Link to={to} className="group block rounded">
        <span className="text-[17px] font-semibold group-hover:underline group-hover:underline-offset-2">
          {work.title}
        </span>
        {isNew && (
          <span className="ml-2">
            <NewMark>{say('new')}</NewMark>
          </span>
        )}
        {newNotes > 0 && (
          <span className="ml-2">
            <NewMark>{say('new_notes', { count: newNotes })}</NewMark>
          </span>
        )}
        <span className="mt-0.5 flex flex-wrap items-baseline gap-x-4">
          <StateLabel state={state} said={said} />
          {details.length > 0 && <span className="text-sm text-soft">{details.join(' · ')}</span>}
        </span>
        {feedback && state.is !== 'withTeacher' && (
          <span className="mt-0.5 block text-[15px] text-soft">“{feedback}”</span>
        )}
      </Link>
    </Row>
  )
}
