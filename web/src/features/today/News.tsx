import type { TodayPage } from '@oppen/contract'
import { Link } from 'react-router'
import { useMe, useNow } from '../../app/session.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

/** Posted work that was changed and told. */
export default function News({ page }: { readonly page: TodayPage }) {
  const me = useMe()
  const time = useNow()
  return (
    <Section title={say('today_changes')}>
      <ul>
        {page.changes.map(one => (
          <Row
            as="li"
            key={`${one.workId} ${one.placeId} ${one.at}`}
            margin={when(one.at, time)}
            className="py-1.5"
          >
            <Link
              to={`/c/${one.classId}/work/${one.workId}${me.account.kind === 'family' ? `/outcome/${one.placeId}` : ''}`}
              className="inline-block min-h-6 font-semibold hover:underline"
            >
              {one.title}
            </Link>{' '}
            <span className="text-sm text-soft">
              {say('today_changed_by', { name: one.by })} · {one.className}
            </span>{' '}
            {one.isNew && <NewMark>{say('new')}</NewMark>}
          </Row>
        ))}
      </ul>
    </Section>
  )
}
