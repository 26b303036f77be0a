import type { TodaySubmission } from '@oppen/contract'
import { Link } from 'react-router'
import { useMarkWords, useNow } from '../../app/session.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { say } from '../../words/say.js'
import { stateWords } from '../../words/states.js'
import { when } from '../../words/times.js'
import type { Waiting } from './agenda.js'

type Props = {
  readonly submissions: readonly Waiting[]
  readonly readAt: number | null
  readonly to: (submission: TodaySubmission) => string
  /** The names of children by their ids, where there is more than one. */
  readonly names?: ReadonlyMap<string, string> | undefined
}

/** So many stand there at once, the newest; the others are a press away. */
const FEW = 3

/** What came back and was not looked at yet; after that it is in Progress. */
export function CameBack({ submissions, ...shown }: Props) {
  if (!submissions.length) return null
  const few = submissions.slice(0, FEW)
  const others = submissions.slice(FEW)
  return (
    <Section title={say('today_back')}>
      <ul>
        {few.map(one => (
          <Line key={`${one.work.id} ${one.placeId}`} one={one} {...shown} />
        ))}
      </ul>
      {others.length > 0 && (
        <Row className="pt-1">
          <Disclosure look="small" title={say('today_back_more', { count: others.length })}>
            <ul>
              {others.map(one => (
                <Line key={`${one.work.id} ${one.placeId}`} one={one} {...shown} within />
              ))}
            </ul>
          </Disclosure>
        </Row>
      )}
    </Section>
  )
}

type LineProps = Omit<Props, 'submissions'> & { readonly one: Waiting; readonly within?: boolean }

function Line({ one, readAt, to, names, within = false }: LineProps) {
  const time = useNow()
  const scaleOf = useMarkWords()
  const at = one.status.handedBackAt ?? time.now
  const matter = (
    <Link to={to(one)} className="group block rounded">
      <span className="font-semibold group-hover:underline group-hover:underline-offset-2">
        {one.work.title}
      </span>{' '}
      {readAt !== null && at > readAt && <NewMark>{say('new')}</NewMark>}
      <span className="flex flex-wrap items-baseline gap-x-3">
        <StateLabel
          small
          state={one.state}
          said={stateWords(one.state, { ...time, points: one.work.points, scale: scaleOf(one.classId) })}
        />
        <span className="text-sm text-soft">
          {[names?.get(one.child), one.className].filter(Boolean).join(' · ')}
        </span>
      </span>
      {one.feedback && (
        <span className="block text-[0.9375rem] text-soft">
          <bdi>“{one.feedback}”</bdi>
        </span>
      )}
    </Link>
  )
  if (within) {
    return (
      <li className="py-1.5">
        <p className="text-sm text-soft">{when(at, time)}</p>
        {matter}
      </li>
    )
  }
  return (
    <Row as="li" margin={when(at, time)} className="py-1.5">
      {matter}
    </Row>
  )
}
