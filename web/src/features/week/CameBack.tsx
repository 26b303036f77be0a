import type { WeekPage } from '@oppen/contract'
import { when } from '@oppen/core/timing'
import { Link } from 'react-router'
import { useNow } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'

type Props = { readonly page: WeekPage; readonly to: (workId: string) => string }

/** What came back in this week, with what the teacher said. */
export function CameBack({ page, to }: Props) {
  const time = useNow()
  if (!page.cameBack.length) return null
  return (
    <Section title={say('week_came_back')}>
      <ul>
        {page.cameBack.map(piece => (
          <Row as="li" key={piece.workId} margin={when(piece.at, time)} className="py-1.5">
            <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
              <p className="min-w-0 flex-1 basis-72">
                <span className="font-semibold">{piece.title}</span>{' '}
                <span className="text-[15px] text-soft">
                  {say('week_by', { name: piece.by })}
                  {piece.feedback && `: “${piece.feedback}”`}
                </span>
              </p>
              {piece.mark !== null && (
                <span className="font-bold text-teal tabular-nums">
                  {markWords(piece.mark, piece.points)}
                </span>
              )}
              <Link to={to(piece.workId)} className={`${buttonClasses()} print:hidden`}>
                {say('week_read_feedback')}
              </Link>
            </div>
          </Row>
        ))}
      </ul>
    </Section>
  )
}
