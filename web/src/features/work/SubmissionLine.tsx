import type { WorkLine } from '@oppen/contract'
import { momentOf, type SubmissionState, type SubmissionStatus } from '@oppen/core/work'
import { Link } from 'react-router'
import { useNow } from '../../app/session.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { say } from '../../words/say.js'
import type { StateWords } from '../../words/states.js'
import { when } from '../../words/times.js'
import { useSubmissionState } from './useSubmissionState.js'

type CellProps = {
  readonly work: WorkLine
  readonly state: SubmissionState
  readonly said: StateWords
  readonly to: string
  /** What stands beside the state: the class, the topic. */
  readonly details: readonly (string | null | undefined)[]
  readonly feedback?: string | null | undefined
  readonly newNotes?: number
  readonly isNew?: boolean
}

/** One work: what it is, its state, details and what the teacher said. One press opens it. */
export function SubmissionCell({
  work,
  state,
  said,
  to,
  details,
  feedback,
  newNotes = 0,
  isNew = false,
}: CellProps) {
  const also = [...details, work.minutes === null ? null : say('minutes', { minutes: work.minutes })].filter(
    Boolean,
  )
  return (
    <Link to={to} className="group block rounded">
      <span className="text-[1.0625rem] font-semibold group-hover:underline group-hover:underline-offset-2">
        {work.title}
      </span>
      {isNew && (
        <span className="ms-2">
          <NewMark>{say('new')}</NewMark>
        </span>
      )}
      {newNotes > 0 && (
        <span className="ms-2">
          <NewMark>{say('new_notes', { count: newNotes })}</NewMark>
        </span>
      )}
      <span className="mt-0.5 flex flex-wrap items-baseline gap-x-4">
        <StateLabel state={state} said={said} />
        {also.length > 0 && <span className="text-sm text-soft">{also.join(' · ')}</span>}
      </span>
      {feedback && state.is !== 'withTeacher' && (
        <span className="mt-0.5 block text-[0.9375rem] text-soft">
          <bdi className="read">“{feedback}”</bdi>
        </span>
      )}
    </Link>
  )
}

type Props = Pick<CellProps, 'work' | 'to' | 'feedback' | 'newNotes'> & {
  readonly status: SubmissionStatus
  readonly meta?: string | null | undefined
}

/** One work in a list: when in the margin; what, state and details on the page. */
export function SubmissionLine({ work, status, meta, ...cell }: Props) {
  const { state, said } = useSubmissionState(work, status)
  const time = useNow()
  const moment = momentOf(state)
  return (
    <Row as="li" margin={moment === null ? null : when(moment, time)} className="py-2">
      <SubmissionCell work={work} state={state} said={said} details={[meta]} {...cell} />
    </Row>
  )
}
