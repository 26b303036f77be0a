import { useSuspenseQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { useChangesAt } from '../../app/changesAt.js'
import { part } from '../../app/part.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, tieTo, useIds, useTie } from '../../app/session.js'
import { Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { PrintButton } from './PrintButton.js'
import { OwnWeek } from './WeekSheet.js'

const TaughtWeek = part(() => import('./TaughtWeek.js'))

export const prepare = ({ client, me, params: { classId, week } }: Prepared) =>
  Promise.all([
    client.prefetchQuery(reads.week(classId, week)),
    isTeacher(tieTo(me, classId)) && TaughtWeek.preload(),
  ])

/** The week of a class: what it asks, when, and how it stands. */
export function Screen() {
  const { classId } = useIds()
  const { week = 'now' } = useParams()
  const { data } = useSuspenseQuery(reads.week(classId, week))
  const teacher = isTeacher(useTie())
  useChangesAt(data.changesAt, reads.week(classId, week).queryKey)
  const toWeek = (monday: string) => `/c/${classId}/week/${monday}`
  return (
    <Sheet title={`${say('week_title')}, ${data.className}`}>
      {teacher ? (
        <TaughtWeek page={data} toWeek={toWeek} />
      ) : (
        <OwnWeek
          page={data}
          toWeek={toWeek}
          toWork={workId => `/c/${classId}/work/${workId}`}
          aside={<PrintButton />}
        />
      )}
    </Sheet>
  )
}
