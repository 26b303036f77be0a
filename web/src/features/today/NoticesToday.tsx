import type { TodayPage } from '@oppen/contract'
import { Link } from 'react-router'
import { useNow } from '../../app/session.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

type Notice = TodayPage['notices'][number]

/** The newest notices over all classes. */
export function NoticesToday({
  notices,
  to,
}: {
  readonly notices: readonly Notice[]
  readonly to: (notice: Notice) => string
}) {
  const time = useNow()
  if (!notices.length) return null
  return (
    <Section title={say('today_talk')}>
      <ul>
        {notices.map(notice => (
          <Row as="li" key={`${notice.classId} ${notice.at}`} margin={when(notice.at, time)} className="py-2">
            <p className="text-sm text-soft">
              <Link to={to(notice)} className="font-semibold text-blue underline underline-offset-2">
                {notice.className}
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
