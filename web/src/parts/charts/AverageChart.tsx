import type { AverageAt } from '@oppen/core/progress'
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { useNow } from '../../app/session.js'
import { oneDecimal } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { whenDay } from '../../words/times.js'
import { ChartTable } from './ChartTable.js'

const percent = (permille: number) => `${oneDecimal(permille / 10)} %`
const TICK = { fill: 'var(--color-soft)', fontSize: 13 }

/** The average after each mark, in the order in which they were given. */
export default function AverageChart({ run }: { readonly run: readonly AverageAt[] }) {
  const time = useNow()
  // time runs as the language is read; the words of the axes are placed as in one that runs from the left
  const fromTheRight = document.documentElement.dir === 'rtl'
  const points = run.map(({ at, permille, restsOn }) => ({ at, percent: permille / 10, permille, restsOn }))
  return (
    <>
      <div aria-hidden="true" className="h-full" dir="ltr">
        <ResponsiveContainer width="100%" height="100%">
          <LineChart
            data={points}
            margin={{ top: 8, right: fromTheRight ? 0 : 24, bottom: 0, left: fromTheRight ? 24 : 0 }}
            accessibilityLayer={false}
          >
            <CartesianGrid vertical={false} stroke="var(--color-rule)" />
            <XAxis
              dataKey="at"
              type="number"
              reversed={fromTheRight}
              domain={['dataMin', 'dataMax']}
              ticks={ends(points.map(one => one.at))}
              tickFormatter={(at: number) => whenDay(at, time)}
              tickLine={false}
              axisLine={{ stroke: 'var(--color-edge)' }}
              tick={TICK}
              height={22}
            />
            <YAxis
              orientation={fromTheRight ? 'right' : 'left'}
              domain={[0, 100]}
              ticks={[0, 50, 100]}
              tickFormatter={(value: number) => `${value} %`}
              tickLine={false}
              axisLine={false}
              tick={TICK}
              width={48}
            />
            <Line
              dataKey="percent"
              type="linear"
              stroke="var(--color-blue)"
              strokeWidth={2}
              dot={{ r: 3, fill: 'var(--color-blue)' }}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <ChartTable
        caption={say('progress_run')}
        head={[say('chart_day'), say('chart_average')]}
        rows={points.map(one => [
          whenDay(one.at, time),
          say('progress_run_point', { percent: percent(one.permille), count: one.restsOn }),
        ])}
      />
    </>
  )
}

const ends = (moments: readonly number[]): number[] => [...new Set([moments[0] ?? 0, moments.at(-1) ?? 0])]
