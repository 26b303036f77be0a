import type { WatchingPage } from '@oppen/contract'
import {
  Area,
  Bar,
  CartesianGrid,
  ComposedChart,
  Legend,
  Line,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts'
import { oneDecimal } from '../../words/numbers.js'
import { playTime } from '../../words/playTime.js'
import { say } from '../../words/say.js'
import { ChartTable } from './ChartTable.js'

type Props = { readonly parts: WatchingPage['parts'] }

const TICK = { fill: 'var(--color-soft)', fontSize: 13 }
/** So many rows say in words what the picture shows. */
const MOST_ROWS = 40

/** A video over a class: how many saw each part, how often it was played again, stopped, and gone back from. */
export default function WatchingChart({ parts }: Props) {
  const fromTheRight = document.documentElement.dir === 'rtl'
  const [seen, again, stopped, back] = [
    say('watching_seen'),
    say('watching_again'),
    say('watching_stopped'),
    say('watching_back'),
  ]
  const data = parts.map(one => ({
    at: playTime(one.from),
    [seen]: one.seen,
    [again]: one.again,
    [stopped]: one.stopped,
    [back]: one.back,
  }))
  return (
    <>
      <div aria-hidden="true" className="h-full" dir="ltr">
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart
            data={data}
            margin={{ top: 8, right: 0, bottom: 0, left: 0 }}
            accessibilityLayer={false}
          >
            <CartesianGrid vertical={false} stroke="var(--color-rule)" />
            <XAxis
              dataKey="at"
              reversed={fromTheRight}
              tickLine={false}
              tick={TICK}
              height={22}
              minTickGap={48}
            />
            <YAxis
              orientation={fromTheRight ? 'right' : 'left'}
              allowDecimals={false}
              tickLine={false}
              axisLine={false}
              tick={TICK}
              width={32}
            />
            <Legend
              iconSize={10}
              wrapperStyle={{ fontSize: 13 }}
              formatter={(name: string) => <span className="text-ink">{name}</span>}
            />
            <Area
              dataKey={seen}
              type="step"
              stroke="var(--color-blue)"
              fill="var(--color-blue)"
              fillOpacity={0.18}
              isAnimationActive={false}
            />
            <Line
              dataKey={again}
              type="step"
              stroke="var(--color-teal)"
              strokeDasharray="5 3"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
            <Bar dataKey={stopped} fill="var(--color-ochre)" isAnimationActive={false} maxBarSize={8} />
            <Bar dataKey={back} fill="var(--color-rust)" isAnimationActive={false} maxBarSize={8} />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <ChartTable
        caption={say('watching_class')}
        head={[say('video_time'), say('watching_class')]}
        rows={[...parts]
          .sort((one, other) => busy(other) - busy(one))
          .slice(0, MOST_ROWS)
          .sort((one, other) => one.from - other.from)
          .map(one => [
            playTime(one.from),
            say('watching_part', {
              seen: oneDecimal(one.seen),
              again: oneDecimal(one.again),
              stopped: one.stopped,
              back: one.back,
            }),
          ])}
      />
    </>
  )
}

const busy = ({ again, stopped, back }: WatchingPage['parts'][number]): number => again + stopped + back
