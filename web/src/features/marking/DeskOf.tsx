import type { DeskPage, MarkingPage, SubmissionPage } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import type { DeskPen } from './deskPen.js'
import { MarkPanel } from './MarkPanel.js'
import type { MarkingRow } from './rows.js'
import { useDesk } from './useDesk.js'
import { WorkOnDesk } from './WorkOnDesk.js'

type Props = {
  readonly params: SubmissionParams
  readonly row: MarkingRow
  readonly marking: Pick<MarkingPage, 'work' | 'scale'>
  readonly pen: DeskPen | null
  readonly onPen: (pen: DeskPen | null) => void
  /** What comes next, by its name. */
  readonly next: { readonly name: string } | undefined
  /** Whether nothing says whose it is. */
  readonly hidden?: boolean
  readonly begin: boolean
  readonly onNext: () => void
  readonly onDone: (how: 'handedBack' | 'ready' | 'tryAgain') => void
}

/** One submission on the desk: the work, and beside it what the teacher says of it. */
export function DeskOf(props: Props) {
  const time = useNow()
  const submission = useQuery(reads.submission(props.params))
  const desk = useQuery(reads.desk(props.params))
  const error = submission.error ?? desk.error
  if (submission.data && desk.data)
    return (
      <Open
        {...props}
        page={named(submission.data, props)}
        desk={desk.data}
        again={() => void submission.refetch()}
      />
    )
  const again = () => {
    void submission.refetch()
    void desk.refetch()
  }
  return (
    <div className="lg:col-span-2">
      {error ? <Problem words={problemWords(error, time)} again={again} /> : <Waiting />}
    </div>
  )
}

/** The submission as it is called here: without the name of its pupil where names are hidden. */
const named = (page: SubmissionPage, { hidden, row }: Props): SubmissionPage =>
  hidden ? { ...page, pupil: { ...page.pupil, name: row.name } } : page

type OpenProps = Props & {
  readonly page: SubmissionPage
  readonly desk: DeskPage
  readonly again: () => void
}

function Open({ params, row, marking, pen, onPen, page, desk: read, again, ...rest }: OpenProps) {
  const { points } = marking.work
  const desk = useDesk(params, page, read, { points, scale: marking.scale })
  return (
    <>
      <WorkOnDesk
        params={params}
        page={page}
        state={row.state}
        desk={desk}
        pen={pen}
        onPen={onPen}
        again={again}
      />
      <MarkPanel params={params} row={row} marking={marking} desk={desk} page={page} {...rest} />
    </>
  )
}
