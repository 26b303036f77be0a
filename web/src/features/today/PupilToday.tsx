import type { TodayPage, TodaySubmission } from '@oppen/contract'
import { useMe } from '../../app/session.js'
import { Empty } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { AgendaList, useAgenda } from './agenda.js'
import { LessonNow, Lessons } from './Lessons.js'
import { NoticesToday } from './NoticesToday.js'
import { Summary } from './Summary.js'

const toWork = (submission: TodaySubmission) => `/c/${submission.classId}/work/${submission.work.id}`

/** A pupil's day: what comes first stands first. */
export function PupilToday({ page, readAt }: { readonly page: TodayPage; readonly readAt: number | null }) {
  const me = useMe()
  const agenda = useAgenda(page.submissions)
  const calm = !agenda.needsAHand.length && !agenda.next.length
  if (!me.ties.length) {
    return (
      <Row>
        <Empty>{say('today_no_class_pupil')}</Empty>
      </Row>
    )
  }
  return (
    <>
      <LessonNow lessons={page.lessons} />
      <Row>
        {calm ? <Empty>{say('today_nothing_pupil')}</Empty> : <Summary agenda={agenda} readAt={readAt} />}
      </Row>
      <AgendaList title="today_hand" submissions={agenda.needsAHand} readAt={readAt} to={toWork} />
      <AgendaList title="today_next" submissions={agenda.next} readAt={readAt} to={toWork} />
      <AgendaList title="today_back" submissions={agenda.cameBack} readAt={readAt} to={toWork} />
      <Lessons lessons={page.lessons} />
      <NoticesToday notices={page.notices} to={notice => `/c/${notice.classId}/talk`} />
      <AgendaList title="today_with" submissions={agenda.withTeacher} readAt={readAt} to={toWork} />
      <AgendaList title="today_ahead" submissions={agenda.ahead} readAt={readAt} to={toWork} />
    </>
  )
}
