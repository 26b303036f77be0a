import type { ClassId, PlaceId } from '@oppen/core/ids'
import { useQuery } from '@tanstack/react-query'
import { Suspense } from 'react'
import { part } from '../../../app/part.js'
import { say } from '../../../words/say.js'
import { readFluency } from './reads.js'

const FluencyChart = part(() => import('../../../parts/charts/FluencyChart.js'))

type Props = { readonly classId: ClassId; readonly placeId: PlaceId }

/** How many words somebody read correctly in a minute, reading by reading; nothing before the first. */
export function FluencyPicture({ classId, placeId }: Props) {
  const { data } = useQuery(readFluency(classId, placeId))
  if (!data?.readings.length) return null
  const last = data.readings.at(-1)
  return (
    <figure className="max-w-xl">
      <figcaption>
        <h2 className="text-lg">{say('fluency_title')}</h2>
        <p className="text-[0.9375rem] text-soft">
          {last &&
            say('fluency_last', {
              title: last.title,
              rate: last.perMinute,
              correct: last.correct,
              read: last.read,
            })}
        </p>
      </figcaption>
      <div className="h-44">
        <Suspense fallback={null}>
          <FluencyChart readings={data.readings} />
        </Suspense>
      </div>
    </figure>
  )
}
