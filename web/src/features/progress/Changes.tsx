import { type ProgressPage, routes } from '@oppen/contract'
import { changesSince } from '@oppen/core/progress'
import { markerOf } from '@oppen/core/readMarkers'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { useNow, useTie } from '../../app/session.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'
import { when } from '../../words/times.js'

type Props = { readonly page: ProgressPage; readonly toWork: (workId: string) => string }

/** What has changed since the reader last looked; what is seen now is not new the next time. */
export function Changes({ page, toWork }: Props) {
  const time = useNow()
  const scale = useTie()?.markWords
  const { placeId } = page.pupil
  // as it was when the page was opened: what is shown as new stays so until it is left
  const [seenAt] = useState(page.seenAt)
  // biome-ignore lint/correctness/useExhaustiveDependencies: whatever comes while it is open is seen too
  useEffect(() => {
    void call(routes.markRead, {}, { what: markerOf('progress', placeId) }).catch(() => undefined)
  }, [placeId, page.submissions])
  if (seenAt === null) return null
  const all = page.submissions.map(one => ({ ...one, timing: one.work, postedAt: one.work.postedAt }))
  const changes = changesSince(all, seenAt, time.now)
  const known = new Map(page.submissions.map(one => [one.id as string, one]))
  return (
    <section className="max-w-3xl">
      <h2 className="text-lg">{say('progress_changes', { at: when(seenAt, time) })}</h2>
      {changes.length ? (
        <ul className="mt-1 text-[0.9375rem]">
          {changes.slice(0, 8).map(({ id, is, at }) => {
            const one = known.get(id)
            if (!one) return null
            const mark = is === 'cameBack' && one.status.mark !== null ? one.status.mark : null
            return (
              <li key={id} className="flex gap-2 py-0.5">
                <span className="w-24 shrink-0 text-sm text-soft tabular-nums">{when(at, time)}</span>
                <span>
                  <Link to={toWork(id)} className="font-semibold hover:underline">
                    {one.work.title}
                  </Link>{' '}
                  {say(`progress_change_${is}`)}
                  {mark !== null && `, ${markWords(mark, one.work.points, scale)}`}
                </span>
              </li>
            )
          })}
        </ul>
      ) : (
        <p className="text-[0.9375rem] text-soft">{say('progress_changes_none')}</p>
      )}
    </section>
  )
}
