import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Link, Navigate } from 'react-router'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, tieTo, useIds, useNow, useTie } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Empty } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { oneDecimal } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { StandIn } from './SeeAs.js'
import { Signals } from './Signals.js'

export const prepare = async ({ client, me, params }: Prepared) => {
  if (isTeacher(tieTo(me, params.classId))) await client.prefetchQuery(reads.overview(params.classId))
}

/** How every pupil of a class gets on: a line each, and one press to all of it. */
export function Screen() {
  const { classId } = useIds()
  const tie = useTie()
  if (tie && (tie.role === 'pupil' || tie.role === 'family')) {
    return <Navigate to={`/c/${classId}/progress/${tie.placeId}`} replace />
  }
  return <Overview />
}

const percentOf = (permille: number | null): string | null =>
  permille === null ? null : `${oneDecimal(permille / 10)} %`

function Overview() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.overview(classId))
  const { lines, until } = data
  const { now } = useNow()
  const client = useQueryClient()
  const passed = until !== null && now >= until
  // a deadline has passed: what was read before is over
  useEffect(() => {
    if (passed) void client.invalidateQueries({ queryKey: reads.overview(classId).queryKey })
  }, [passed, client, classId])
  return (
    <Sheet title={`${say('progress_title')}, ${data.className}`}>
      <Head
        title={say('progress_title')}
        sub={data.className}
        aside={
          <>
            <StandIn classId={classId} />
            <Link to={`/c/${classId}/reports`} className={buttonClasses()}>
              {say('report_title')}
            </Link>
            <Link to={`/c/${classId}/mark-book`} className={buttonClasses('primary')}>
              {say('book_title')}
            </Link>
          </>
        }
      />
      <Signals classId={classId} page={data} />
      {lines.length ? (
        <Row>
          <div className="overflow-x-auto">
            <table className="w-full max-w-3xl text-[0.9375rem]">
              <thead>
                <tr className="border-b-2 border-ink text-start">
                  <th scope="col" className="py-1.5 pe-4 text-start font-semibold">
                    {say('overview_pupil')}
                  </th>
                  <th scope="col" className="py-1.5 pe-4 text-start font-semibold" colSpan={2}>
                    {say('overview_average')}
                  </th>
                  <th scope="col" className="py-1.5 pe-4 text-end font-semibold">
                    {say('overview_in')}
                  </th>
                  <th scope="col" className="py-1.5 pe-4 text-end font-semibold">
                    {say('overview_late')}
                  </th>
                  <th scope="col" className="py-1.5 text-end font-semibold">
                    {say('overview_missing')}
                  </th>
                </tr>
              </thead>
              <tbody>
                {lines.map(line => (
                  <tr key={line.placeId} className="h-8 border-b border-rule tabular-nums">
                    <th scope="row" className="pe-4 text-start font-semibold">
                      <Link to={`/c/${classId}/progress/${line.placeId}`} className="hover:underline">
                        {line.name}
                      </Link>
                    </th>
                    <td className="w-20 pe-2 text-end">{percentOf(line.permille) ?? '–'}</td>
                    <td className="pe-4 text-sm text-soft">{say('overview_rests', { count: line.marks })}</td>
                    <td className="pe-4 text-end">
                      {line.isIn} / {line.asked}
                    </td>
                    <td className={`pe-4 text-end ${line.overdue ? 'font-bold text-rust' : 'text-soft'}`}>
                      {line.overdue}
                    </td>
                    <td className={`text-end ${line.missing ? 'font-bold text-rust' : 'text-soft'}`}>
                      {line.missing}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Row>
      ) : (
        <Row>
          <Empty>{say('overview_none')}</Empty>
        </Row>
      )}
    </Sheet>
  )
}
