import type { OutcomePage, SubmissionPage } from '@oppen/contract'
import type { SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Head } from '../../parts/Sheet.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { whyWords } from '../../words/why.js'
import { Keep } from '../portfolio/LazyKeep.js'
import { useSubmissionState } from './useSubmissionState.js'

type Props = {
  readonly page: Pick<OutcomePage, 'work' | 'status' | 'topicName' | 'teacherName' | 'className' | 'pupil'>
  /** For a family: whose it is and in which class. */
  readonly ofChild?: boolean
  /** For its pupil: what was handed in, which can be kept. */
  readonly own?: { readonly params: SubmissionParams; readonly handIns: SubmissionPage['handIns'] }
}

/** The head of a submission: its time in the margin, how it stands, why it is due then, and what it is about. */
export function SubmissionHead({ page, ofChild = false, own }: Props) {
  const time = useNow()
  const { work, status } = page
  const { state, said } = useSubmissionState(work, status)
  // a time that was simply set says nothing more by itself
  const why =
    work.dueAt !== null && work.why && (work.why.is !== 'fixed' || work.why.pushed) ? work.why : null
  const isIn = ['withTeacher', 'handedBack', 'tryAgain'].includes(status.phase)
  const about = [
    ofChild ? page.className : null,
    page.topicName,
    work.points === null ? null : say('work_out_of', { points: showHundredths(work.points) }),
    work.minutes === null ? null : say('minutes', { minutes: work.minutes }),
    ofChild ? null : page.teacherName,
  ].filter(Boolean)
  return (
    <Head
      title={work.title}
      {...(own && isIn && { aside: <Keep params={own.params} handIns={own.handIns} /> })}
      margin={work.dueAt === null ? null : when(work.dueAt, time)}
      sub={
        <span className="flex flex-wrap items-baseline gap-x-4">
          {ofChild && <span className="font-semibold text-ink">{page.pupil.name}</span>}
          <StateLabel state={state} said={said} />
          {why && <span>{whyWords(why, time)}</span>}
          <span>{about.join(' · ')}</span>
        </span>
      }
    />
  )
}
