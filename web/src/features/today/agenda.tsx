import type { TodaySubmission } from '@oppen/contract'
import { type Agenda, agendaOf, byDay } from '@oppen/core/today'
import { momentOf, type SubmissionState, stateOfWork, type WorkKind } from '@oppen/core/work'
import { addDays, localDateAt } from '@oppen/core/zone'
import { type ReactNode, useId, useMemo } from 'react'
import { useMarkWords, useNow } from '../../app/session.js'
import { Row } from '../../parts/Sheet.js'
import { longDay, shortDate } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { stateWords } from '../../words/states.js'
import { timeOfDay, when } from '../../words/times.js'
import { SubmissionCell } from '../work/SubmissionLine.js'

export type Waiting = TodaySubmission & {
  readonly kind: WorkKind
  readonly state: SubmissionState
  readonly minutes: number | null
}

/** The submissions sorted by what they ask, as of now. */
export function useAgenda(submissions: readonly TodaySubmission[]): Agenda<Waiting> {
  const { now } = useNow()
  return useMemo(
    () =>
      agendaOf(
        submissions.map(submission => ({
          ...submission,
          kind: submission.work.kind,
          state: stateOfWork(submission.work, submission.status, now),
          minutes: submission.work.minutes,
        })),
      ),
    [submissions, now],
  )
}

type Shown = {
  readonly submissions: readonly Waiting[]
  readonly readAt: number | null
  readonly to: (submission: TodaySubmission) => string
}

type ListProps = Shown & {
  readonly title: ReactNode
  /** Whose it is, where the page has the same part of several: told to those who go by the parts of a page. */
  readonly of?: string
}

/** One part of somebody's day, its title in the margin; nothing where there is nothing. */
export function AgendaList({ title, of, ...shown }: ListProps) {
  const id = useId()
  if (!shown.submissions.length) return null
  return (
    <section aria-labelledby={id}>
      <Row
        margin={
          <Title id={id}>
            {title}
            {of && <span className="sr-only">, {of}</span>}
          </Title>
        }
        className="py-2"
      >
        <Lines {...shown} />
      </Row>
    </section>
  )
}

/** What is to be done, a part for each day; a time stands once: the day in the margin, its hour in the state. */
export function AgendaDays({ submissions, readAt, to }: Shown) {
  const { zone } = useNow()
  return byDay(submissions, zone).map(({ day, items }) => (
    <AgendaDay key={day} day={day} submissions={items} readAt={readAt} to={to} />
  ))
}

function AgendaDay({ day, ...shown }: Shown & { readonly day: string | null }) {
  const id = useId()
  const { now, zone } = useNow()
  const today = localDateAt(now, zone)
  return (
    <section aria-labelledby={id}>
      <Row
        margin={
          <>
            <Title id={id}>{day === null ? say('today_no_deadline') : dayTitle(day, today)}</Title>
            {day !== null && shortDate(day)}
          </>
        }
        className="py-2"
      >
        <Lines {...shown} ofDay={day !== null} />
      </Row>
    </section>
  )
}

function dayTitle(day: string, today: string): string {
  if (day === today) return say('today_this_day')
  return day === addDays(today, 1) ? say('today_tomorrow') : longDay(day)
}

function Title({ id, children }: { readonly id: string; readonly children: ReactNode }) {
  return (
    <h2
      id={id}
      className="pt-[3px] text-[0.9375rem] leading-tight text-ink hyphens-auto max-md:text-[0.8125rem] max-md:tracking-tight [overflow-wrap:anywhere]"
    >
      {children}
    </h2>
  )
}

/** States whose words have no time. */
const WITHOUT_TIME: ReadonlySet<SubmissionState['is']> = new Set(['withTeacher', 'handedBack'])

function Lines({ submissions, readAt, to, ofDay = false }: Shown & { readonly ofDay?: boolean }) {
  const time = useNow()
  const scaleOf = useMarkWords()
  return (
    <ul className="flex flex-col gap-3">
      {submissions.map(one => {
        const { state, work, status } = one
        const moment = momentOf(state)
        return (
          <li key={`${work.id} ${one.placeId}`}>
            <SubmissionCell
              work={work}
              state={state}
              said={stateWords(state, {
                ...time,
                points: work.points,
                scale: scaleOf(one.classId),
                ...(ofDay && { write: (at: number) => timeOfDay(at, time.zone) }),
              })}
              to={to(one)}
              details={[
                WITHOUT_TIME.has(state.is) && moment !== null ? when(moment, time) : null,
                one.className,
              ]}
              feedback={one.feedback}
              newNotes={one.newNotes}
              isNew={readAt !== null && (status.handedBackAt ?? 0) > readAt}
            />
          </li>
        )
      })}
    </ul>
  )
}
