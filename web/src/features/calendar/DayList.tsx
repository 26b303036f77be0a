import { Row } from '../../parts/Sheet.js'
import { dateWords, longDay } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { ItemLine, type ItemProps } from './ItemLine.js'
import type { DayItem } from './items.js'

type DayProps = {
  readonly day: string
  readonly items: readonly DayItem[]
  readonly today: string
  readonly onEntry: ItemProps['onEntry']
}

export function DayList({ day, items, today, onEntry }: DayProps) {
  return (
    <section className="pb-4">
      <Row>
        <h2 className="border-b border-rule pb-0.5 text-base">
          {day === today && (
            <span className="me-2 whitespace-nowrap rounded-full bg-ochre px-2 text-sm text-on-ochre">
              {say('today')}
            </span>
          )}
          {longDay(day)} <span className="font-normal text-soft">{dateWords(day)}</span>
        </h2>
      </Row>
      {!items.length && (
        <Row className="pt-1">
          <p className="text-[0.9375rem] text-soft">{say('calendar_nothing_day')}</p>
        </Row>
      )}
      <ul>
        {items.map(item => (
          <Row as="li" key={item.key} margin={item.time ?? say('calendar_all_day')} className="pt-1.5">
            <ItemLine item={item} onEntry={onEntry} />
          </Row>
        ))}
      </ul>
    </section>
  )
}
