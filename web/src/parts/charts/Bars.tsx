import { Bar, BarChart, Cell, LabelList, ResponsiveContainer, XAxis } from 'recharts'

type Props = {
  readonly bars: readonly { readonly label: string; readonly value: number; readonly marked?: boolean }[]
}

/** Bars beside one another, each with its name and its number; a marked one is in pencil ochre. To be looked at only. */
export const Bars = ({ bars }: Props) => (
  <div aria-hidden="true" className="h-full">
    <ResponsiveContainer width="100%" height="100%">
      <BarChart
        data={[...bars]}
        margin={{ top: 18, right: 0, bottom: 0, left: 0 }}
        accessibilityLayer={false}
      >
        <XAxis
          dataKey="label"
          reversed={document.documentElement.dir === 'rtl'}
          interval={0}
          tickLine={false}
          axisLine={{ stroke: 'var(--color-edge)' }}
          tick={{ fill: 'var(--color-soft)', fontSize: 13 }}
          height={20}
        />
        <Bar dataKey="value" isAnimationActive={false} radius={[3, 3, 0, 0]} maxBarSize={34}>
          {bars.map(one => (
            <Cell
              key={one.label}
              fill={one.marked ? 'var(--color-ochre)' : 'var(--color-blue)'}
              fillOpacity={one.marked ? 1 : 0.55}
            />
          ))}
          <LabelList
            dataKey="value"
            position="top"
            formatter={(value: unknown) => (value ? String(value) : '')}
            style={{ fill: 'var(--color-ink)', fontSize: 13 }}
          />
        </Bar>
      </BarChart>
    </ResponsiveContainer>
  </div>
)
