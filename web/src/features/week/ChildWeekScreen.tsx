import type { Tie } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { childrenOf, firstName, tiesOfChild } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Empty } from '../../parts/Feedback.js'
import { Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { PrintButton } from './PrintButton.js'
import { OwnWeek } from './WeekSheet.js'

export const prepare = ({ client, me, params: { child, week = 'now' } }: Prepared) =>
  Promise.all(
    tiesOfChild(me, child)
      .filter(tie => !tie.archived)
      .map(({ classId, placeId }) =>
        client.prefetchQuery(reads.childWeek(classId, placeId as PlaceId, week)),
      ),
  )

/** The week of a child in all its classes, for the family. */
export function Screen() {
  const me = useMe()
  const { child, week = 'now' } = useParams()
  const found = childrenOf(me).find(one => one.child === child)
  const ties = found?.ties.filter(tie => !tie.archived) ?? []
  return (
    <Sheet title={`${say('week_title')}, ${firstName(found?.name ?? '')}`}>
      {!ties.length && (
        <Row className="pt-6">
          <Empty>{say('week_empty')}</Empty>
        </Row>
      )}
      {ties.map((tie, index) => (
        <div key={tie.classId} className={index ? 'mt-6 border-t border-rule' : ''}>
          <ChildClassWeek tie={tie} week={week} child={child ?? ''} first={index === 0} />
        </div>
      ))}
    </Sheet>
  )
}

type Props = { readonly tie: Tie; readonly week: string; readonly child: string; readonly first: boolean }

function ChildClassWeek({ tie, week, child, first }: Props) {
  const { classId, placeId } = tie
  const { data } = useSuspenseQuery(reads.childWeek(classId, placeId as NonNullable<typeof placeId>, week))
  return (
    <OwnWeek
      page={data}
      toWeek={monday => `/child/${child}/week/${monday}`}
      toWork={workId => `/c/${classId}/work/${workId}/outcome/${placeId}`}
      heading={first ? 'h1' : 'h2'}
      {...(first && { aside: <PrintButton /> })}
    />
  )
}
