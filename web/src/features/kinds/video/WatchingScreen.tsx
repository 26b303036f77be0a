import type { WatchingPage } from '@oppen/contract'
import { gapsOf, lengthPlayed, lengthSeen, type Stretch, seenOf } from '@oppen/core/watching'
import { useSuspenseQuery } from '@tanstack/react-query'
import { type ReactNode, Suspense } from 'react'
import { Link } from 'react-router'
import { part } from '../../../app/part.js'
import type { Prepared } from '../../../app/prepared.js'
import { useIds, useNow } from '../../../app/session.js'
import { buttonClasses } from '../../../parts/Button.js'
import { Head, Row, Sheet } from '../../../parts/Sheet.js'
import { playTime } from '../../../words/playTime.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { readWatching } from './reads.js'
import { StopIcon } from './StopIcon.js'
import { Strip } from './Strip.js'

const WatchingChart = part(() => import('../../../parts/charts/WatchingChart.js'))

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(readWatching(params.classId, params.workId))

/** How a class has watched a video: over all of it where pupils stopped and went back, and pupil by pupil what they saw. */
export function Screen() {
  const { classId, workId } = useIds()
  const { data } = useSuspenseQuery(readWatching(classId, workId))
  const work = `/c/${classId}/work/${workId}`
  const begun = data.pupils.filter(({ watched }) => watched.length > 0).length
  return (
    <Sheet title={data.title}>
      <Head
        title={data.title}
        sub={say('watching_begun', { count: data.pupils.length, begun, of: playTime(data.seconds) })}
        aside={
          <span className="flex flex-wrap gap-2">
            <Link to={`${work}/results`} className={buttonClasses()}>
              {say('answers_quiz_results')}
            </Link>
            <Link to={`${work}/marking`} className={buttonClasses()}>
              {say('quiz_to_marking')}
            </Link>
          </span>
        }
      />
      <Row>
        <figure>
          <figcaption>
            <h2 className="text-lg">{say('watching_class')}</h2>
          </figcaption>
          <div className="h-56">
            <Suspense fallback={null}>
              <WatchingChart parts={data.parts} />
            </Suspense>
          </div>
        </figure>
      </Row>
      <Row className="pt-5">
        <Pupils page={data} />
      </Row>
    </Sheet>
  )
}

function Pupils({ page: { pupils, stops, seconds } }: { readonly page: WatchingPage }) {
  const time = useNow()
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what is wider than the screen is moved by key
    <section aria-labelledby="watching-pupils" tabIndex={0} className="relative overflow-x-auto">
      <h2 id="watching-pupils" className="mb-2 text-lg">
        {say('watching_pupils')}
      </h2>
      <table className="w-full border-collapse text-[0.9375rem]">
        <thead>
          <tr className="border-b border-edge text-start align-bottom">
            <Th>{say('watching_name')}</Th>
            <Th>{say('watching_line')}</Th>
            <Th>{say('watching_share')}</Th>
            <Th>{say('watching_seen_again')}</Th>
            <Th>{say('watching_not_seen')}</Th>
            {stops.map(stop => (
              <Th key={stop.id}>
                <span className="flex items-center gap-1" title={say(`video_stop_${stop.kind}`)}>
                  <StopIcon kind={stop.kind} />
                  <span className="sr-only">{say(`video_stop_${stop.kind}`)}</span>
                  <span className="tabular-nums">{playTime(stop.at)}</span>
                </span>
              </Th>
            ))}
            <Th>{say('watching_last')}</Th>
          </tr>
        </thead>
        <tbody>
          {pupils.map(pupil => {
            const { watched } = pupil
            const share = seconds ? Math.min(100, Math.round((100 * lengthSeen(watched)) / seconds)) : 0
            return (
              <tr key={pupil.placeId} className="border-b border-rule">
                <th scope="row" className="py-1.5 pe-3 text-start font-normal whitespace-nowrap">
                  {pupil.name}
                </th>
                <td className="w-1/5 pe-3">
                  <Strip watched={watched} seconds={seconds} />
                </td>
                <td className="pe-3 whitespace-nowrap tabular-nums">
                  {watched.length > 0 && (
                    <>
                      {share} %<span className="text-soft"> · {playTime(lengthPlayed(watched))}</span>
                    </>
                  )}
                </td>
                <td className="pe-3">{watched.length > 0 && <Stretches all={seenOf(watched, 2)} />}</td>
                <td className="pe-3">{watched.length > 0 && <Stretches all={gapsOf(watched, seconds)} />}</td>
                {stops.map(stop => (
                  <td key={stop.id} className="max-w-40 truncate pe-3">
                    {watched.length > 0 && stopOf(pupil, stop)}
                  </td>
                ))}
                <td className="whitespace-nowrap text-soft">{pupil.at !== null && when(pupil.at, time)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}

const Th = ({ children }: { readonly children: ReactNode }) => (
  <th scope="col" className="py-1 pe-3 text-start font-semibold">
    {children}
  </th>
)

/** So many stretches are named; the line shows them all. */
const NAMED = 2

function Stretches({ all }: { readonly all: readonly Stretch[] }) {
  if (!all.length) return <span className="text-soft">–</span>
  const longest = [...all].sort((one, other) => other.to - other.from - (one.to - one.from)).slice(0, NAMED)
  const words = all
    .filter(one => longest.includes(one))
    .map(({ from, to }) => say('video_stretch', { from: playTime(from), to: playTime(to) }))
    .join(', ')
  const more = all.length - longest.length
  return (
    <span className="whitespace-nowrap tabular-nums">
      {words}
      {more > 0 && <span className="text-soft"> {say('watching_more', { count: more })}</span>}
    </span>
  )
}

/** What a pupil did at a stop: read it, which way was chosen, how many answers were right. */
function stopOf({ passed, answers }: WatchingPage['pupils'][number], stop: WatchingPage['stops'][number]) {
  const through = passed.find(({ stopId }) => stopId === stop.id)
  switch (stop.kind) {
    case 'note':
      return through ? say('watching_read') : '–'
    case 'choice':
      return stop.ways.find(({ id }) => id === through?.wayId)?.text ?? '–'
    case 'questions': {
      const given = answers.filter(({ questionId }) => stop.questions.includes(questionId))
      if (!given.length) return '–'
      if (given.some(({ share }) => share === null)) return say('watching_to_mark')
      const right = given.filter(({ share }) => share === 1).length
      return say('watching_right', { right, of: stop.questions.length })
    }
  }
}
