import type { TodaySubmission } from '@oppen/contract'
import { type Agenda, agendaOf } from '@oppen/core/today'
import { type SubmissionState, stateOfWork, type WorkKind } from '@oppen/core/work'
import { useMemo } from 'react'
import { useNow } from '../../app/session.js'
import { Section } from '../../parts/Sheet.js'
import { say, type WordKey } from '../../words/say.js'
import { SubmissionLine } from '../work/SubmissionLine.js'

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

type ListProps = {
  readonly title: WordKey
  readonly submissions: readonly Waiting[]
  readonly readAt: number | null
  readonly to: (submission: TodaySubmission) => string
}

/** One part of somebody's day; nothing where there is nothing. */
export function AgendaList({ title, submissions, readAt, to }: ListProps) {
  if (!submissions.length) return null
  return (
    <Section title={say(title)}>
      <ul>
        {submissions.map(submission => (
          <SubmissionLine
            key={`${submission.work.id} ${submission.placeId}`}
            work={submission.work}
            status={submission.status}
            to={to(submission)}
            meta={submission.className}
            feedback={submission.feedback}
            newNotes={submission.newNotes}
            isNew={readAt !== null && (submission.status.handedBackAt ?? 0) > readAt}
          />
        ))}
      </ul>
    </Section>
  )
}
