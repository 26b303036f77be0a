import type { TodayPage } from '@oppen/contract'
import { Link } from 'react-router'
import { useMe, useNow } from '../../app/session.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

type Notice = TodayPage['notices'][number]

/** The newest notices over all classes and circles. `to` says where those of a class are read. */
export function NoticesToday({
  notices,
  to,
}: {
  readonly notices: readonly Notice[]
  readonly to: (notice: Notice) => string
}) {
  const time = useNow()
  const { circles } = useMe()
  const inCircle = ({ spaceId }: Notice) => circles.some(one => one.circleId === spaceId)
  if (!notices.length) return null
  return (
    <Section title={say('today_talk')}>
      <ul>
        {notices.map(notice => (
          <Row as="li" key={`${notice.spaceId} ${notice.at}`} margin={when(notice.at, time)} className="py-2">
            <p className="text-sm text-soft">
              <Link
                to={inCircle(notice) ? `/circles/${notice.spaceId}` : to(notice)}
                className="font-semibold text-blue underline underline-offset-2"
              >
                {notice.spaceName}
              </Link>{' '}
              · {notice.by} {notice.isNew && <NewMark>{say('new')}</NewMark>}
            </p>
            <Written html={notice.html} className="max-w-prose" />
          </Row>
        ))}
      </ul>
    </Section>
  )
}
