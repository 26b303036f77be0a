import type { TodayPage } from '@oppen/contract'
import { addDays, localDateAt } from '@oppen/core/zone'
import { Suspense } from 'react'
import { part } from '../../app/part.js'
import { useNow } from '../../app/session.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

const LoadChart = part(() => import('../../parts/charts/LoadChart.js'))

/** So many days are shown, this one included: as many as the server counts. */
const DAYS = 7

/** What each of the next days asks, as a small picture. */
export function DaysLoad({ days }: { readonly days: TodayPage['days'] }) {
  const { now, zone } = useNow()
  if (!days.length) return null
  const today = localDateAt(now, zone)
  const minutes = new Map(days.map(one => [one.day, one.minutes]))
  const shown = Array.from({ length: DAYS }, (_, index) => {
    const day = addDays(today, index)
    return { day, minutes: minutes.get(day) ?? 0, today: index === 0 }
  })
  return (
    <Section title={say('today_load')}>
      <Row>
        <div className="h-28">
          <Suspense fallback={null}>
            <LoadChart days={shown} />
          </Suspense>
        </div>
      </Row>
    </Section>
  )
}
