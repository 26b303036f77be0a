import { distributionOf, type Hundredths } from '@oppen/core/marks'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { Bars } from './Bars.js'
import { ChartTable } from './ChartTable.js'

type Props = { readonly marks: readonly Hundredths[]; readonly points: Hundredths }

/** How the marks that were given lie over the points. */
export default function MarksChart({ marks, points }: Props) {
  const bins = distributionOf(marks, points).map(one => ({
    label: `${showHundredths(one.from)}–${showHundredths(one.to)}`,
    value: one.count,
  }))
  return (
    <>
      <Bars bars={bins} />
      <ChartTable
        caption={say('marking_distribution')}
        head={[say('chart_mark'), say('chart_pupils')]}
        rows={bins.map(one => [one.label, String(one.value)])}
      />
    </>
  )
}
