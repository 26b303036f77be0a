import type { ProgressOverview } from '@oppen/contract'
import { Bar, BarChart, CartesianGrid, Legend, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { shortDate } from '../../words/dates.js'
import { oneDecimal } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { ChartTable } from './ChartTable.js'

const TICK = { fill: 'var(--color-soft)', fontSize: 13 }
const percent = (part: number, of: number) => (of ? (100 * part) / of : 0)

/** How much came late or not at all, week by week, in percent of what was due. */
export default function RatesChart({ rates }: { readonly rates: ProgressOverview['rates'] }) {
  const fromTheRight = document.documentElement.dir === 'rtl'
  const [late, missing] = [say('signal_rate_late'), say('signal_rate_missing')]
  const data = rates.map(one => ({
    week: shortDate(one.week),
    [late]: percent(one.late, one.asked),
    [missing]: percent(one.missing, one.asked),
  }))
  return (
    <>
      <div aria-hidden="true" className="h-full" dir="ltr">
        <ResponsiveContainer width="100%" height="100%">
          <BarChart data={data} margin={{ top: 8, right: 0, bottom: 0, left: 0 }} accessibilityLayer={false}>
            <CartesianGrid vertical={false} stroke="var(--color-rule)" />
            <XAxis dataKey="week" reversed={fromTheRight} tickLine={false} tick={TICK} height={22} />
            <YAxis
              orientation={fromTheRight ? 'right' : 'left'}
              tickFormatter={(value: number) => `${value} %`}
              tickLine={false}
              axisLine={false}
              tick={TICK}
              width={48}
            />
            <Legend iconSize={10} wrapperStyle={{ fontSize: 13 }} />
            <Bar
              dataKey={late}
              stackId="a"
              fill="var(--color-ochre)"
              isAnimationActive={false}
              maxBarSize={26}
            />
            <Bar
              dataKey={missing}
              stackId="a"
              fill="var(--color-rust)"
              isAnimationActive={false}
              maxBarSize={26}
            />
          </BarChart>
        </ResponsiveContainer>
      </div>
      <ChartTable
        caption={say('signal_rates')}
        head={[say('chart_day'), say('signal_rates')]}
        rows={rates.map(one => [
          shortDate(one.week),
          say('signal_rate_words', {
            late: oneDecimal(percent(one.late, one.asked)),
            missing: oneDecimal(percent(one.missing, one.asked)),
            count: one.asked,
          }),
        ])}
      />
    </>
  )
}
