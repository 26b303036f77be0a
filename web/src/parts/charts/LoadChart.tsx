import { longDay, shortDate, shortDay } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { minutesWords } from '../../words/states.js'
import { Bars } from './Bars.js'
import { ChartTable } from './ChartTable.js'

type Props = {
  readonly days: readonly { readonly day: string; readonly minutes: number; readonly today: boolean }[]
}

/** How many minutes each of some days asks, today's marked. */
export default function LoadChart({ days }: Props) {
  return (
    <>
      <Bars bars={days.map(one => ({ label: shortDay(one.day), value: one.minutes, marked: one.today }))} />
      <ChartTable
        caption={say('today_load')}
        head={[say('chart_day'), say('chart_minutes')]}
        rows={days.map(one => [`${longDay(one.day)} ${shortDate(one.day)}`, minutesWords(one.minutes)])}
      />
    </>
  )
}
