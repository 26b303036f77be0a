import type { TodayPage, TodaySubmission } from '@oppen/contract'
import { useMe } from '../../app/session.js'
import { Columns } from '../../parts/Columns.js'
import { Empty } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { AgendaDays, AgendaList, useAgenda } from './agenda.js'
import { CameBack } from './CameBack.js'
import { LessonNow, Lessons } from './Lessons.js'
import { DaysLoad } from './Load.js'
import { NoticesToday } from './NoticesToday.js'
import { Summary } from './Summary.js'

const toWork = (submission: TodaySubmission) => `/c/${submission.classId}/work/${submission.work.id}`

/** A pupil's day: what comes first stands first, by day; beside it what is good to know. */
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
  const shown = { readAt, to: toWork }
  return (
    <Columns
      beside={
        <>
          <DaysLoad days={page.days} />
          <Lessons lessons={page.lessons} />
          <CameBack submissions={agenda.cameBack} {...shown} />
          <NoticesToday notices={page.notices} to={notice => `/c/${notice.spaceId}/talk`} />
        </>
      }
    >
      <LessonNow lessons={page.lessons} />
      <Row className="pb-2">
        {calm ? <Empty>{say('today_nothing_pupil')}</Empty> : <Summary agenda={agenda} readAt={readAt} />}
      </Row>
      <AgendaList title={say('today_hand')} submissions={agenda.needsAHand} {...shown} />
      <AgendaDays submissions={agenda.next} {...shown} />
      <AgendaList title={say('today_with')} submissions={agenda.withTeacher} {...shown} />
      <AgendaList title={say('today_ahead')} submissions={agenda.ahead} {...shown} />
    </Columns>
  )
}
