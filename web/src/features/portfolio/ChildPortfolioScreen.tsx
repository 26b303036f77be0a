import type { Tie } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useParams } from 'react-router'
import { childrenOf, firstName, tiesOfChild } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Empty } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { Downloads } from './Downloads.js'
import { OrderChoice } from './OrderChoice.js'
import { type Order, Shelves } from './Shelves.js'

export const prepare = ({ client, me, params }: Prepared) =>
  Promise.all(
    tiesOfChild(me, params.child).map(({ classId, placeId }) =>
      client.prefetchQuery(reads.portfolio(classId, placeId as PlaceId)),
    ),
  )

/** What is kept of a child's work in all classes, for the family. */
export function Screen() {
  const { child } = useParams()
  const found = childrenOf(useMe()).find(one => one.child === child)
  if (!found) throw new Error('no such child')
  const [order, setOrder] = useState<Order>('time')
  return (
    <Sheet title={say('portfolio_title')}>
      <Head title={say('portfolio_title')} sub={found.name} />
      <Row>
        <OrderChoice order={order} onChange={setOrder} />
      </Row>
      {found.ties.map(tie => (
        <OfClass key={tie.classId} tie={tie} order={order} />
      ))}
    </Sheet>
  )
}

function OfClass({ tie, order }: { readonly tie: Tie; readonly order: Order }) {
  const placeId = tie.placeId as PlaceId
  const { data } = useSuspenseQuery(reads.portfolio(tie.classId, placeId))
  const name = firstName(data.pupil.name)
  return (
    <>
      <Row className="pt-6">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h2 className="text-xl">{tie.className}</h2>
          {data.pieces.length > 0 && (
            <div className="flex flex-wrap gap-2">
              <Downloads classId={tie.classId} placeId={placeId} />
            </div>
          )}
        </div>
      </Row>
      {data.pieces.length ? (
        <Shelves classId={tie.classId} page={data} order={order} />
      ) : (
        <Row>
          <Empty>{say('portfolio_none_family', { name })}</Empty>
        </Row>
      )}
    </>
  )
}
