import type { TodayPage, TodaySubmission } from '@oppen/contract'
import { type Child, childrenOf, firstName } from '../../app/places.js'
import { useMe } from '../../app/session.js'
import { useChild } from '../../app/useChild.js'
import { Columns } from '../../parts/Columns.js'
import { Empty } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { AgendaList, useAgenda } from './agenda.js'
import { CameBack } from './CameBack.js'
import { LessonNow, Lessons } from './Lessons.js'
import { NoticesToday } from './NoticesToday.js'
import { Summary } from './Summary.js'

type Props = { readonly page: TodayPage; readonly readAt: number | null }

const toOutcome = (submission: TodaySubmission) =>
  `/c/${submission.classId}/work/${submission.work.id}/outcome/${submission.placeId}`

/** A family's day: a line for each child and what needs a hand; on a phone one child at a time, chosen above. */
export function FamilyToday({ page, readAt }: Props) {
  const me = useMe()
  const chosen = useChild(me)
  const children = childrenOf(me)
  const agenda = useAgenda(page.submissions)
  if (!children.length) {
    return (
      <Row>
        <Empty>{say('today_no_class_family')}</Empty>
      </Row>
    )
  }
  const shown = chosen ? [chosen] : children
  const isShown = (one: { readonly child: string | null }) => shown.some(child => child.child === one.child)
  const lessons = page.lessons.filter(isShown)
  const names =
    shown.length > 1 ? new Map(shown.map(child => [child.child, firstName(child.name)])) : undefined
  return (
    <Columns
      beside={
        <>
          <Lessons lessons={lessons} names={names} />
          <CameBack
            submissions={agenda.cameBack.filter(isShown)}
            readAt={readAt}
            to={toOutcome}
            names={names}
          />
          <NoticesToday
            notices={page.notices.filter(
              ({ spaceId }) =>
                shown.some(child => child.ties.some(tie => tie.classId === spaceId)) ||
                me.circles.some(circle => circle.circleId === spaceId),
            )}
            to={notice =>
              `/child/${children.find(one => one.ties.some(tie => tie.classId === notice.spaceId))?.child}/talk`
            }
          />
        </>
      }
    >
      <LessonNow lessons={lessons} names={names} />
      {shown.map(child => (
        <ChildToday key={child.child} child={child} page={page} readAt={readAt} />
      ))}
    </Columns>
  )
}

type ChildProps = Props & { readonly child: Child }

function ChildToday({ child, page, readAt }: ChildProps) {
  const agenda = useAgenda(page.submissions.filter(submission => submission.child === child.child))
  return (
    <section aria-label={child.name} className="pb-4">
      <Row>
        <Summary
          agenda={agenda}
          readAt={readAt}
          name={firstName(child.name)}
          also={
            agenda.withTeacher.length > 0 && say('progress_waiting', { count: agenda.withTeacher.length })
          }
        />
      </Row>
      <AgendaList
        title={say('today_family')}
        of={child.name}
        submissions={agenda.family}
        readAt={readAt}
        to={toOutcome}
      />
      <AgendaList
        title={say('today_hand')}
        of={child.name}
        submissions={agenda.needsAHand.filter(one => !agenda.family.includes(one))}
        readAt={readAt}
        to={toOutcome}
      />
    </section>
  )
}
