import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { firstName } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useTie } from '../../app/session.js'
import { Empty } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { Downloads } from './Downloads.js'
import { OrderChoice } from './OrderChoice.js'
import { type Order, Shelves } from './Shelves.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.portfolio(params.classId, params.placeId))

/** The work of one pupil in a class that is worth keeping. */
export function Screen() {
  const { classId, placeId } = useIds()
  const role = useTie()?.role
  const { data } = useSuspenseQuery(reads.portfolio(classId, placeId))
  const [order, setOrder] = useState<Order>('time')
  const { pupil, className, pieces } = data
  const who = role === 'pupil' || role === 'family' ? role : 'teacher'
  return (
    <Sheet title={say('portfolio_title')}>
      <Head
        title={say('portfolio_title')}
        sub={say('portfolio_of', { name: pupil.name, className })}
        {...(pieces.length > 0 && { aside: <Downloads classId={classId} placeId={placeId} /> })}
      />
      {pieces.length ? (
        <>
          <Row>
            <OrderChoice order={order} onChange={setOrder} />
          </Row>
          <Shelves classId={classId} page={data} order={order} />
        </>
      ) : (
        <Row>
          <Empty>{say(`portfolio_none_${who}`, { name: firstName(pupil.name) })}</Empty>
        </Row>
      )}
    </Sheet>
  )
}
