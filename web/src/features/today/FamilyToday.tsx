import type { TodayPage, TodaySubmission } from '@oppen/contract'
import { type Child, childrenOf, firstName } from '../../app/places.js'
import { useMe, useNow } from '../../app/session.js'
import { useChild } from '../../app/useChild.js'
import { Empty } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { AgendaList, useAgenda } from './agenda.js'
import { Lessons } from './Lessons.js'
import { NoticesToday } from './NoticesToday.js'
import { Summary } from './Summary.js'

type Props = { readonly page: TodayPage; readonly readAt: number | null }

const toOutcome = (submission: TodaySubmission) =>
  `/c/${submission.classId}/work/${submission.work.id}/outcome/${submission.placeId}`

/** A family's day: each child beside the other; on a phone one child at a time, chosen above. */
export function FamilyToday({ page, readAt }: Props) {
  const me = useMe()
  const chosen = useChild(me)
  const children = childrenOf(me)
  if (!children.length) {
    return (
      <Row>
        <Empty>{say('today_no_class_family')}</Empty>
      </Row>
    )
  }
  const shown = chosen ? [chosen] : children
  return (
    <>
      <div className={shown.length > 1 ? 'grid lg:grid-cols-2' : ''}>
        {shown.map((child, index) => (
          <ChildToday
            key={child.child}
            child={child}
            page={page}
            readAt={readAt}
            alone={shown.length === 1}
            first={index === 0}
          />
        ))}
      </div>
      <NoticesToday
        notices={page.notices.filter(notice =>
          shown.some(child => child.ties.some(tie => tie.classId === notice.classId)),
        )}
        to={notice =>
          `/child/${children.find(one => one.ties.some(tie => tie.classId === notice.classId))?.child}/talk`
        }
      />
    </>
  )
}

type ChildProps = Props & { readonly child: Child; readonly alone: boolean; readonly first: boolean }

function ChildToday({ child, page, readAt, alone, first }: ChildProps) {
  const time = useNow()
  const submissions = page.submissions.filter(submission => submission.child === child.child)
  const agenda = useAgenda(submissions)
  const marked = Math.max(0, ...submissions.map(submission => submission.status.handedBackAt ?? 0))
  return (
    <section aria-label={child.name} className="relative min-w-0">
      {!first && (
        <div
          aria-hidden="true"
          className="absolute inset-y-0 left-[var(--margin-x)] w-px bg-margin-line max-lg:hidden"
        />
      )}
      {!alone && (
        <Row>
          <h2 className="pb-2 text-xl">{firstName(child.name)}</h2>
        </Row>
      )}
      <Row>
        <Summary agenda={agenda} readAt={readAt} {...(alone && { name: firstName(child.name) })} />
      </Row>
      <AgendaList title="today_hand" submissions={agenda.needsAHand} readAt={readAt} to={toOutcome} />
      <AgendaList title="today_next" submissions={agenda.next} readAt={readAt} to={toOutcome} />
      <AgendaList title="today_back" submissions={agenda.cameBack} readAt={readAt} to={toOutcome} />
      <Lessons lessons={page.lessons.filter(lesson => lesson.child === child.child)} />
      <Row className="pt-3">
        <p className="text-sm text-soft">
          {marked ? say('progress_fresh', { at: when(marked, time) }) : say('progress_fresh_none')}{' '}
          {agenda.withTeacher.length > 0 && say('progress_waiting', { count: agenda.withTeacher.length })}
        </p>
      </Row>
    </section>
  )
}
