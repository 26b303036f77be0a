import type { FluencyPage } from '@oppen/contract'
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { useNow } from '../../app/session.js'
import { say } from '../../words/say.js'
import { whenDay } from '../../words/times.js'
import { ChartTable } from './ChartTable.js'

const TICK = { fill: 'var(--color-soft)', fontSize: 13 }

/** Words read correctly in a minute, reading by reading in the order in which they were read. */
export default function FluencyChart({ readings }: { readonly readings: FluencyPage['readings'] }) {
  const time = useNow()
  const fromTheRight = document.documentElement.dir === 'rtl'
  // readings stand side by side: several of one day would fall on one another
  const points = readings.map(({ at, perMinute }, index) => ({ number: index + 1, at, perMinute }))
  return (
    <>
      <div aria-hidden="true" className="h-full" dir="ltr">
        <ResponsiveContainer width="100%" height="100%">
          <LineChart
            data={points}
            margin={{ top: 8, right: 24, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <CartesianGrid vertical={false} stroke="var(--color-rule)" />
            <XAxis
              dataKey="number"
              type="number"
              reversed={fromTheRight}
              domain={[0.5, points.length + 0.5]}
              ticks={points.map(({ number }) => number)}
              tickFormatter={(number: number) => whenDay(points[number - 1]?.at ?? 0, time)}
              tickLine={false}
              axisLine={{ stroke: 'var(--color-edge)' }}
              tick={TICK}
              height={22}
            />
            <YAxis
              orientation={fromTheRight ? 'right' : 'left'}
              domain={[0, (most: number) => Math.max(60, Math.ceil(most / 20) * 20)]}
              allowDecimals={false}
              tickLine={false}
              axisLine={false}
              tick={TICK}
              width={44}
            />
            <Line
              dataKey="perMinute"
              type="linear"
              stroke="var(--color-blue)"
              strokeWidth={2}
              dot={{ r: 4, fill: 'var(--color-blue)' }}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <ChartTable
        caption={say('fluency_title')}
        head={[say('fluency_reading'), say('fluency_rate')]}
        rows={readings.map(one => [`${one.title}, ${whenDay(one.at, time)}`, String(one.perMinute)])}
      />
    </>
  )
}
