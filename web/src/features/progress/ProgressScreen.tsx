import { useSuspenseQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { firstName } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useIds, useTie } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Head, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { ProgressOf } from './ProgressOf.js'
import { SeeAs } from './SeeAs.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.progress(params.classId, params.placeId))

/** How one pupil gets on in one class. */
export function Screen() {
  const { classId, placeId } = useIds()
  const tie = useTie()
  const { data } = useSuspenseQuery(reads.progress(classId, placeId))
  const toWork = (workId: string) =>
    tie?.role === 'pupil'
      ? `/c/${classId}/work/${workId}`
      : tie?.role === 'family'
        ? `/c/${classId}/work/${workId}/outcome/${placeId}`
        : `/c/${classId}/work/${workId}/marking/${placeId}`
  return (
    <Sheet title={say('progress_title')}>
      <Head
        title={say('progress_title')}
        sub={say('progress_of', { name: data.pupil.name, className: data.className })}
        aside={
          <>
            <Link to={`/c/${classId}/portfolio/${placeId}`} className={buttonClasses()}>
              {say('progress_portfolio')}
            </Link>
            {isTeacher(tie) && (
              <SeeAs classId={classId} placeId={placeId} name={firstName(data.pupil.name)} />
            )}
          </>
        }
      />
      <ProgressOf classId={classId} page={data} toWork={toWork} />
    </Sheet>
  )
}
