import type { ProgressPage } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { averageWithWorking, wordOfMark } from '@oppen/core/marks'
import { piecesOf, runOfAverages } from '@oppen/core/progress'
import { type SubmissionState, stateOfWork } from '@oppen/core/work'
import { Suspense, useState } from 'react'
import { part } from '../../app/part.js'
import { isTeacher, useNow, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Empty } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { showHundredths } from '../../words/numbers.js'
import { say, type WordKey } from '../../words/say.js'
import { when } from '../../words/times.js'
import { averageShown, shownScale } from '../markBook/book.js'
import { WorkingWindow } from '../markBook/WorkingWindow.js'
import { WriteTo } from '../talk/WriteTo.js'
import { SubmissionLine } from '../work/SubmissionLine.js'
import { Changes } from './Changes.js'
import { Goals } from './Goals.js'
import { InWords } from './InWords.js'
import { TermPicture } from './TermPicture.js'
import { WhatIfWindow } from './WhatIfWindow.js'

const AverageChart = part(() => import('../../parts/charts/AverageChart.js'))

/** From so many marks on there is a run to follow. */
const FEW = 3

type Props = {
  readonly classId: ClassId
  readonly page: ProgressPage
  readonly toWork: (workId: string) => string
}

/** The average with what it rests on, how fresh it is, and each submission with state, mark and feedback. */
export function ProgressOf({ classId, page, toWork }: Props) {
  const time = useNow()
  const teaches = isTeacher(useTie())
  const { rules, submissions } = page
  const all = submissions.map(one => ({ ...one, timing: one.work }))
  const pieces = piecesOf(all, rules, time.now)
  const working = averageWithWorking(pieces, rules)
  const shows = teaches || rules.averages
  const inWord = rules.wordsOnly && !teaches
  const average = shows ? averageShown(working, rules, inWord ? 'word' : 'both') : null
  const run = runOfAverages(all, rules, time.now)
  const [open, setOpen] = useState(false)
  const [wondering, setWondering] = useState(false)
  const waiting = page.submissions.filter(submission => submission.status.phase === 'withTeacher').length
  const withPoints = page.submissions.filter(submission => submission.work.points !== null).length
  return (
    <>
      <Row className="pb-2">
        <InWords page={page} />
      </Row>
      <Row className="pb-3">
        <Changes page={page} toWork={toWork} />
      </Row>
      <Row className="pb-2">
        <div className="max-w-3xl border-s-4 border-ochre bg-ochre-pale px-4 py-2.5">
          {average ? (
            <>
              <p className="font-head text-xl font-semibold">
                {say(inWord ? 'progress_average_word' : 'progress_average_is', { average })}
              </p>
              <p>
                {say('progress_average_counts', { count: working.restsOn, submissions: withPoints })}{' '}
                <Button variant="quiet" className="!min-h-0 !px-0 !py-0" onClick={() => setOpen(true)}>
                  {say('progress_working')}
                </Button>
                {!teaches && (
                  <>
                    {' · '}
                    <Button
                      variant="quiet"
                      className="!min-h-0 !px-0 !py-0"
                      onClick={() => setWondering(true)}
                    >
                      {say('whatIf_title')}
                    </Button>
                  </>
                )}
              </p>
            </>
          ) : (
            <p>{say(shows ? 'progress_average_none' : 'progress_average_off')}</p>
          )}
          <p className="text-sm text-soft">
            {page.markedAt === null
              ? say('progress_fresh_none')
              : say('progress_fresh', { at: when(page.markedAt, time) })}{' '}
            {waiting > 0 && say('progress_waiting', { count: waiting })}
          </p>
        </div>
      </Row>
      {open && (
        <WorkingWindow
          row={{ name: page.pupil.name, working }}
          works={submissions.map(one => one.work)}
          rules={rules}
          onClose={() => setOpen(false)}
        />
      )}
      {wondering && (
        <WhatIfWindow
          submissions={submissions}
          pieces={pieces}
          rules={rules}
          onClose={() => setWondering(false)}
        />
      )}
      <Row className="pb-3">
        <TermPicture page={page} toWork={toWork} />
      </Row>
      {shows && run.length >= FEW && (
        <Row className="pb-2">
          <h2 className="text-[0.9375rem]">{say('progress_run')}</h2>
          <div className="h-36 max-w-3xl">
            <Suspense fallback={null}>
              <AverageChart run={run} />
            </Suspense>
          </div>
        </Row>
      )}
      {!page.submissions.length && (
        <Row>
          <Empty>{say('progress_none')}</Empty>
        </Row>
      )}
      {GROUPS.map(({ key, states }) => {
        const some = page.submissions.filter(({ work, status }) =>
          states.includes(stateOfWork({ ...work }, status, time.now).is),
        )
        if (!some.length) return null
        return (
          <div key={key}>
            <Row className="pt-4">
              <h2 className="text-lg">{say(key)}</h2>
            </Row>
            <ul>
              {some.map(submission => (
                <SubmissionLine
                  key={submission.work.id}
                  work={submission.work}
                  status={submission.status}
                  to={toWork(submission.work.id)}
                  meta={[submission.topicName, figuresWords(submission, shownScale(rules))]
                    .filter(Boolean)
                    .join(' · ')}
                  feedback={submission.feedback}
                />
              ))}
            </ul>
          </div>
        )
      })}
      <Goals classId={classId} page={page} />
      <Row className="pt-4">
        {teaches ? (
          <WriteTo
            classId={classId}
            to={`family:${page.pupil.placeId}`}
            name={page.pupil.name}
            about={{ placeId: page.pupil.placeId }}
          />
        ) : (
          <WriteTo
            classId={classId}
            to="teacher"
            name={page.teacherName}
            about={{ placeId: page.pupil.placeId }}
          />
        )}
      </Row>
    </>
  )
}

/** What needs a hand first, then what waits, then what is done. */
const GROUPS: readonly { readonly key: WordKey; readonly states: readonly SubmissionState['is'][] }[] = [
  { key: 'progress_group_late', states: ['overdue', 'missing'] },
  { key: 'progress_group_toDo', states: ['tryAgain', 'started', 'toDo', 'opens'] },
  { key: 'progress_group_waiting', states: ['withTeacher', 'received'] },
  { key: 'progress_group_back', states: ['handedBack', 'excused'] },
]

/** How the class did, where that is shown. */
function figuresWords(
  { figures, work }: ProgressPage['submissions'][number],
  scale: ReturnType<typeof shownScale>,
): string | null {
  if (!figures) return null
  const shown = (mark: number) => (scale && wordOfMark(mark, work.points, scale)) ?? showHundredths(mark)
  return say('progress_figures', {
    median: shown(figures.median),
    lower: shown(figures.lower),
    upper: shown(figures.upper),
    count: figures.count,
  })
}
