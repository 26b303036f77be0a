import { Empty } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { DayList } from './DayList.js'
import type { DaysProps } from './Month.js'

type Props = Omit<DaysProps, 'write'> & {
  /** Whether days on which nothing is are named too. */
  readonly whole: boolean
}

/** Days as a list: the time in the margin, the matter right of it. */
export function Agenda({ days, today, onEntry, whole }: Props) {
  const shown = [...days].filter(([, items]) => whole || items.length)
  if (!shown.length)
    return (
      <Row>
        <Empty>{say('calendar_nothing')}</Empty>
      </Row>
    )
  return shown.map(([day, items]) => <DayList key={day} {...{ day, items, today, onEntry }} />)
}
