import { Bar, BarChart, Cell, LabelList, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { ChartTable } from './ChartTable.js'

type Props = {
  readonly caption: string
  readonly head: readonly [string, string]
  readonly bars: readonly {
    readonly label: string
    readonly value: number
    /** Drawn in pencil ochre. */
    readonly marked?: boolean
  }[]
}

/** How often each of several things was taken: bars one below the other, their names in front. */
export default function CountsChart({ caption, head, bars }: Props) {
  const fromTheRight = document.documentElement.dir === 'rtl'
  return (
    <>
      <div aria-hidden="true" className="h-full" dir="ltr">
        <ResponsiveContainer width="100%" height="100%">
          <BarChart
            data={[...bars]}
            layout="vertical"
            margin={{ top: 0, right: fromTheRight ? 0 : 36, bottom: 0, left: fromTheRight ? 36 : 0 }}
            accessibilityLayer={false}
          >
            <XAxis type="number" hide reversed={fromTheRight} domain={[0, 'dataMax']} allowDecimals={false} />
            <YAxis
              type="category"
              dataKey="label"
              orientation={fromTheRight ? 'right' : 'left'}
              width={170}
              interval={0}
              tickLine={false}
              axisLine={{ stroke: 'var(--color-edge)' }}
              tick={{ fill: 'var(--color-ink)', fontSize: 14 }}
            />
            <Bar
              dataKey="value"
              isAnimationActive={false}
              fill="var(--color-blue)"
              fillOpacity={0.55}
              maxBarSize={22}
              radius={[0, 3, 3, 0]}
            >
              {bars.map(({ label, marked }) => (
                <Cell key={label} fill={marked ? 'var(--color-ochre)' : 'var(--color-blue)'} />
              ))}
              <LabelList
                dataKey="value"
                position={fromTheRight ? 'left' : 'right'}
                style={{ fill: 'var(--color-ink)', fontSize: 14 }}
              />
            </Bar>
          </BarChart>
        </ResponsiveContainer>
      </div>
      <ChartTable
        caption={caption}
        head={head}
        rows={bars.map(({ label, value }) => [label, String(value)])}
      />
    </>
  )
}
