import '../../words/en/classroom.js'
import { showHundredths } from '@oppen/core/marks'
import { when } from '@oppen/core/timing'
import { useSuspenseQuery } from '@tanstack/react-query'
import { type PieceParams, reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'
import { History } from './History.js'
import { usePieceState } from './usePieceState.js'

/** A piece as the family sees it: what was asked, how it stands, what the teacher said. */
export function Screen() {
  const { classId, placeId, workId } = useIds()
  const { data: page } = useSuspenseQuery(reads.outcome({ classId, placeId, workId } as PieceParams))
  const time = useNow()
  const { work, standing, feedback } = page
  const { state, said } = usePieceState(work, standing)
  const about = [
    page.className,
    page.topicName,
    work.points === null ? null : say('work_out_of', { points: showHundredths(work.points) }),
    work.minutes === null ? null : say('minutes', { minutes: work.minutes }),
  ].filter(Boolean)
  return (
    <Sheet title={work.title}>
      <Head
        title={work.title}
        margin={work.dueAt === null ? null : when(work.dueAt, time)}
        sub={
          <span className="flex flex-wrap items-baseline gap-x-4">
            <span className="font-semibold text-ink">{page.pupil.name}</span>
            <StateLabel state={state} said={said} />
            <span>{about.join(' · ')}</span>
          </span>
        }
      />
      {feedback && (standing.phase === 'handedBack' || standing.phase === 'tryAgain') && (
        <Row>
          <div className="max-w-2xl border-l-4 border-margin bg-ochre-pale px-4 py-3">
            <h2 className="text-base font-semibold">{say('work_feedback', { name: page.teacherName })}</h2>
            {standing.mark !== null && (
              <p className="font-head text-2xl font-semibold text-teal">
                {markWords(standing.mark, work.points)}
              </p>
            )}
            <p className="mt-1 text-[17px] whitespace-pre-line">{feedback}</p>
          </div>
        </Row>
      )}
      {work.directions && (
        <Section title={say('work_directions')}>
          <Row>
            <Written html={work.directions} className="max-w-prose" />
          </Row>
        </Section>
      )}
      <Row className="pt-5">
        <div className="max-w-2xl">
          <History page={page} />
        </div>
      </Row>
      <Row className="pt-4">
        <p className="text-sm text-soft">{say('progress_ask', { name: page.teacherName })}</p>
      </Row>
    </Sheet>
  )
}
