import { Bar, BarChart, Cell, LabelList, ResponsiveContainer, XAxis } from 'recharts'
import { longDay, shortDate, shortDay } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { minutesWords } from '../../words/states.js'
import { ChartTable } from './ChartTable.js'

type Props = {
  readonly days: readonly { readonly day: string; readonly minutes: number; readonly today: boolean }[]
}

/** How many minutes each of some days asks: one bar a day, today's in pencil ochre. */
export default function LoadChart({ days }: Props) {
  return (
    <>
      <div aria-hidden="true" className="h-full">
        <ResponsiveContainer width="100%" height="100%">
          <BarChart
            data={[...days]}
            margin={{ top: 18, right: 0, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis
              dataKey="day"
              tickFormatter={shortDay}
              interval={0}
              tickLine={false}
              axisLine={{ stroke: 'var(--color-edge)' }}
              tick={{ fill: 'var(--color-soft)', fontSize: 13 }}
              height={22}
            />
            <Bar dataKey="minutes" isAnimationActive={false} radius={[3, 3, 0, 0]} maxBarSize={34}>
              {days.map(one => (
                <Cell
                  key={one.day}
                  fill={one.today ? 'var(--color-ochre)' : 'var(--color-blue)'}
                  fillOpacity={one.today ? 1 : 0.55}
                />
              ))}
              <LabelList
                dataKey="minutes"
                position="top"
                formatter={(minutes: unknown) => (minutes ? String(minutes) : '')}
                style={{ fill: 'var(--color-ink)', fontSize: 13 }}
              />
            </Bar>
          </BarChart>
        </ResponsiveContainer>
      </div>
      <ChartTable
        caption={say('today_load')}
        head={[say('chart_day'), say('chart_minutes')]}
        rows={days.map(one => [`${longDay(one.day)} ${shortDate(one.day)}`, minutesWords(one.minutes)])}
      />
    </>
  )
}
