import type { Tie } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { averageWithWorking } from '@oppen/core/marks'
import { changesSince, piecesOf } from '@oppen/core/progress'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Link, Navigate } from 'react-router'
import { childrenOf } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { NewMark } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { averageShown } from '../markBook/book.js'
import { WriteTo } from '../talk/WriteTo.js'
import { InWords } from './InWords.js'

export const prepare = ({ client, me }: Prepared) =>
  Promise.all(
    childrenOf(me)
      .flatMap(child => child.ties)
      .map(({ classId, placeId }) => client.prefetchQuery(reads.progress(classId, placeId as PlaceId))),
  )

/** How all children of a family get on, side by side: in words first, with a way to each and to the teachers. */
export function Screen() {
  const children = childrenOf(useMe())
  const [first] = children
  if (children.length < 2)
    return <Navigate to={first ? `/child/${first.child}/progress` : '/today'} replace />
  return (
    <Sheet title={say('progress_children')}>
      <Head title={say('progress_children')} />
      <Row className="pb-6">
        <div className="grid gap-x-8 gap-y-6 md:grid-cols-2">
          {children.map(({ child, name, ties }) => (
            <section key={child} aria-label={name}>
              <h2 className="border-b-2 border-ink pb-1 text-xl">
                <Link to={`/child/${child}/progress`} className="hover:underline">
                  {name}
                </Link>
              </h2>
              {ties.map(tie => (
                <OfClass key={tie.classId} tie={tie} />
              ))}
            </section>
          ))}
        </div>
      </Row>
    </Sheet>
  )
}

function OfClass({ tie }: { readonly tie: Tie }) {
  const time = useNow()
  const placeId = tie.placeId as PlaceId
  const { data } = useSuspenseQuery(reads.progress(tie.classId, placeId))
  const { rules, seenAt, markedAt } = data
  const all = data.submissions.map(one => ({ ...one, timing: one.work, postedAt: one.work.postedAt }))
  const average =
    rules.averages &&
    averageShown(
      averageWithWorking(piecesOf(all, rules, time.now), rules),
      rules,
      rules.wordsOnly ? 'word' : 'both',
    )
  const changes = seenAt === null ? 0 : changesSince(all, seenAt, time.now).length
  return (
    <div className="border-b border-rule py-3 last:border-0">
      <h3 className="text-[1.0625rem]">
        <Link to={`/c/${tie.classId}/progress/${placeId}`} className="hover:underline">
          {tie.className}
        </Link>
        {changes > 0 && (
          <span className="ms-2">
            <NewMark>{say('progress_changed', { count: changes })}</NewMark>
          </span>
        )}
      </h3>
      <InWords page={data} />
      <p className="text-[0.9375rem]">
        {average
          ? say(rules.wordsOnly ? 'progress_average_word' : 'progress_average_is', { average })
          : say(rules.averages ? 'progress_average_none' : 'progress_average_off')}
      </p>
      <p className="text-sm text-soft">
        {markedAt === null ? say('progress_fresh_none') : say('progress_fresh', { at: when(markedAt, time) })}
      </p>
      <WriteTo classId={tie.classId} to="teacher" name={data.teacherName} about={{ placeId }} />
    </div>
  )
}
