import type { WeekPage } from '@oppen/contract'
import { Link } from 'react-router'
import { useNow, useTie } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'
import { when } from '../../words/times.js'

type Props = { readonly page: WeekPage; readonly to: (workId: string) => string }

/** What came back in this week, with what the teacher said. */
export function CameBack({ page, to }: Props) {
  const time = useNow()
  const scale = useTie()?.markWords
  if (!page.cameBack.length) return null
  return (
    <Section title={say('week_came_back')}>
      <ul>
        {page.cameBack.map(submission => (
          <Row as="li" key={submission.workId} margin={when(submission.at, time)} className="py-1.5">
            <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
              <p className="min-w-0 flex-1 basis-72">
                <span className="font-semibold">{submission.title}</span>{' '}
                <span className="text-[0.9375rem] text-soft">
                  {say('week_by', { name: submission.by })}
                  {submission.feedback && `: “${submission.feedback}”`}
                </span>
              </p>
              {submission.mark !== null && (
                <span className="font-bold text-teal tabular-nums">
                  {markWords(submission.mark, submission.points, scale)}
                </span>
              )}
              <Link to={to(submission.workId)} className={`${buttonClasses()} print:hidden`}>
                {say('week_read_feedback')}
              </Link>
            </div>
          </Row>
        ))}
      </ul>
    </Section>
  )
}
