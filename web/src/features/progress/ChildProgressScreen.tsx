import type { Tie } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { childrenOf, tiesOfChild } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Head, Section, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { ProgressOf } from './ProgressOf.js'

export const prepare = ({ client, me, params }: Prepared) =>
  Promise.all(
    tiesOfChild(me, params.child).map(({ classId, placeId }) =>
      client.prefetchQuery(reads.progress(classId, placeId as PlaceId)),
    ),
  )

/** How one child gets on in all classes, for the family. */
export function Screen() {
  const { child } = useParams()
  const children = childrenOf(useMe())
  const found = children.find(one => one.child === child)
  if (!found) throw new Error('no such child')
  return (
    <Sheet title={say('progress_title')}>
      <Head
        title={say('progress_title')}
        sub={found.name}
        aside={
          <>
            {children.length > 1 && (
              <Link to="/children" className={buttonClasses()}>
                {say('progress_children')}
              </Link>
            )}
            <Link to={`/child/${child}/portfolio`} className={buttonClasses()}>
              {say('progress_portfolio')}
            </Link>
            <Link to={`/child/${child}/digest`} className={buttonClasses()}>
              {say('progress_digest')}
            </Link>
          </>
        }
      />
      {found.ties.map(tie => (
        <OfClass key={tie.classId} tie={tie} />
      ))}
    </Sheet>
  )
}

function OfClass({ tie }: { readonly tie: Tie }) {
  const placeId = tie.placeId as PlaceId
  const { data } = useSuspenseQuery(reads.progress(tie.classId, placeId))
  return (
    <Section title={tie.className}>
      <ProgressOf
        classId={tie.classId}
        page={data}
        toWork={workId => `/c/${tie.classId}/work/${workId}/outcome/${placeId}`}
      />
    </Section>
  )
}
